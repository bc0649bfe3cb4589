import { figures } from '../figures'
import { parseDate, type CalendarDate } from '@internationalized/date'
import { momentAt, weekdayOf } from '../days'
import type { PersonId, PlaceId } from '../ids'
import { hasRoom, type Moments, type Space } from './space'
import type { EpochMs } from '../epochMs'

/** A person's working hours on one weekday, minutes after midnight in the kennel's time zone; 1 is Monday. */
export interface Hours {
  readonly personId: PersonId
  readonly weekday: number
  readonly fromMinute: number
  readonly toMinute: number
}

/** A time at which somebody shows a dog, or is away. */
export interface Busy extends Moments {
  readonly personId: PersonId
}

export interface Slot extends Moments {
  readonly personId: PersonId
  /** Where the dog is shown, where that was asked for. */
  readonly placeId?: PlaceId
}

export interface SlotQuestion {
  readonly timeZone: string
  /** First and last calendar day on which the handoff may be, `YYYY-MM-DD`; the last is the day of going home. */
  readonly firstDay: string
  readonly lastDay: string
  /** Nothing before this moment, ms since the epoch. */
  readonly notBefore: number
  readonly minutes: number
  readonly everyMinutes: number
  readonly hours: readonly Hours[]
  readonly busy: readonly Busy[]
  /** The location that is asked for; any, where it is left out. */
  readonly space?: Space | undefined
  /** Minutes after midnight between which nothing is shown; may run over midnight. */
  readonly quiet?: { readonly fromMinute: number; readonly toMinute: number } | undefined
}

/** Design choice: a handoff takes an hour and may begin on the half hour. */
export const handoffMinutes = figures.handoffMinutes.value
export const handoffEveryMinutes = figures.handoffEvery.value
/** Design choice: nobody looks further ahead for a time than this. */
const mostDays = 400

/**
 * Free handoff times inside staff hours, in order of time then person. Hours that a clock change removes are skipped.
 */
export function freeSlots(q: SlotQuestion): readonly Slot[] {
  const found: Slot[] = []
  const last = parseDate(q.lastDay)
  let day: CalendarDate = parseDate(q.firstDay)
  for (let n = 0; n < mostDays && day.compare(last) <= 0; n++, day = day.add({ days: 1 })) {
    const weekday = weekdayOf(day.toString())
    for (const h of q.hours) if (h.weekday === weekday) found.push(...slotsInDay(q, day, h))
  }
  return found
    .filter((s) => !q.space || hasRoom(q.space, s))
    .filter(
      (s) =>
        s.fromMs >= q.notBefore &&
        !q.busy.some((b) => b.personId === s.personId && b.fromMs < s.toMs && s.fromMs < b.toMs),
    )
    .sort((a, b) => a.fromMs - b.fromMs || a.personId.localeCompare(b.personId))
}

/** Whole days of free times that are offered at once, and where the others begin. */
export interface Offered {
  readonly slots: readonly Slot[]
  /** The first day with a free time after those that are offered; undefined where there is none. */
  readonly laterFrom: string | undefined
  /** Where the days before begin; undefined where these are the first. */
  readonly earlierFrom: string | undefined
}

/**
 * Free times from a day on, in whole days of at most so many times, one day at least; with the days from which the
 * others are reached.
 */
export function offeredFrom(
  slots: readonly Slot[],
  from: string,
  { most, dayOf }: { readonly most: number; readonly dayOf: (at: EpochMs) => string },
): Offered {
  const days = new Map<string, Slot[]>()
  for (const slot of slots) {
    const day = dayOf(slot.fromMs)
    days.set(day, [...(days.get(day) ?? []), slot])
  }
  const windows: { from: string; slots: Slot[] }[] = []
  for (const [day, own] of days) {
    const last = windows.at(-1)
    if (last && last.slots.length + own.length <= most) last.slots.push(...own)
    else windows.push({ from: day, slots: [...own] })
  }
  const at = Math.max(
    0,
    windows.findLastIndex((w) => w.from <= from),
  )
  return {
    slots: windows[at]?.slots ?? [],
    laterFrom: windows[at + 1]?.from,
    earlierFrom: windows[at - 1]?.from,
  }
}

function slotsInDay(q: SlotQuestion, day: CalendarDate, h: Hours): Slot[] {
  const slots: Slot[] = []
  for (let at = h.fromMinute; at + q.minutes <= h.toMinute; at += q.everyMinutes) {
    if (q.quiet && isQuiet(q.quiet, at, at + q.minutes)) continue
    const from = momentAt(q.timeZone, day.toString(), at)
    const to = momentAt(q.timeZone, day.toString(), at + q.minutes)
    if (from !== undefined && to !== undefined && to - from === q.minutes * 60_000)
      slots.push({ personId: h.personId, ...(q.space && { placeId: q.space.placeId }), fromMs: from, toMs: to })
  }
  return slots
}

export const isQuiet = (
  { fromMinute: from, toMinute: to }: NonNullable<SlotQuestion['quiet']>,
  begin: number,
  end: number,
): boolean => (from < to ? begin < to && end > from : begin < to || end > from)
