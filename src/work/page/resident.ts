import { readHouse } from '@/store/house'
import type { WhatNext } from '@/core/coach/next'
import { commandOf, findCommand, ownRung } from '@/core/curriculum/lookup'
import type { QuotaProgress } from '@/core/promise/quota'
import { pacesOf } from '../context/paces'
import { isUntested, wantsBaseline } from '../context/firstThings'
import { pausedBecause } from '../context/pause'
import { readyWith } from '../context/shown'
import type { Curriculum } from '@/core/curriculum/types'
import { addDays, daysBetween } from '@/core/days'
import { verdictText } from '@/core/forecast/judged'
import type { FittedForgetting } from '@/core/forecast/forgetting'
import { lookedByDay } from '@/core/evidence/looked'
import { progressOf, type ProgressView } from '@/core/views/progress'
import { forecastView, type ForecastView } from '@/core/views/forecast'
import { buildCommands, type CommandView } from '@/core/views/resident'
import { newestCurriculum } from '@/store/curricula'
import { askForTheSame } from './curriculum'
import type { Db } from '@/store/database'
import { forecastIsDue, readVerdict } from '@/store/forecasts'
import { readNoted } from '@/store/facts/read'
import { readLog, type LogFilter, type LogRow } from '@/store/facts/log'
import { liveHandoff, type Handoff } from '@/store/handoffs'
import { readNotes, type Note } from '@/store/journal'
import type { Person, Place } from '@/store/kennel'
import { readSigns, readSmallThings, type KeptSigns, type KeptSmall } from '@/store/facts/blocks'
import { readBaselineReps, readSkipped, readStarts } from '@/store/baseline'
import { readPlan } from '@/store/food'
import { keptSteps, photoAt } from '@/store/intake'
import { otherResidencies, readPromises, type Resident } from '@/store/residents'
import { readTastes } from '@/store/rewards'
import { stepIds } from '@/core/intake/steps'
import { loadPressure, wornAgainst, type PressureLedger, type WornAgainst } from '../context/leashPressure'
import { restingNow } from '../context/food'
import { booksOf, type BooksView } from './books'
import { cachedForecast } from '../record/cachedStanding'
import { dogSceneSteps, type DogScene } from '../context/dogScene'
import { atOnce } from '../base/runYielding'
import { nextFor } from '../context/next'
import type { ResidencyId } from '@/core/ids'
import type { EpochMs } from '@/core/epochMs'

export interface LogEntry extends Omit<LogRow, 'endedBy'> {
  readonly rungName: string
  readonly placeName: string
  readonly holderName: string
  readonly closed: boolean
}

export interface ResidentView {
  readonly resident: Resident
  readonly today: string
  readonly daysLeft: number
  readonly timeZone: string
  readonly commands: readonly CommandView[]
  readonly readyOn: string | undefined
  /** What it waits for though everything promised is held: its rehearsal; empty for nothing. */
  readonly waits: string
  /** Promised rungs that this dog's ladder does not have. */
  readonly lost: readonly string[]
  readonly handoff: Handoff | undefined
  readonly next: WhatNext
  readonly progress: ProgressView
  readonly forgetting: FittedForgetting
  /** The curriculum this dog climbs, and the newest one when that is another. */
  readonly curriculum: {
    readonly name: string
    readonly id: string
    readonly version: number
    readonly newer: { readonly name: string; readonly version: number } | undefined
  }
  readonly log: readonly LogEntry[]
  /** Further sets lie behind those shown. */
  readonly more: boolean
  readonly filter: LogFilter
  readonly notes: readonly Note[]
  readonly people: readonly Person[]
  readonly places: readonly Place[]
  /** What still has to be found out before its ladder means much; undefined once it was worked for long enough. */
  readonly arriving: Arriving | undefined
  /** What is said of its being ready; undefined where nothing was promised, or it is over. */
  readonly forecast: ForecastPart | undefined
  /** Why it is not worked at all for now; empty when it is. */
  readonly paused: string
  /** A meal it still rests after; undefined when none. */
  readonly resting: { readonly name: string; readonly until: number } | undefined
  /** Earlier and later residencies of the same dog. */
  readonly others: readonly { readonly id: string; readonly arrivesOn: string; readonly leavesOn: string }[]
  readonly photoAt: EpochMs | undefined
  /** What was put right in its books, and whom it could change runs with. */
  readonly books: BooksView
  /** Corrections by day; undefined when there was none. */
  readonly pressure: PressureLedger | undefined
  /** Sets of this stay worked in something that policy, consent or age spoke against. */
  readonly worn: readonly WornAgainst[]
  /** Signs of being over threshold in the last two weeks, newest first. */
  readonly signs: readonly KeptSigns[]
  /** Small things of today. */
  readonly small: readonly KeptSmall[]
  /** How its numbers to reach stand. */
  readonly paces: readonly { readonly command: string; readonly name: string; readonly pace: QuotaProgress }[]
}

export interface ForecastPart {
  /** Undefined while nothing is said yet. */
  readonly view: ForecastView | undefined
  readonly madeAt: EpochMs | undefined
  /** Something it rests on has changed since. */
  readonly due: boolean
  /** What is to be said beside it when forecasts here turned out bad; empty else. */
  readonly bad: string
}

