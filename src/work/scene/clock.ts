import { fromAbsolute } from '@internationalized/date'

/** The moment of this request, ms since the epoch. Pages and actions take the time here and pass it on. */
export const requestTime = (): number => Date.now()

/** Minutes since midnight on the wall clock of this time zone. */
export function wallMinute(timeZone: string, at: number): number {
  const local = fromAbsolute(at, timeZone)
  return local.hour * 60 + local.minute
}
