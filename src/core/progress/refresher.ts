import type { Rung } from '../curriculum/types'
import { shareOf } from '../rule/rule'
import type { Drop } from './drop'

/** House: of a full set, four clean in ten or fewer are a failed refresher, as they are a drop while fading. */
const failedShare = 0.4

/**
 * Whether a refresher whose set is full came to too little, though no miss ended it: five helped reps are a failed one.
 */
export const failedRefresher = (
  index: number,
  { clean, reps }: { readonly clean: number; readonly reps: number },
): Drop | undefined =>
  clean <= failedShare * reps
    ? { to: Math.max(0, index - 1), reason: { kind: 'refresher-failed', clean, of: reps } }
    : undefined

/** Clean reps a refresher of so many wants: the share that the rule wants. */
export const cleanWanted = (rung: Rung, reps: number): number =>
  reps < rung.setReps ? Number.POSITIVE_INFINITY : Math.ceil(shareOf(rung.rule) * reps)