/** What is said of a dog that is here and has promises that are not all met. */
function forecastPart(db: Db, { resident, today, curriculum, derived }: DogScene): ForecastPart | undefined {
  // Nothing is left to be said of it.
  if (derived.summary.readyOn !== undefined) return undefined
  if (today > resident.leavesOn || today < resident.arrivesOn) return undefined
  if (readPromises(db, resident.residencyId).length === 0) return undefined
  // What the dog can do is not known yet, as the wall says.
  if (isUntested(db, resident.residencyId, today)) return undefined
  const stored = cachedForecast(db, resident.residencyId)
  return {
    view: stored && forecastView(stored.told, curriculum, readHouse(db).dates),
    madeAt: stored?.madeAt,
    bad: verdictText(readVerdict(db)),
    due: stored === undefined || stored.day !== today || forecastIsDue(db, resident.residencyId),
  }
}

export interface Arriving {
  readonly firstEvening: boolean
  readonly steps: number
  readonly stepsOpen: number
  readonly baseline: 'open' | 'begun' | 'done'
  /** It is asked for before any work. */
  readonly baselineFirst: boolean
  /** Who chose to do without it; undefined where nobody did. */
  readonly skippedBy: string | undefined
  readonly reward: boolean
  readonly fed: boolean
}

/** What of the first days is still to do. A dog that has been worked on two days has long begun. */
function arrivingOf(db: Db, resident: Resident, today: string, workedDays: number): Arriving | undefined {
  const started = readStarts(db, resident.residencyId).length > 0
  const reps = readBaselineReps(db, resident.residencyId).length
  const arriving: Arriving = {
    firstEvening: today <= resident.arrivesOn,
    steps: stepIds.length,
    stepsOpen: stepIds.length - keptSteps(db, resident.residencyId).size,
    baseline: started ? 'done' : reps > 0 ? 'begun' : 'open',
    baselineFirst: wantsBaseline(db, resident.residencyId, today),
    skippedBy: readSkipped(db, resident.residencyId)?.by,
    reward: readTastes(db, resident.residencyId).length > 0,
    fed: readPlan(db, resident.residencyId) !== undefined,
  }
  // Paper from before closes nothing.
  if (workedDays >= 2 && !started && reps === 0 && !arriving.baselineFirst) return undefined
  return arriving.stepsOpen === 0 && started && arriving.reward && arriving.fed ? undefined : arriving
}

/** Design choice: so many sets are shown at a time. */
const logLength = 40

const notesLength = 12

/** Design choice: signs are shown for so many days. */
const signDays = 14

/**
 * One dog's page, for who lets others in between; undefined when there is no such residency. `page` counts from 0.
 */
export function* residentSteps(
  db: Db,
  residencyId: ResidencyId,
  now: EpochMs,
  filter: LogFilter = {},
  page = 0,
): Generator<undefined, ResidentView | undefined> {
  const scene = yield* dogSceneSteps(db, residencyId, now)
  if (!scene) return undefined
  const { resident, today, timeZone, curriculum, derived, people, places, forgetting, names } = scene
  const promises = readPromises(db, residencyId)
  const rows = readLog(db, residencyId, filter, logLength * (page + 1) + 1)
  const latest = newestCurriculum(db)
  yield
  const next = nextFor(db, scene, now)
  yield
  const { arrivesOn, leavesOn } = resident
  const comes = commandOf(curriculum, 'comes')
  const looked = comes ? lookedByDay(readNoted(db, residencyId, comes.id)) : []
  const progress = progressOf(scene.regimes, scene.sets, promises, { arrivesOn, leavesOn, today }, looked)
  yield
  return {
    resident,
    today,
    timeZone,
    people,
    places,
    forgetting,
    filter,
    daysLeft: daysBetween(today, resident.leavesOn),
    commands: buildCommands(curriculum, derived.state, derived.summary, names, now, forgetting.model),
    ...readyWith(db, residencyId, derived.summary),
    lost: derived.summary.lost,
    handoff: liveHandoff(db, residencyId),
    next,
    progress,
    curriculum: {
      name: curriculum.name,
      id: curriculum.id,
      version: curriculum.version,
      newer: askForTheSame(db, curriculum, latest) ? undefined : { name: latest.name, version: latest.version },
    },
    forecast: forecastPart(db, scene),
    arriving: arrivingOf(db, resident, today, derived.summary.pace.days),
    paused: pausedBecause(db, residencyId),
    resting: restingNow(db, now),
    others: otherResidencies(db, resident.dogId, residencyId),
    photoAt: photoAt(db, resident.dogId),
    books: booksOf(db, resident, curriculum, today),
    pressure: loadPressure(db, resident, scene.sets),
    worn: wornAgainst(db, resident.arrivesOn, residencyId),
    signs: readSigns(db, residencyId, addDays(today, -signDays)),
    paces: Object.entries(pacesOf(db, resident, curriculum, derived.summary, today)).map(([command, pace]) => ({
      command,
      name: findCommand(curriculum, command)?.name ?? command,
      pace,
    })),
    small: readSmallThings(db, today).filter((s) => s.residencyId === residencyId),
    log: rows.slice(0, logLength * (page + 1)).map((row) => entryOf(curriculum, latest, row, names)),
    more: rows.length > logLength * (page + 1),
    notes: readNotes(db, residencyId, notesLength),
  }
}

/** Reads a dog’s page without yielding. */
export const loadResident = atOnce(residentSteps)

function entryOf(curriculum: Curriculum, latest: Curriculum, row: LogRow, names: DogScene['names']): LogEntry {
  const { endedBy, ...rest } = row
  return {
    ...rest,
    rungName: (ownRung(curriculum, row.rungId) ?? ownRung(latest, row.rungId))?.rung.name ?? row.rungId,
    placeName: names.places.get(row.placeId) ?? row.placeId,
    holderName: names.people.get(row.leashHolder) ?? row.leashHolder,
    closed: endedBy !== null,
  }
}
