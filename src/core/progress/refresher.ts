import type { Rung } from '../curriculum/types'
import type { SetContext } from '../facts/fact'
import { shareOf } from '../rule/rule'
import type { Drop } from './dropBack'
import type { Window } from './state'
import { restartWindow } from './window'
import type { RungId } from '../ids'

/**
 * Whether a set counts as a refresher: opened as one, at the top mastered rung, with nothing new around it. `top` is −1
 * where nothing is mastered.
 */
export const isRefresher = (set: Pick<SetContext, 'purpose'>, index: number, top: number, climbing: boolean): boolean =>
  set.purpose === 'refresh' && !climbing && top >= 0 && index === top

/** A refresher counts cold: its window has its own reps alone, so its first rep starts the window again. */
export function beginCold(window: Window, rungId: RungId, reps: number): void {
  if (reps === 1) restartWindow(window, rungId)
}

/**
 * A refresher counts cold: a block warms up with another command, or not at all. `others`: sure sets of commands that
 * this block does not train.
 */
export const mayWarmUp = (refreshers: number, others: number): boolean => others > 0 || refreshers === 0

/** Design choice: of a full set, four clean in ten or fewer are a failed refresher, as they are a drop while fading. */
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
