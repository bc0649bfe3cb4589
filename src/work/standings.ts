import type { SetFact } from '@/core/facts'
import { foldDog } from '@/core/progress/fold'
import { changesAt, newest, upTo, type Regimes } from '@/core/progress/regime'
import type { DogState } from '@/core/progress/state'
import { foldVersion, summarise, type Summary } from '@/core/progress/summary'
import type { Db } from '@/store/database'
import { readSets } from '@/store/facts'
import { allResidencyIds, readPromises } from '@/store/residents'
import { refitForgetting } from './forgetting'
import { regimesAhead } from './regimes'
import { readStanding, readSummaries, writeStanding } from '@/store/standings'

export interface Derived {
  readonly state: DogState
  readonly summary: Summary
}

/** Derives a residency's standing from its facts as it is at this moment and stores it. Call inside the transaction that wrote the facts. */
export function refold(db: Db, residencyId: string, now: number): Derived {
  const all = regimesAhead(db, residencyId)
  const regimes = upTo(all, now)
  const derived = derive(db, residencyId, regimes)
  writeStanding(db, { residencyId, foldVersion, curriculumVersion: newest(regimes).curriculum.version, holdsUntil: changesAt(all, now) ?? null, state: JSON.stringify(derived.state), summary: JSON.stringify(derived.summary) })
  return derived
}

/** The standing from the facts alone, whatever is stored, under these regimes: those up to the moment asked about. */
export function derive(db: Db, residencyId: string, regimes: Regimes): Derived {
  const sets = readSets(db, residencyId)
  const state = foldDog(regimes, sets)
  return { state, summary: summarise(newest(regimes).curriculum, state, readPromises(db, residencyId), { days: daysWorked(sets), reps: state.gained }) }
}

const daysWorked = (sets: readonly SetFact[]): number => new Set(sets.flatMap((s) => (s.reps.length > 0 ? [s.day] : []))).size

/** Stored standing as of this moment, made again when it is missing, of another version of the fold, or other rules hold since. */
export function standingOf(db: Db, residencyId: string, now: number): Derived {
  const row = readStanding(db, residencyId)
  if (!row || row.foldVersion !== foldVersion || (row.holdsUntil !== null && row.holdsUntil <= now)) return refold(db, residencyId, now)
  return { state: stored<DogState>(row.state), summary: stored<Summary>(row.summary) }
}

interface Read {
  readonly text: string
  readonly summary: Summary
}
/** What was read the last time, with the words it was read from: most dogs have not moved since, and reading takes most of the wall's time. */
const lastRead = new WeakMap<Db, ReadonlyMap<string, Read>>()

/** Summaries of all these residencies; missing ones are derived and stored. */
export function summariesOf(db: Db, today: string, now: number, residencyIds: readonly string[]): ReadonlyMap<string, Summary> {
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
