import { z } from 'zod'
import { dayIn } from '@/core/days'
import type { SetFact } from '@/core/facts/fact'
import { foldFrom, foldMarked } from '@/core/progress/fold'
import type { Mark } from '@/core/progress/machine'
import { changesAt, newest, upTo, type Regimes } from '@/core/progress/regime'
import type { DogState } from '@/core/progress/state'
import { foldVersion, summarise, type Summary } from '@/core/promise/summary'
import type { Db } from '@/store/database'
import { readSets } from '@/store/facts/read'
import { readKennel } from '@/store/kennel'
import { allResidencyIds, readPromises, residentsOn } from '@/store/residents'
import { refitForgetting } from '../forgetting'
import { inTurn, noHooks, type Hooks } from '../hooks'
import { regimesAhead } from '../regimes'
import { readStanding, readSummaries, writeStanding } from '@/store/standings'

export interface Derived {
  readonly state: DogState
  readonly summary: Summary
}

/**
 * Derives a residency's standing from its facts as it is at this moment and stores it. Call inside the transaction that
 * wrote the facts.
 */
export function refold(db: Db, residencyId: string, now: number): Derived {
  const all = regimesAhead(db, residencyId)
  return keep(db, residencyId, all, now, foldAll(upTo(all, now), readSets(db, residencyId)))
}

/**
 * Brings a standing up to date after facts of these sets came in: they are folded onto what is stored where they come
 * after
 * it, so that a rep costs the same on the last day as on the first; anything else is folded anew. Call inside the
 * transaction
 * that wrote the facts. Nothing may have been taken back.
 */
export function advance(db: Db, residencyId: string, setIds: readonly string[], now: number): Derived {
  const row = readStanding(db, residencyId)
  const mark =
    row && row.foldVersion === foldVersion && row.mark !== '' && (row.holdsUntil === null || row.holdsUntil > now)
      ? markRow.parse(JSON.parse(row.mark))
      : undefined
  if (!row || !mark) return refold(db, residencyId, now)
  const all = regimesAhead(db, residencyId)
  const sets = readSets(db, residencyId, setIds)
  const folded = foldFrom(stored<DogState>(row.state), mark, upTo(all, now), sets)
  return folded
    ? keep(db, residencyId, all, now, { ...folded, days: [...new Set([...mark.days, ...daysWorked(sets)])] })
    : refold(db, residencyId, now)
}

interface Folded {
  readonly state: DogState
  readonly mark: Mark
  /** Days on which it was worked. */
  readonly days: readonly string[]
}

const foldAll = (regimes: Regimes, sets: readonly SetFact[]): Folded => ({
  ...foldMarked(regimes, sets),
  days: daysWorked(sets),
})

function keep(db: Db, residencyId: string, all: Regimes, now: number, { state, mark, days }: Folded): Derived {
  const { curriculum } = newest(upTo(all, now))
  const summary = summarise(curriculum, state, readPromises(db, residencyId), { days: days.length, reps: state.gained })
  writeStanding(db, {
    residencyId,
    foldVersion,
    curriculumVersion: curriculum.version,
    holdsUntil: changesAt(all, now) ?? null,
    state: JSON.stringify(state),
    summary: JSON.stringify(summary),
    mark: JSON.stringify({ ...mark, days }),
  })
  return { state, summary }
}

const markRow = z.object({
  last: z
    .object({ at: z.number(), device: z.string(), seq: z.number() })
    .optional()
    .transform((last) => last),
  sets: z.array(z.object({ id: z.string(), reps: z.number(), clean: z.number() })),
  days: z.array(z.string()),
})

/** The standing from the facts alone, whatever is stored, under these regimes: those up to the moment asked about. */
export function derive(db: Db, residencyId: string, regimes: Regimes): Derived {
  const { state, days } = foldAll(regimes, readSets(db, residencyId))
  return {
    state,
    summary: summarise(newest(regimes).curriculum, state, readPromises(db, residencyId), {
      days: days.length,
      reps: state.gained,
    }),
  }
}

const daysWorked = (sets: readonly SetFact[]): readonly string[] => [
  ...new Set(sets.flatMap((s) => (s.reps.length > 0 ? [s.day] : []))),
]

/**
 * Stored standing as of this moment, made again when it is missing, of another version of the fold, or other rules hold
 * since.
 */
export function standingOf(db: Db, residencyId: string, now: number): Derived {
  const row = readStanding(db, residencyId)
  if (!row || row.foldVersion !== foldVersion || (row.holdsUntil !== null && row.holdsUntil <= now))
    return refold(db, residencyId, now)
  return { state: stored<DogState>(row.state), summary: stored<Summary>(row.summary) }
}

interface Read {
  readonly text: string
  readonly summary: Summary
}
/**
 * What was read the last time, with the words it was read from: most dogs have not moved since, and reading takes most
 * of the wall's time.
 */
const lastRead = new WeakMap<Db, ReadonlyMap<string, Read>>()

/** Summaries of all these residencies; missing ones are derived and stored. */
export function summariesOf(
  db: Db,
  today: string,
  now: number,
  residencyIds: readonly string[],
): ReadonlyMap<string, Summary> {
  const rows = readSummaries(db, today, now, foldVersion)
  const before = lastRead.get(db)
  const read = new Map<string, Read>()
  const summaries = new Map(
    residencyIds.map((id) => {
      const text = rows.get(id)
      if (text === undefined) return [id, refold(db, id, now).summary]
      const known = before?.get(id)
      const same = known?.text === text ? known : { text, summary: stored<Summary>(text) }
      read.set(id, same)
      return [id, same.summary]
    }),
  )
  lastRead.set(db, read)
  return summaries
}

/** Folds anew every standing of these days that no longer holds or is of another version; returns how many. */
export function renewStandings(db: Db, now: number, hooks: Hooks = noHooks): number {
  const { timeZone } = readKennel(db)
  const today = dayIn(timeZone, now)
  const kept = readSummaries(db, today, now, foldVersion)
  const stale = residentsOn(db, today).filter((r) => !kept.has(r.residencyId))
  let renewed = 0
  for (const { residencyId } of inTurn(stale, hooks)) {
    db.transaction(() => refold(db, residencyId, now)).immediate()
    renewed++
  }
  return renewed
}

/** Makes every stored standing again from the facts; returns how many. */
export function rebuildStandings(db: Db, now: number): number {
  const ids = allResidencyIds(db)
  db.transaction(() => {
    ids.forEach((id) => refold(db, id, now))
    refitForgetting(db, now)
  }).immediate()
  return ids.length
}

/**
 * Reads back what `refold` wrote under the same fold version. This is our own derived value, not an outside boundary:
 * parsing it field by field would cost more than deriving the wall, and anything odd in it is cured by a rebuild.
 */
const stored = <T>(json: string): T => JSON.parse(json) as T
