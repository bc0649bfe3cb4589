import { addDays, daysBetween } from '../days'
import type { Rung } from '../curriculum/types'

/** Design choice: where a file says nothing. Common practice: as it chews at first, then further and further apart. */
const making = [2, 5, 10] as const
const made = [5, 10, 15, 20] as const

/** Seconds between two pays of a settle rung, least first; empty for any other. */
export const settleIntervals = (rung: Rung | undefined): readonly number[] =>
  rung?.kind !== 'settle' ? [] : (rung.payEvery ?? (rung.axis === 'pay' ? making : made))

/** Whether a minute was calm: it worked, and nobody saw it fight the tether, bark or climb. */
export const isCalm = (rep: { readonly outcome: string; readonly faults: readonly string[] }): boolean =>
  rep.outcome === 'clean' && rep.faults.length === 0

/** How a minute on the tether went. */
export interface SettleMinute {
  /** Seconds between its pays. */
  readonly interval: number
  /** Whether it was calm: no fighting the tether, no barking, no climbing. */
  readonly calm: boolean
}

/**
 * The interval of the next minute, seconds: stretched by one step after a calm minute, shortened by one after a
 * struggle. `last` is the newest minute worked, of this rung or another; a dog that comes from a longer interval than
 * the rung has begins at the longest below it, one that was not paid so before at the least. Undefined off settle.
 */
export function settleInterval(rung: Rung | undefined, last: SettleMinute | undefined): number | undefined {
  const steps = settleIntervals(rung)
  const least = steps[0]
  if (least === undefined || !last) return least
  const at = steps.findLastIndex((s) => s <= last.interval)
  if (at < 0) return least
  return steps[last.calm ? Math.min(steps.length - 1, at + 1) : Math.max(0, at - 1)]
}

/** Seconds into a minute of so many at which it is paid; the end is paid by itself. */
export const settlePays = (seconds: number, interval: number): readonly number[] =>
  Array.from({ length: Math.max(0, Math.ceil(seconds / interval) - 1) }, (_, i) => (i + 1) * interval)

/** Minutes on the tether as they are kept, with the kennel's day of them; of some nobody said the interval. */
export interface KeptMinute {
  readonly day: string
  readonly interval: number | undefined
  readonly calm: boolean
  readonly minutes: number
}

/** The newest minute whose interval is known; undefined when none is. */
export function newestMinute(minutes: readonly KeptMinute[]): SettleMinute | undefined {
  const found = minutes.findLast((m) => m.interval !== undefined)
  return found?.interval === undefined ? undefined : { interval: found.interval, calm: found.calm }
}

export interface SettleDay {
  readonly day: string
  /** The longest interval of a calm minute, seconds; undefined when none was calm. */
  readonly longest: number | undefined
  readonly calm: number
  readonly minutes: number
}

/** The Monday of the week that a day lies in, for those that are drawn by week. */
const weekOf = (day: string): string => addDays(day, -((daysBetween('2024-01-01', day) % 7) + 7) % 7)

/** Settle minutes by week, each under its Monday. */
export const settleByWeek = (days: readonly SettleDay[]): readonly SettleDay[] =>
  settleByDay(
    days.flatMap((d) => [
      { day: weekOf(d.day), interval: d.longest, calm: true, minutes: d.calm },
      { day: weekOf(d.day), interval: undefined, calm: false, minutes: d.minutes - d.calm },
    ]),
  )

const longestOf = (intervals: readonly number[]): number | undefined =>
  intervals.length === 0 ? undefined : Math.max(...intervals)

/** The longest interval kept, day by day. */
export function settleByDay(minutes: readonly KeptMinute[]): readonly SettleDay[] {
  const days = new Map<string, KeptMinute[]>()
  for (const m of minutes) days.set(m.day, [...(days.get(m.day) ?? []), m])
  return [...days]
    .map(([day, all]) => {
      const calm = all.filter((m) => m.calm)
      return {
        day,
        longest: longestOf(calm.flatMap((m) => m.interval ?? [])),
        calm: calm.reduce((n, m) => n + m.minutes, 0),
        minutes: all.reduce((n, m) => n + m.minutes, 0),
      }
    })
    .sort((a, b) => a.day.localeCompare(b.day))
}
