import { CalendarDateTime, parseDate, toZoned } from '@internationalized/date'

export const timeZone = 'Europe/London'

/** Minutes after midnight of a day, where the demonstration lies. */
export const moment = (day: string, minute: number): number => {
  const d = parseDate(day)
  return toZoned(new CalendarDateTime(d.year, d.month, d.day, Math.floor(minute / 60), minute % 60), timeZone)
    .toDate()
    .getTime()
}
