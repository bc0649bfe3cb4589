import { firstNext, whatNext, type FirstNext, type WhatNext } from '@/core/coach/next'
import { nextOffer, offersFor, type Offer } from '@/core/coach/stuck'
import { findCommand, findRung, ownRung, rungsOf, runKey } from '@/core/curriculum/lookup'
import { settleByDay, settleByWeek, type SettleDay } from '@/core/method/settle'
import type { Pace } from '@/core/promise/quota'
import { settleMinutes, walkByDay, type WalkDay } from '@/store/facts/paced'
import { triedOf } from '../scene/tried'
import { pacesOf } from '../scene/paces'
import { notWorked, wantsBaseline } from '../scene/firstThings'
import { pausedBecause } from '../scene/pause'
import { readyWith } from '../scene/shown'
import type { Command, Curriculum } from '@/core/curriculum/types'
import { ownerHolds } from '@/core/facts/words'
import { addDays, dayIn, daysBetween } from '@/core/days'
import { attentionShares, handlingOf, type AttentionShare, type Handling } from '@/core/evidence/calls'
import {
  faultShares,
  firstCueSuccess,
  helpByDay,
  latencyOf,
  type FaultShare,
  type HelpDay,
  type Latency,
} from '@/core/evidence/evidence'
import type { Share } from '@/core/evidence/interval'
import { byCollar, kitComparisons, type KitComparison } from '@/core/evidence/kit'
import { lookBacksByDay, type LookBackDay } from '@/core/evidence/lookBacks'
import { sayVerdict } from '@/core/forecast/judged'
import type { FittedForgetting } from '@/core/forecast/forgetting'
import type { SetFact } from '@/core/facts/fact'
import { methodAt } from '@/core/method/rows'
import { gridOf, type Grid } from '@/core/views/grid'
import { newest, type Regimes } from '@/core/progress/regime'
import { outcomeMade } from '@/core/progress/result'
import { targetsOf } from '@/core/promise/standing'
import { isPassed } from '@/core/progress/state'
import { progressOf, type ProgressView } from '@/core/views/progress'
import { forecastView, type ForecastView } from '@/core/views/forecast'
import { buildCommands, type CommandView } from '@/core/views/resident'
import { newestCurriculum } from '@/store/curricula'
import type { Db } from '@/store/database'
import { forecastIsDue, readVerdict } from '@/store/forecasts'
import { readLog, readSets, type LogFilter, type LogRow, readNoted } from '@/store/facts/read'
import { liveHandoff, type Handoff } from '@/store/handoffs'
import { readNotes, type Note } from '@/store/journal'
import { readKennel, peopleOn, readPeople, allPlaces, readPlaces, type Person, type Place } from '@/store/kennel'
import { readSpaces, type SpaceRow } from '@/store/house'
import { readMethodChanges } from '@/store/method'
import { readSigns, readSmallThings, type KeptSigns, type KeptSmall } from '@/store/facts/blocks'
import { readBaselineReps, readSkipped, readStarts } from '@/store/baseline'
import { readPlan } from '@/store/food'
import { keptSteps, photoAt } from '@/store/intake'
import { findResident, otherResidencies, readCueWords, readPromises, type Resident } from '@/store/residents'
import { readTastes } from '@/store/rewards'
import { stepIds } from '@/core/intake/steps'
import { loadPressure, type PressureLedger } from '../scene/leashPressure'
import { restingNow } from '../scene/food'
import { kennelForgetting } from '../scene/forgetting'
import { regimesOfResident } from '../scene/regimes'
import { standingOf, type Derived } from '../record/refold'
import { aroundFor } from '../scene/around'
import { handlers } from '../scene/who'
import { booksOf, type BooksView } from './books'
import { keptForecast } from '../record/kept'

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
  readonly photoAt: number | undefined
  /** What was put right in its books, and whom it could change runs with. */
  readonly books: BooksView
  /** Corrections by day; undefined when there was none. */
  readonly pressure: PressureLedger | undefined
  /** Signs of being over threshold in the last two weeks, newest first. */
  readonly signs: readonly KeptSigns[]
  /** Small things of today. */
  readonly small: readonly KeptSmall[]
  /** How its numbers to reach stand. */
  readonly paces: readonly { readonly command: string; readonly name: string; readonly pace: Pace }[]
}

export interface ForecastPart {
  /** Undefined while nothing is said yet. */
  readonly view: ForecastView | undefined
  readonly madeAt: number | undefined
  /** Something it rests on has changed since. */
  readonly due: boolean
  /** What is to be said beside it when forecasts here turned out bad; empty else. */
  readonly bad: string
}

