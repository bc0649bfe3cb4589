import { fromAbsolute } from '@internationalized/date'
import type { EpochMs } from '@/core/epochMs'

/** The moment of this request, ms since the epoch. Pages and actions take the time here and pass it on. */
export const requestTime = (): number => Date.now()

/** Minutes since midnight on the wall clock of this time zone. */
export function wallMinute(timeZone: string, at: EpochMs): number {
  const local = fromAbsolute(at, timeZone)
  return local.hour * 60 + local.minute
}
