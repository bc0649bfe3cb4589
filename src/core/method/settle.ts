import { addDays, daysBetween } from '../days'
import type { Rung } from '../curriculum/types'

/** House: where a file says nothing. Common practice: as it chews at first, then further and further apart. */
const making = [2, 5, 10] as const
const made = [5, 10, 15, 20] as const

/** Seconds between two pays of a settle rung, least first; empty for any other. */
export const settleIntervals = (rung: Rung | undefined): readonly number[] =>
  rung?.kind !== 'settle' ? [] : (rung.payEvery ?? (rung.axis === 'pay' ? making : made))

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

/** A settle minute as it is kept, with the kennel's day of it. */
export type KeptMinute = SettleMinute & { readonly day: string; readonly minutes: number }

export interface SettleDay {
  readonly day: string
  /** The longest interval of a calm minute, seconds; undefined when none was calm. */
  readonly longest: number | undefined
  readonly calm: number
  readonly minutes: number
}

/** The Monday of the week that a day lies in, for those that are drawn by week. */
const weekOf = (day: string): string => addDays(day, -((daysBetween('2024-01-01', day) % 7) + 7) % 7)

/** The same by week, each under its Monday. */
export const settleByWeek = (days: readonly SettleDay[]): readonly SettleDay[] =>
  settleByDay(
    days.flatMap((d) => [
      ...(d.longest === undefined ? [] : [{ day: weekOf(d.day), interval: d.longest, calm: true, minutes: d.calm }]),
      { day: weekOf(d.day), interval: 0, calm: false, minutes: d.minutes - d.calm },
    ]),
  )

/** The longest interval kept, day by day. */
export function settleByDay(minutes: readonly KeptMinute[]): readonly SettleDay[] {
  const days = new Map<string, KeptMinute[]>()
  for (const m of minutes) days.set(m.day, [...(days.get(m.day) ?? []), m])
  return [...days]
    .map(([day, all]) => {
      const calm = all.filter((m) => m.calm)
      return {
        day,
        longest: calm.length === 0 ? undefined : Math.max(...calm.map((m) => m.interval)),
        calm: calm.reduce((n, m) => n + m.minutes, 0),
        minutes: all.reduce((n, m) => n + m.minutes, 0),
      }
    })
    .sort((a, b) => a.day.localeCompare(b.day))
}
