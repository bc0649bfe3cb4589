/** Dates and times as the kennel says them, in its own time zone, alike on the server and in the browser. */

import { minuteText, type ClockFace } from '@/core/clock'
import { dayText } from '@/core/days'
import type { HouseWays } from '@/core/measures'
import type { EpochMs } from '@/core/epochMs'

export { minuteText, type ClockFace } from '@/core/clock'

const clocks = new Map<string, Intl.DateTimeFormat>()

/** Calendar day and clock of a moment in a time zone. */
export function wallClock(
  at: EpochMs,
  timeZone: string,
  face: ClockFace = '24',
): { readonly day: string; readonly clock: string } {
  let format = clocks.get(timeZone)
  if (!format) {
    format = new Intl.DateTimeFormat('en-GB', {
      timeZone,
      year: 'numeric',
      month: '2-digit',
      day: '2-digit',
      hour: '2-digit',
      minute: '2-digit',
      hourCycle: 'h23',
    })
    clocks.set(timeZone, format)
  }
  const part = Object.fromEntries(format.formatToParts(at).map((p) => [p.type, p.value]))
  return {
    day: `${part['year']}-${part['month']}-${part['day']}`,
    clock: minuteText(Number(part['hour']) * 60 + Number(part['minute']), face),
  }
}

/** A moment as “Thu 30 Apr, 10:30” or “Thu, Apr 30, 10:30 am”. */
export function momentText(at: EpochMs, timeZone: string, ways: Pick<HouseWays, 'clock' | 'dates'>): string {
  const { day, clock } = wallClock(at, timeZone, ways.clock)
  return `${dayText(day, ways.dates)}, ${clock}`
}
