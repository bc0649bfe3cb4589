import type { SetFact } from '@/core/facts'
import { foldDog } from '@/core/progress/fold'
import { newest, type Regimes } from '@/core/progress/regime'
import type { DogState } from '@/core/progress/state'
import { foldVersion, summarise, type Summary } from '@/core/progress/summary'
import type { Db } from '@/store/database'
import { readSets } from '@/store/facts'
import { allResidencyIds, readPromises } from '@/store/residents'
import { refitForgetting } from './forgetting'
import { regimesFor } from './regimes'
import { readStanding, readSummaries, writeStanding } from '@/store/standings'

export interface Derived {
  readonly state: DogState
  readonly summary: Summary
}

/** Derives a residency's standing from its facts and stores it. Call inside the transaction that wrote the facts. */
export function refold(db: Db, residencyId: string): Derived {
  const derived = derive(db, residencyId)
  writeStanding(db, { residencyId, foldVersion, curriculumVersion: newest(regimesFor(db, residencyId)).curriculum.version, state: JSON.stringify(derived.state), summary: JSON.stringify(derived.summary) })
  return derived
}

/** The standing from the facts alone, whatever is stored. */
export function derive(db: Db, residencyId: string, regimes: Regimes = regimesFor(db, residencyId)): Derived {
  const sets = readSets(db, residencyId)
  const state = foldDog(regimes, sets)
  return { state, summary: summarise(newest(regimes).curriculum, state, readPromises(db, residencyId), paceOf(sets)) }
}

function paceOf(sets: readonly SetFact[]): Summary['pace'] {
  const worked = sets.filter((s) => s.reps.length > 0)
  return { days: new Set(worked.map((s) => s.day)).size, reps: worked.reduce((n, s) => n + s.reps.length, 0) }
}

/** Stored standing, made again when it is missing or of another version of the fold. */
export function standingOf(db: Db, residencyId: string): Derived {
  const row = readStanding(db, residencyId)
  if (!row || row.foldVersion !== foldVersion) return refold(db, residencyId)
  return { state: stored<DogState>(row.state), summary: stored<Summary>(row.summary) }
}

/** Summaries of all these residencies; missing ones are derived and stored. */
export function summariesOf(db: Db, today: string, residencyIds: readonly string[]): ReadonlyMap<string, Summary> {
  const rows = readSummaries(db, today, foldVersion)
  return new Map(residencyIds.map((id) => { const row = rows.get(id); return [id, row === undefined ? refold(db, id).summary : stored<Summary>(row)] }))
}

/** Makes every stored standing again from the facts; returns how many. */
export function rebuildStandings(db: Db, now: number): number {
  const ids = allResidencyIds(db)
  db.transaction(() => {
    ids.forEach((id) => refold(db, id))
    refitForgetting(db, now)
  }).immediate()
  return ids.length
}

/**
 * Reads back what `refold` wrote under the same fold version. This is our own derived value, not an outside boundary:
 * parsing it field by field would cost more than deriving the wall, and anything odd in it is cured by a rebuild.
 */
const stored = <T>(json: string): T => JSON.parse(json) as T
