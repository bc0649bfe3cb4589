import { readHouse } from '@/store/house'
import { addDays, dayIn, daysBetween, startOfDay } from '@/core/days'
import { ownRung } from '@/core/curriculum/lookup'
import type { Curriculum } from '@/core/curriculum/types'
import { pastOf } from '@/core/forecast/rungExposures'
import { foldDog } from '@/core/progress/fold'
import { newest as newestRegime } from '@/core/progress/regime'
import { summarize } from '@/core/promise/summary'
import {
  reportLines,
  weekReport,
  weeksOf,
  type ReportFacts,
  type ReportLine,
  type ReportWeek,
} from '@/core/views/weekReport'
import { reportParts, type ReportPart } from '@/core/views/reportForm'
import type { Db } from '@/store/database'
import { allPlaces, readKennel, readPeople } from '@/store/kennel'
import { readNotes, type Note } from '@/store/journal'
import { mostNotes, notesForOwner } from '@/store/notesForOwner'
import { reportChanges } from '@/store/reports'
import { findResident, readPromises, type Resident } from '@/store/residents'
import { openPauses } from '@/store/stay'
import { ownersDog } from '../context/ownersDog'
import { regimesFor } from '../base/regimes'
import { cachedForecast, setsOf } from '../record/cachedStanding'
import type { ResidencyId } from '@/core/ids'
import type { EpochMs } from '@/core/epochMs'

export interface ReportPage {
  readonly resident: Resident
  readonly timeZone: string
  readonly weeks: readonly ReportWeek[]
  readonly week: ReportWeek
  /** As it is made from the facts, and as it is to be read. */
  readonly made: Readonly<Record<ReportPart, string>>
  readonly texts: Readonly<Record<ReportPart, string>>
  readonly lines: readonly ReportLine[]
  /** Who wrote over it last, and when; undefined while nobody has. */
  readonly kept: { readonly by: string; readonly at: EpochMs } | undefined
  /** What was written about the dog in this week, and whether its owner is to read it; oldest first. */
  readonly notes: readonly (Pick<Note, 'id' | 'by' | 'text' | 'at'> & { readonly shared: boolean })[]
  /** The newest version of this week, for whoever writes the next. */
  readonly version: string
}

/** Design choice: so many days of a week are gone before it is reported on by itself. */
const tooEarly = 3

/** The report of a week of a stay, the newest that has begun where none is asked for; undefined for no such dog. */
export function loadReport(db: Db, residencyId: ResidencyId, now: EpochMs, number?: number): ReportPage | undefined {
  const resident = findResident(db, residencyId)
  if (!resident) return undefined
  const { timeZone, name: kennel } = readKennel(db)
  const today = dayIn(timeZone, now)
  const weeks = weeksOf(resident.arrivesOn, resident.leavesOn, today)
  // A week that has hardly begun is not reported on unless it is asked for.
  const current = weeks.at(-1)
  const newest = weeks.length > 1 && current && daysBetween(current.from, today) < tooEarly ? weeks.at(-2) : current
  const week = weeks.find((w) => w.number === number) ?? newest
  if (!week || !newest) return undefined
  const people = new Map(readPeople(db).map((p) => [p.id, p.name]))
  const places = new Map(allPlaces(db).map((p) => [p.id, p.name]))
  const end = Math.min(now, startOfDay(timeZone, addDays(week.to, 1)))
  const regimes = regimesFor(db, residencyId, end)
  const { curriculum } = newestRegime(regimes)
  const promises = readPromises(db, residencyId)
  const until = setsOf(db, residencyId).filter((s) => s.day <= week.to)
  const earlier = until.filter((s) => s.day < week.from)
  const own = until.filter((s) => s.day >= week.from && s.reps.length > 0)
  const standingAfter = (sets: typeof until) => {
    const state = foldDog(regimes, sets)
    return summarize(curriculum, state, promises, { days: new Set(sets.map((s) => s.day)).size, reps: state.gained })
  }
  const inWeek = new Set(own.map((s) => s.id))
  const shared = notesForOwner(db, residencyId)
  const notes = readNotes(db, residencyId, mostNotes)
    .filter((n) => n.at <= now && dayIn(timeZone, n.at) >= week.from && dayIn(timeZone, n.at) <= week.to)
    .map(({ id, by, text, at }) => ({ id, by, text, at, shared: shared.has(id) }))
    .reverse()
  const facts = {
    dog: ownersDog(db, resident),
    owner: resident.ownerName,
    week,
    today,
    leavesOn: resident.leavesOn,
    days: new Set(own.map((s) => s.day)).size,
    blocks: new Set(own.map((s) => s.blockId)).size,
    people: named(
      own.map((s) => s.leashHolder),
      people,
    ),
    places: named(
      own.map((s) => s.placeId),
      places,
    ),
    curriculum,
    before: standingAfter(earlier),
    now: standingAfter(until),
    passed: pastOf(regimes, until).frontier.flatMap((at) => (at.passed && inWeek.has(at.setId) ? [at.rungId] : [])),
    tried: triedIn(curriculum, own),
    notes: notes.filter((n) => n.shared).map(({ by, text }) => ({ by, text })),
    pause: week.number >= newest.number ? openPauses(db).get(residencyId) : undefined,
    chance: week.number >= newest.number ? cachedForecast(db, residencyId)?.told.chance : undefined,
    kennel,
    dates: readHouse(db).dates,
  }
  const made = weekReport(facts)
  const versions = reportChanges.read(db, residencyId)
  const saved = versions.find((v) => v.change.to === week.to && v.change.from === week.from)
  return {
    resident,
    timeZone,
    weeks,
    week,
    made,
    texts: Object.fromEntries(reportParts.map((p) => [p, saved ? (saved.change.texts[p] ?? '') : made[p]])) as Record<
      ReportPart,
      string
    >,
    lines: reportLines(facts, end),
    kept: saved && { by: people.get(saved.by) ?? '', at: saved.at },
    notes,
    version: saved?.id ?? '',
  }
}

/** Reps of these sets and clean ones among them, by command. */
function triedIn(curriculum: Curriculum, sets: ReturnType<typeof setsOf>): ReportFacts['tried'] {
  const tried = new Map<string, { clean: number; of: number }>()
  for (const set of sets) {
    const command = ownRung(curriculum, set.rungId)?.command.id
    if (command === undefined) continue
    const had = tried.get(command) ?? { clean: 0, of: 0 }
    const clean = set.reps.filter((r) => r.outcome === 'clean').length
    tried.set(command, { clean: had.clean + clean, of: had.of + set.reps.length })
  }
  return [...tried].map(([command, counts]) => ({ command, ...counts }))
}

/** Names by how often they stand there, the most first. */
function named(ids: readonly string[], names: ReadonlyMap<string, string>): readonly string[] {
  const counts = new Map<string, number>()
  for (const id of ids) counts.set(id, (counts.get(id) ?? 0) + 1)
  return [...counts].sort((a, b) => b[1] - a[1]).flatMap(([id]) => names.get(id) ?? [])
}
