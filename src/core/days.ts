import {
  type CalendarDate,
  CalendarDateTime,
  fromAbsolute,
  getDayOfWeek,
  parseDate,
  toCalendarDate,
  toZoned,
} from '@internationalized/date'

export const msPerDay = 86_400_000

/**
 * The calendar day, `YYYY-MM-DD`, that the wall clock in this time zone shows at this moment (ms since the epoch). A
 * moment outside the years 1 to 9999 has the first or last of their days, so that a day always has four figures.
 */
export function dayIn(timeZone: string, moment: number): string {
  const at = Math.min(lastMoment, Math.max(firstMoment, moment))
  // From here on every zone’s clock is changed at a whole quarter of an hour, so that one offset serves a quarter.
  if (!(at >= firstWholeQuarter && at < lastWholeQuarter)) return toCalendarDate(fromAbsolute(at, timeZone)).toString()
  const quarter = Math.floor(at / msPerQuarter)
  let ofZone = offsets.get(timeZone)
  if (!ofZone) offsets.set(timeZone, (ofZone = new Map()))
  let offset = ofZone.get(quarter)
  if (offset === undefined) {
    offset = fromAbsolute(quarter * msPerQuarter, timeZone).offset
    if (ofZone.size >= offsetsKept) ofZone.clear()
    ofZone.set(quarter, offset)
  }
  return new Date(at + offset).toISOString().slice(0, 10)
}
/** What was asked for: a zone’s rules are slow to read, and the facts of a block lie in the same quarters. */
const offsets = new Map<string, Map<number, number>>()
const offsetsKept = 4096
const msPerQuarter = 900_000
const firstMoment = Date.parse('0001-01-02T00:00:00Z')
const lastMoment = Date.parse('9999-12-30T23:59:59Z')
const firstWholeQuarter = Date.UTC(1973, 0, 1)
const lastWholeQuarter = Date.UTC(2200, 0, 1)

/**
 * A calendar day for arithmetic. One outside the years 1 to 9999, as ISO 8601 writes it with a sign, is taken for the
 * first or last of them: a row from before there were bounds spoils its own line and no page.
 */
const calendarDay = (day: string): CalendarDate =>
  parseDate(/^[+-]\d{6}-/.test(day) ? (day.startsWith('-') ? '0001-01-02' : '9999-12-30') : day)

/** Whole calendar days from one day to another; negative when `to` lies before `from`. */
export const daysBetween = (from: string, to: string): number => calendarDay(to).compare(calendarDay(from))

/** The day this many days later, or earlier when negative. */
export const addDays = (day: string, days: number): string => calendarDay(day).add({ days }).toString()

/** Monday is 1, Sunday 7. */
export const weekdayOf = (day: string): number => getDayOfWeek(calendarDay(day), 'en-GB', 'mon') + 1

/** The moment, ms since the epoch, at which this calendar day begins in this time zone. */
export function startOfDay(timeZone: string, day: string): number {
  const of = `${timeZone} ${day}`
  const known = starts.get(of)
  if (known !== undefined) return known
  const at = toZoned(calendarDay(day), timeZone).toDate().getTime()
  if (starts.size >= startsKept) starts.clear()
  starts.set(of, at)
  return at
}
/** Days that were asked for: a zone’s rules are slow to read, and the same few days are asked for by every dog. */
const starts = new Map<string, number>()
const startsKept = 4096

const months = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec']
const days = ['Sun', 'Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat']

const weekdays = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'].map((name, i) => ({
  /** Monday is 1, Sunday 7. */
  number: i + 1,
  name,
}))

/** The days of a week that begins on Monday or on Sunday. */
export const weekdaysFrom = (first: 'monday' | 'sunday'): typeof weekdays =>
  first === 'monday' ? weekdays : [...weekdays.slice(-1), ...weekdays.slice(0, -1)]

/** “Mon” for 1, “Sun” for 7. */
export const shortWeekday = (number: number): string => days[number % 7] ?? ''

/** How a house writes a date. */
export type DateOrder = 'day-first' | 'month-first'

const longMonths = 'January February March April May June July August September October November December'.split(' ')

/** Date and month in the house’s order, the month by these names. */
function dateIn(day: string, order: DateOrder, names: readonly string[]): string {
  const at = new Date(`${day}T00:00:00Z`)
  const [date, month] = [at.getUTCDate(), names[at.getUTCMonth()] ?? '']
  return order === 'day-first' ? `${date} ${month}` : `${month} ${date}`
}

/** `2026-04-30` as “30 Apr” or “Apr 30”, where the weekday would be too much. */
export const dateText = (day: string, order: DateOrder): string => dateIn(day, order, months)

/** `2026-04-30` as “Thu 30 Apr” or “Thu, Apr 30”. */
export function dayText(day: string, order: DateOrder): string {
  const weekday = days[new Date(`${day}T00:00:00Z`).getUTCDay()] ?? ''
  return `${weekday}${order === 'day-first' ? '' : ','} ${dateText(day, order)}`
}

/** `2026-04-30` as “Thursday 30 April” or “Thursday, April 30”, for letters. */
export function longDayText(day: string, order: DateOrder): string {
  const weekday = weekdays[weekdayOf(day) - 1]?.name ?? ''
  return `${weekday}${order === 'day-first' ? '' : ','} ${dateIn(day, order, longMonths)}`
}

/** Days from one to another: “21 to 27 November” or “November 21 to 27”, the month twice where it changes. */
export function longSpanText(from: string, to: string, order: DateOrder): string {
  const [first, last] = [dateIn(from, order, longMonths), dateIn(to, order, longMonths)]
  if (from.slice(0, 7) !== to.slice(0, 7)) return `${first} to ${last}`
  return order === 'day-first' ? `${first.split(' ')[0]} to ${last}` : `${first} to ${last.split(' ')[1]}`
}

/** `2026-04-30` as “Thu 30 Apr 2026” or “Thu, Apr 30, 2026”, for what may lie years back. */
export const dayOfYearText = (day: string, order: DateOrder): string =>
  `${dayText(day, order)}${order === 'day-first' ? '' : ','} ${day.slice(0, 4)}`

/**
 * The moment at which the wall clock of a zone shows this minute of a day, which may lie beyond its end; undefined when
 * a clock change skips it. Of two the earlier.
 */
export function momentAt(timeZone: string, day: string, minute: number): number | undefined {
  const whole = calendarDay(day).add({ days: Math.floor(minute / 1440) })
  const local = new CalendarDateTime(whole.year, whole.month, whole.day, Math.floor((minute % 1440) / 60), minute % 60)
  const zoned = toZoned(local, timeZone, 'earlier')
  return zoned.hour === local.hour && zoned.minute === local.minute ? zoned.toDate().getTime() : undefined
}