/** What is said of a dog that is here and has promises that are not all met. */
function forecastPart(db: Db, { resident, today, curriculum, derived }: Scene): ForecastPart | undefined {
  // Nothing is left to be said of it.
  if (derived.summary.readyOn !== undefined) return undefined
  if (today > resident.leavesOn || today < resident.arrivesOn) return undefined
  if (readPromises(db, resident.residencyId).length === 0) return undefined
  const told = keptForecast(db, resident.residencyId)
  return {
    view: told && forecastView(told.told, curriculum),
    madeAt: told?.madeAt,
    bad: sayVerdict(readVerdict(db)),
    due: told === undefined || told.day !== today || forecastIsDue(db, resident.residencyId),
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

/** House: so many sets are shown at a time. */
const logLength = 40

const notesLength = 12

/** House: signs are shown for so many days. */
const signDays = 14

interface Scene {
  readonly resident: Resident
  readonly today: string
  readonly timeZone: string
  readonly regimes: Regimes
  readonly curriculum: Curriculum
  readonly derived: Derived
  readonly sets: readonly SetFact[]
  readonly people: readonly Person[]
  readonly places: readonly Place[]
  readonly spaces: readonly SpaceRow[]
  readonly forgetting: FittedForgetting
  readonly names: { readonly places: ReadonlyMap<string, string>; readonly people: ReadonlyMap<string, string> }
}

function readScene(db: Db, residencyId: string, now: number): Scene | undefined {
  const resident = findResident(db, residencyId)
  if (!resident) return undefined
  const { timeZone } = readKennel(db)
  const regimes = regimesOfResident(db, resident, now)
  const people = readPeople(db)
  const places = readPlaces(db)
  return {
    resident,
    timeZone,
    today: dayIn(timeZone, now),
    regimes,
    curriculum: newest(regimes).curriculum,
    derived: standingOf(db, residencyId, now),
    sets: readSets(db, residencyId),
    people,
    places,
    spaces: readSpaces(db),
    forgetting: kennelForgetting(db),
    names: {
      places: new Map(allPlaces(db).map((p) => [p.id, p.name])),
      people: new Map([...people.map((p) => [p.id, p.name] as const), [ownerHolds, resident.ownerName]]),
    },
  }
}

/** One dog's page, or undefined when there is no such residency. `page` counts from 0. */
export function loadResident(
  db: Db,
  residencyId: string,
  now: number,
  filter: LogFilter = {},
  page = 0,
): ResidentView | undefined {
  const scene = readScene(db, residencyId, now)
  if (!scene) return undefined
  const { resident, today, timeZone, curriculum, derived, people, places, forgetting, names } = scene
  const promises = readPromises(db, residencyId)
  const rows = readLog(db, residencyId, filter, logLength * (page + 1) + 1)
  const latest = newestCurriculum(db)
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
    next: nextFor(db, scene, now),
    progress: progressOf(scene.regimes, scene.sets, promises, {
      arrivesOn: resident.arrivesOn,
      leavesOn: resident.leavesOn,
      today,
    }),
    curriculum: {
      name: curriculum.name,
      id: curriculum.id,
      version: curriculum.version,
      newer:
        latest.id === curriculum.id && latest.version === curriculum.version
          ? undefined
          : { name: latest.name, version: latest.version },
    },
    forecast: forecastPart(db, scene),
    arriving: arrivingOf(db, resident, today, derived.summary.pace.days),
    paused: pausedBecause(db, residencyId),
    resting: restingNow(db, now),
    others: otherResidencies(db, resident.dogId, residencyId),
    photoAt: photoAt(db, resident.dogId),
    books: booksOf(db, resident, curriculum, today),
    pressure: loadPressure(db, resident, scene.sets),
    signs: readSigns(db, residencyId, addDays(today, -signDays)),
    paces: Object.entries(pacesOf(db, resident, curriculum, today)).map(([command, pace]) => ({
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

function entryOf(curriculum: Curriculum, latest: Curriculum, row: LogRow, names: Scene['names']): LogEntry {
  const { endedBy, ...rest } = row
  return {
    ...rest,
    rungName: (ownRung(curriculum, row.rungId) ?? ownRung(latest, row.rungId))?.rung.name ?? row.rungId,
    placeName: names.places.get(row.placeId) ?? row.placeId,
    holderName: names.people.get(row.leashHolder) ?? row.leashHolder,
    closed: endedBy !== null,
  }
}

type NextScene = Pick<Scene, 'resident' | 'curriculum' | 'derived' | 'today' | 'spaces' | 'forgetting'> & {
  readonly sets?: readonly SetFact[]
  /** What of the house was read already, for many dogs at once. */
  readonly house?: ReturnType<typeof houseForNext>
}

/** What every dog’s next step asks of the house. */
export const houseForNext = (db: Db, today: string, now: number) => ({
  method: methodAt(readMethodChanges(db), now),
  people: handlers(peopleOn(db, today)),
})

/** What to work on now with a dog, as its page and its block say it. */
export function nextFor(db: Db, scene: NextScene, now: number): WhatNext {
  const { resident, curriculum, derived } = scene
  const not = notWorked(db, resident.residencyId, scene.today)
  if (not !== '') return { sets: [], shut: [], waits: [], rest: not }
  const { dog, around } = nextGround(db, scene, now)
  const tried = triedOf(db, resident.residencyId, curriculum, scene.sets)
  return whatNext(curriculum, derived.state, derived.summary, { ...dog, tried }, around)
}

/** The first of it by name, for lists of many dogs, which know already which of them are worked at all. */
export function firstFor(db: Db, scene: NextScene, now: number): FirstNext {
  const { curriculum, derived } = scene
  const { dog, around } = nextGround(db, scene, now)
  return firstNext(curriculum, derived.state, derived.summary, dog, around)
}

function nextGround(db: Db, { resident, today, spaces, forgetting, house }: NextScene, now: number) {
  const { method, people } = house ?? houseForNext(db, today, now)
  return {
    around: aroundFor(db, resident, { today, spaces, people, method, forgetting: forgetting.model }, now),
    dog: {
      promises: readPromises(db, resident.residencyId),
      words: {
        name: resident.name,
        cue: undefined,
        release: resident.releaseWord,
        marker: resident.markerWord,
        side: resident.side,
        traits: resident.traits,
      },
      arrivesOn: resident.arrivesOn,
      cueWords: readCueWords(db, resident.dogId),
    },
  }
}

export interface CommandPage {
  readonly resident: Resident
  readonly timeZone: string
  readonly today: string
  readonly command: CommandView
  readonly purpose: string
  readonly signal: string
  readonly caution: string
  readonly next: WhatNext['sets'][number] | undefined
  readonly shut: string
  /** Of the rung in hand. */
  readonly evidence:
    | {
        readonly rungId: string
        readonly rungName: string
        readonly success: Share | undefined
        readonly latency: Latency | undefined
        readonly faults: readonly FaultShare[]
        readonly help: readonly HelpDay[]
        readonly beyond: number
        readonly called: readonly AttentionShare[]
        readonly handling: Handling
      }
    | undefined
  readonly grids: readonly (Grid & {
    readonly runName: string
    readonly promisedName: string
    readonly promisedLevel: number | undefined
    readonly needs: string
  })[]
  readonly kits: readonly (KitComparison & { readonly rungName: string })[]
  /** Rungs that were passed and so can be compared on two pieces of kit, the hardest first. */
  readonly kitRungs: readonly { readonly id: string; readonly name: string }[]
  readonly stuck:
    | {
        readonly rungId: string
        readonly rungName: string
        readonly offers: readonly Offer[]
        readonly first: string | undefined
      }
    | undefined
  readonly forgetting: FittedForgetting
  readonly people: readonly Person[]
  readonly places: readonly Place[]
  /** How its number to reach stands; undefined when it has none. */
  readonly pace: Pace | undefined
  /** Its stretches by day, oldest first; undefined for a command that is not walked. */
  readonly walk: readonly WalkDay[] | undefined
  /** How long it goes without looking back, where looking back is asked for. */
  readonly lookBacks: readonly LookBackDay[] | undefined
  /** What was kept on the tether, by day and by week, oldest first; undefined for any other command. */
  readonly tether: { readonly days: readonly SettleDay[]; readonly weeks: readonly SettleDay[] } | undefined
}

/** One command of one dog in full; undefined for an unknown dog, or a command this dog's ladder does not have. */
export function loadCommand(db: Db, residencyId: string, commandId: string, now: number): CommandPage | undefined {
  const scene = readScene(db, residencyId, now)
  const command = scene && findCommand(scene.curriculum, commandId)
  if (!scene || !command) return undefined
  const { resident, curriculum, derived, people, places, forgetting, names } = scene
  const view = buildCommands(curriculum, derived.state, derived.summary, names, now, forgetting.model).find(
    (c) => c.id === command.id,
  )
  const standing = derived.summary.commands.find((c) => c.command === command.id)
  if (!view || !standing) return undefined
  const own = scene.sets.filter((s) => ownRung(curriculum, s.rungId)?.command.id === command.id)
  const targets = targetsOf(curriculum, readPromises(db, residencyId))
  const next = nextFor(db, scene, now)
  const main = command.runs.find((r) => r.id === standing.mainRun) ?? command.runs[0]
  const place = standing.runs.find((r) => r.id === main?.id)
  const worked = main?.rungs.findLast((r) => own.some((s) => s.rungId === r.id))
  const hand = main?.rungs[Math.min(place?.position ?? 0, main.rungs.length - 1)]
  // Before the first rep at the rung in hand, the highest one worked says more.
  const inHand = hand && own.some((s) => s.rungId === hand.id) ? hand : (worked ?? hand)
  const tried = triedOf(db, residencyId, curriculum, scene.sets)
  const offers = standing.stuck ? offersFor(curriculum, standing.stuck.rungId, tried) : []
  const last = own.findLast((s) => s.turn !== 'owner')
  const noted = readNoted(db, residencyId, command.id)
  const usual = { kit: '1.8 m leash', leashHolder: last?.leashHolder ?? people[0]?.id ?? '' }
  return {
    resident,
    timeZone: scene.timeZone,
    today: scene.today,
    command: view,
    purpose: command.purpose,
    signal: command.signal,
    caution: command.caution,
    people,
    places,
    forgetting,
    next: next.sets.find((s) => s.command === command.id),
    shut: next.shut.find((s) => s.command === command.id)?.opens ?? '',
    evidence: inHand && {
      rungId: inHand.id,
      rungName: inHand.name,
      success: firstCueSuccess(own, inHand.id, (_, rep) => outcomeMade(inHand, rep) === 'clean'),
      latency: latencyOf(own),
      faults: faultShares(own),
      help: helpByDay(own),
      beyond: command.runs.flatMap((r) => r.rungs).reduce((n, r) => n + (derived.state.beyond[r.id] ?? 0), 0),
      called: attentionShares(noted),
      handling: handlingOf(noted),
    },
    grids: command.runs.flatMap((run) => {
      const target = targets.find((t) => t.at.run === run)
      const onRun = target && { ...target.promise, rungId: target.at.rung.id }
      const grid = gridOf(command, run, derived.state, own, onRun, places, usual)
      if (grid.rungId === undefined) return []
      return [
        {
          ...grid,
          rows: grid.rows.map((row) =>
            row.map((cell) => ({ ...cell, hands: cell.hands.map((h) => names.people.get(h) ?? h) })),
          ),
          runName: run.name,
          promisedName: findRung(curriculum, grid.rungId)?.rung.name ?? '',
          promisedLevel: onRun?.level,
          needs: sayNeeds(grid, onRun, names),
        },
      ]
    }),
    kitRungs: command.runs
      .flatMap((run) =>
        run.rungs
          .filter((_, i) => isPassed(run, derived.state.runs[runKey(command.id, run.id)], i))
          .map((r) => ({ id: r.id, name: command.runs.length > 1 ? `${run.name}: ${r.name}` : r.name })),
      )
      .reverse(),
    kits: [...kitComparisons(own), ...kitComparisons(byCollar(own))].map((k) => ({
      ...k,
      rungName: findRung(curriculum, k.rungId)?.rung.name ?? k.rungId,
    })),
    pace: pacesOf(db, resident, curriculum, scene.today)[command.id],
    walk: rungsOf(command).some((r) => r.kind === 'heel') ? walkByDay(db, residencyId, command.id) : undefined,
    lookBacks: lookBacksByDay(command, own),
    tether: tetherOf(db, residencyId, command),
    stuck: standing.stuck && {
      rungId: standing.stuck.rungId,
      rungName: findRung(curriculum, standing.stuck.rungId)?.rung.name ?? '',
      offers,
      first: nextOffer(offers)?.id,
    },
  }
}

function tetherOf(db: Db, residencyId: string, command: Command): CommandPage['tether'] {
  if (!rungsOf(command).some((r) => r.kind === 'settle')) return undefined
  const days = settleByDay(settleMinutes(db, residencyId))
  return { days, weeks: settleByWeek(days) }
}

/** What the promised level still needs, in a sentence. */
function sayNeeds(
  grid: Grid,
  promise: { readonly level: number; readonly places: number } | undefined,
  names: Scene['names'],
): string {
  if (!promise) return ''
  const row = grid.rows[promise.level] ?? []
  const held = row.filter((c) => c.held)
  const half = row.filter((c) => !c.held && c.days > 0).map((c) => names.places.get(c.placeId) ?? c.placeId)
  const missing = promise.places - held.length
  if (missing <= 0) return `Level ${promise.level} is held in ${held.length} places, ${promise.places} were promised.`
  return (
    `Level ${promise.level} is promised in ${promise.places} places and held in ${held.length}: ${missing} to ` +
    `go${half.length > 0 ? `; ${half.join(', ')} needs only a second day` : ''}.`
  )
}
