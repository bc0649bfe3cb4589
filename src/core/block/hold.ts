import type { Rung } from '../curriculum/types'
import { secondsApart } from '../method/hold'
import { holdInterval, paySchedule, secondsToEat } from '../method/pay'
import type { Method } from '../method/method'
import { seeded } from '../seeded'

/** How pay comes inside a hold: evenly, further and further apart, or never evenly. */
export type HoldPay = 'fixed' | 'stretching' | 'variable'

/** Design choice: nothing is paid inside in the last moments; the end is paid by itself. */
const beforeEnd = 0.75

/** Common practice: evenly while the rung is new, stretched once it was passed, variable once it is held. */
export const holdPay = (
  rung: Rung,
  method: Method,
  at: { readonly passed: boolean; readonly held: boolean },
): HoldPay => (paySchedule(rung, method, at.held) === 'variable' ? 'variable' : at.passed ? 'stretching' : 'fixed')

/**
 * Seconds into a hold at which to pay, ascending, never in the last moments. Fixed: every interval. Stretching: the
 * first after a third of the interval, each gap half as long again, up to the interval and beyond. Variable: gaps of
 * half to one and a half intervals, drawn from the seed.
 */
export function payMoments(seconds: number, how: HoldPay, seed: number): readonly number[] {
  if (seconds < 3) return []
  const every = holdInterval(seconds)
  const chance = seeded(seed)
  const moments: number[] = []
  let gap = how === 'stretching' ? Math.max(secondsToEat, every / 3) : every
  for (let at = 0; moments.length < 400;) {
    at += how === 'variable' ? Math.max(secondsToEat, every * (0.5 + chance())) : gap
    if (how === 'stretching') gap *= 1.5
    if (at > seconds - beforeEnd) break
    moments.push(Math.round(at * 10) / 10)
  }
  return moments
}

/** Which interval of a hold runs at this second, from 0, and how far it has come; 0 while the dog still eats. */
export function intervalAt(seconds: number, each: number): { readonly nth: number; readonly into: number } {
  const apart = secondsApart(each)
  const nth = seconds < each ? 0 : Math.floor((seconds - each) / apart) + 1
  return { nth, into: Math.max(0, Math.round((seconds - nth * apart) * 10) / 10) }
}

/** Pieces given inside a hold that lasted so many seconds, by these moments. */
export const paidInside = (moments: readonly number[], seconds: number): number =>
  moments.filter((m) => m <= seconds).length

/** Design choice: beyond this the two clocks disagree, and the trainer says what was held. */
export const clocksAgreeWithin = 1

/**
 * What a hold came to by both clocks, seconds; they part when a device slept (the monotonic one may stop) or its wall
 * clock was set.
 */
export interface HoldTimes {
  readonly monotonic: number
  readonly wall: number
}

/** Whether somebody must say how long it was: a clock that stood still has counted no hold. */
export const mustConfirm = (t: HoldTimes): boolean => Math.abs(t.wall - t.monotonic) > clocksAgreeWithin
