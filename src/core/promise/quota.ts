import type { Command } from '../curriculum/types'
import { addDays, daysBetween } from '../days'

type Quota = NonNullable<Command['quota']>

/** Repetitions of a command on a day. */
export interface DayReps {
  readonly day: string
  readonly reps: number
}

/** How a number to reach stands. */
export interface Pace {
  /** Repetitions the stay asks for: the quota, or the part of it that falls to its days. */
  readonly wanted: number
  readonly done: number
  readonly today: number
  /** Of the last seven days, today among them. */
  readonly week: number
  /** What a day asks for by the quota itself. */
  readonly daily: number
  /** What each day left, today included, would have to bring from this morning on; 0 when it is done. */
  readonly perDayNow: number
  /** Days left, today included. */
  readonly daysLeft: number
  /** What it comes to on the last day, going on as on the days so far. */
  readonly projected: number
}

/**
 * A quota against what was done: a thousand in a month is 33⅓ a day, and of a stay of three weeks seven hundred. The
 * day of arrival asks for nothing (the first evening is rest), nor does the day of leaving. Undefined where the stay
 * has no day to work on, or is over.
 */
export function paceOf(
  quota: Quota,
  done: readonly DayReps[],
  stay: { readonly arrivesOn: string; readonly leavesOn: string; readonly today: string },
): Pace | undefined {
  const first = addDays(stay.arrivesOn, 1)
  const days = daysBetween(first, stay.leavesOn)
  if (days <= 0 || stay.today >= stay.leavesOn) return undefined
  const sum = (from: string, to: string) => done.reduce((n, d) => (d.day >= from && d.day <= to ? n + d.reps : n), 0)
  const wanted = Math.min(quota.reps, Math.round((quota.reps * days) / quota.days))
  const total = sum(stay.arrivesOn, stay.today)
  const today = sum(stay.today, stay.today)
  const from = stay.today < first ? first : stay.today
  const daysLeft = daysBetween(from, stay.leavesOn)
  const before = total - today
  const passed = Math.max(0, daysBetween(first, stay.today))
  // Today is not over: the days behind it say how fast it goes, and today at the least what it has brought.
  const rate = passed === 0 ? today : before / passed
  return {
    wanted,
    done: total,
    today,
    week: sum(addDays(stay.today, -6), stay.today),
    daily: quota.reps / quota.days,
    perDayNow: Math.max(0, Math.ceil((wanted - before) / daysLeft)),
    daysLeft,
    projected: Math.round(before + Math.max(today, rate) + rate * (daysLeft - 1)),
  }
}

/** How it stands, in a sentence. */
export function sayPace(pace: Pace): string {
  const left = `${pace.daysLeft} ${pace.daysLeft === 1 ? 'day' : 'days'} left`
  if (pace.done >= pace.wanted) return `${pace.done} of ${pace.wanted}: reached, ${left}.`
  const end = pace.projected >= pace.wanted ? 'that is on pace' : `at this pace ${pace.projected} by the end`
  return `${pace.done} of ${pace.wanted}, ${left}: ${pace.perDayNow} a day from here; ${end}.`
}
