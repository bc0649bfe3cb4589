import type { EpochMs } from './epochMs'

/** Design choice: clocks of devices may run ahead or lag by so much without being wrong. */
export const clockSlackMs = 5 * 60_000

/** Before this moment nobody used this program: a clock that says so is wrong, whatever it says. */
export const earliest = Date.UTC(2000, 0, 1)

/** The moment a fact is taken to be of, and whether anybody can be sure of its day. */
export interface Settled {
  readonly at: EpochMs
  readonly sure: boolean
}

/**
 * The moment a fact is of, from what its device claims: the first claim that lies neither before what the device did
 * earlier nor ahead of the kennel's clock. A device whose clock fell back in mid-session is set right so, from the
 * order of its facts and the server's clock. Where no claim fits, it is put right after what came before, and its day
 * is not sure.
 */
export function settle(
  claims: readonly number[],
  { notBefore, now }: { readonly notBefore: number | undefined; readonly now: EpochMs },
): Settled {
  const least = Math.max(earliest, (notBefore ?? earliest) - clockSlackMs)
  const fits = claims.find((c) => c >= least && c <= now + clockSlackMs)
  if (fits !== undefined) return { at: Math.min(fits, now), sure: true }
  return { at: Math.min(now, Math.max(earliest, notBefore ?? now)), sure: false }
}

/** Whether a moment lies in a residency, from the morning of arrival to the end of the day of going home. */
export const liesWithin = (at: EpochMs, from: number, to: number): boolean => at >= from && at < to
