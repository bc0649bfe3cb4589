import type { SetFact } from '@/core/facts/fact'
import { foldMarked } from '@/core/progress/fold'
import type { Checkpoint } from '@/core/progress/checkpoint'
import { newest, upTo, type Regimes } from '@/core/progress/regime'
import type { DogState } from '@/core/progress/state'
import { summarize, type Summary } from '@/core/promise/summary'
import type { Db } from '@/store/database'
import { readSets } from '@/store/facts/read'
import { readPromises } from '@/store/residents'
import { regimesAhead } from '../base/regimes'
import { cachedStanding, cachedSummarySteps } from './cachedStanding'
import type { ResidencyId } from '@/core/ids'
import type { EpochMs } from '@/core/epochMs'

export interface Derived {
  readonly state: DogState
  readonly summary: Summary
}

/** A fold of all facts, which later ones can be folded onto. */
export interface Folded {
  readonly state: DogState
  readonly mark: Checkpoint
  /** Days on which it was worked. */
  readonly days: readonly string[]
}

export const foldAll = (regimes: Regimes, sets: readonly SetFact[]): Folded => ({
  ...foldMarked(regimes, sets),
  days: daysWorked(sets),
})

export const daysWorked = (sets: readonly SetFact[]): readonly string[] => [
  ...new Set(sets.flatMap((s) => (s.reps.length > 0 ? [s.day] : []))),
]

/** The standing from the facts alone, whatever is stored, under these regimes: those up to the moment asked about. */
export function derive(db: Db, residencyId: ResidencyId, regimes: Regimes): Derived {
  const { state, days } = foldAll(regimes, readSets(db, residencyId))
  return {
    state,
    summary: summarize(newest(regimes).curriculum, state, readPromises(db, residencyId), {
      days: days.length,
      reps: state.gained,
    }),
  }
}

/**
 * The standing as of this moment: the kept one where it holds, else folded from the facts. Reading keeps nothing: that
 * is for who writes facts, and for the clock (`renewStandings`).
 */
export function standingOf(db: Db, residencyId: ResidencyId, now: EpochMs): Derived {
  const had = cachedStanding(db, residencyId, now)
  return had
    ? { state: had.state, summary: had.summary }
    : derive(db, residencyId, upTo(regimesAhead(db, residencyId), now))
}

/** All these residents with their summaries as of this moment, most of whom are here on this day. */
export function* summarySteps<R extends { readonly residencyId: ResidencyId }>(
  db: Db,
  today: string,
  now: EpochMs,
  residents: readonly R[],
): Generator<undefined, readonly (readonly [R, Summary])[]> {
  const here = yield* cachedSummarySteps(db, today, now)
  return residents.map((r) => [r, here.get(r.residencyId) ?? standingOf(db, r.residencyId, now).summary] as const)
}
