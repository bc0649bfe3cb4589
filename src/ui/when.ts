/** Dates and times as the kennel says them, in its own time zone, alike on the server and in the browser. */

import { sayMinute, type ClockFace } from '@/core/clock'
import { sayDay } from '@/core/days'

export { sayMinute, type ClockFace } from '@/core/clock'

export { sayDay } from '@/core/days'

const clocks = new Map<string, Intl.DateTimeFormat>()

/** Calendar day and clock of a moment in a time zone. */
export function wallClock(
  at: number,
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
    clock: sayMinute(Number(part['hour']) * 60 + Number(part['minute']), face),
  }
}

/** A moment as “Thu 30 Apr, 10:30”. */
export function sayMoment(at: number, timeZone: string, face: ClockFace = '24'): string {
  const { day, clock } = wallClock(at, timeZone, face)
  return `${sayDay(day)}, ${clock}`
}
