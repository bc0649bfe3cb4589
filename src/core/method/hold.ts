import { is } from '../curriculum/roles'
import { secondsToEat } from './pay'
import type { Rung } from '../curriculum/types'
import type { holdPays } from '../curriculum/words'

export type HoldPaid = (typeof holdPays)[number]

/** What a hold is asked of. */
export type HoldRung = Pick<Rung, 'kind' | 'setReps' | 'holdPay'> & {
  readonly criterion: Pick<Rung['criterion'], 'seconds' | 'metres'>
}

/** Seconds of the hold that a rung asks for; undefined when it asks for none. */
export const holdSeconds = (rung: HoldRung | undefined): number | undefined =>
  rung?.kind === 'timed' || rung?.kind === 'settle' ? rung.criterion.seconds : undefined

/** Common practice: from so many seconds on a hold is one rep, paid inside at its own interval. */
const longHoldFrom = 30

/**
 * How a rung's hold is paid, by its file or as common practice has it: short stays at each interval of one hold, five
 * payments and one release; from a distance on return, where the dog is; long ones inside at an interval of their own.
 * Undefined for a rung without a hold.
 */
export function holdPaid(rung: HoldRung | undefined): HoldPaid | undefined {
  const seconds = holdSeconds(rung)
  if (!rung || seconds === undefined) return undefined
  if (rung.holdPay) return rung.holdPay
  if (rung.criterion.metres !== undefined) return 'on-return'
  return rung.kind === 'timed' && seconds < longHoldFrom ? 'each-interval' : 'inside'
}

/** Seconds from the end of one interval to that of the next: a short one begins when the dog has eaten. */
export const secondsApart = (each: number): number => Math.max(each, secondsToEat)

/**
 * Seconds at which a hold has come to something: the ends of its intervals where it is paid at each, else its one end.
 * At the 3 s rung of a stay 3, 6, 9, 12 and 15 s (common practice); at the 1 s rung 1, 4, 7, 10 and 13 s, since each
 * piece has to be eaten.
 */
export function holdEnds(rung: HoldRung | undefined): readonly number[] {
  const seconds = holdSeconds(rung)
  if (!rung || seconds === undefined) return []
  const intervals = holdPaid(rung) === 'each-interval' ? rung.setReps : 1
  return Array.from({ length: intervals }, (_, i) => seconds + i * secondsApart(seconds))
}

/** Design choice: a dog is called out of a stay from so far off; nearer, the handler is back before it is over. */
const calledOutFromMetres = 3

/** Whether a stay may also end in a call: nothing but a stay is asked, and the handler stands off at its end. */
export const mayEndInCall = (rung: Rung): boolean =>
  rung.kind === 'timed' &&
  rung.axis === 'distance' &&
  (is(rung, 'sitting-stay') || is(rung, 'lying-stay')) &&
  (rung.criterion.metres ?? 0) >= calledOutFromMetres
