import type { Rung } from '../curriculum/types'
import { chosen, type Method } from './method'

/** Design choice: so many clean reps of a rung are new, and always rewarded. */
export const newReps = 5

/** Whether the rung tells to mark: a mark promises pay. */
const saysMark = ({ say, criterion }: Rung): boolean =>
  say.includes('{marker}') || /\bmark(ed)?\b/i.test(`${say} ${criterion.words}`)

/**
 * Whether chance never says “unpaid” here: whatever is marked, and else as the file says, or every recall. Common
 * practice.
 */
export const isAlwaysPaid = (rung: Rung): boolean => saysMark(rung) || (rung.alwaysPaid ?? rung.kind === 'recall')

/**
 * Whether the first clean rep ever of this rung is a hard thing done for the first time, and so paid by a jackpot: as
 * the file says, else where the word stands alone. Common practice.
 */
export const isHardFirst = (rung: Rung): boolean => rung.jackpot ?? rung.stage === 'word-alone'

/** Pieces of one stretch of walking: one every so many steps, one at its end where nothing is said. */
export const piecesOfStretch = (steps: number, every: number | undefined): number =>
  every === undefined ? 1 : Math.max(1, Math.floor(steps / every))

/**
 * Whether every clean rep is paid, or one in two or three, never evenly; `rung` where pay itself is what the rung makes
 * harder. Common practice.
 */
export function paySchedule(rung: Rung, method: Method, held: boolean): 'every' | 'variable' | 'rung' {
  if (rung.axis === 'pay') return 'rung'
  if (isAlwaysPaid(rung)) return 'every'
  const rate = chosen(method, 'rate')
  return (rate === 'early-variable' ? rung.stage !== 'shape' : rate === 'until-held' && held) ? 'variable' : 'every'
}

/** Design choice: the longest pay interval inside a hold, seconds; below, a third of the hold. */
const longestInterval = 20

/** Design choice: a dog takes so many seconds for a piece, and no other comes before it has eaten. */
export const secondsToEat = 3

/** Seconds between two pays inside a hold of this length. */
export const holdInterval = (seconds: number): number =>
  Math.max(secondsToEat, Math.min(longestInterval, Math.round(seconds / 3)))
