import { linearRegression, median } from 'simple-statistics'
import { promptLevels, type PromptLevel } from '../curriculum/types'
import { daysBetween } from '../days'
import type { RepFact, SetFact } from '../facts/fact'
import { wilson, type Share } from './interval'
import type { RungId } from '../ids'

export interface HelpDay {
  readonly day: string
  /** Reps at each level of help, least first, as in `promptLevels`. */
  readonly reps: readonly number[]
  /** Reps of which nobody said the help they had. */
  readonly notSaid: number
}

export interface Latency {
  readonly medianSeconds: number
  readonly measured: number
  /** Seconds a day, by least squares through the days' medians; undefined with fewer than three days. */
  readonly trendPerDay: number | undefined
}

export interface FaultShare {
  readonly fault: string
  readonly reps: number
  /** Of all reps counted. */
  readonly share: number
}

export interface DayShare {
  readonly day: string
  readonly clean: number
  readonly total: number
}

/** Whether a rep of a set is clean; by its outcome alone where nobody knows its rung. */
export type IsClean = (set: SetFact, rep: RepFact) => boolean
const byOutcome: IsClean = (_, rep) => rep.outcome === 'clean'

/** The most help that a clean rep of a set may have had; undefined where nobody knows its rung. */
export type HelpAllowed = (set: SetFact) => PromptLevel | undefined

/**
 * How much help a rep had: what was said, or none where it was clean at a rung that allows none; undefined where nobody
 * said it.
 */
const promptOf = (rep: RepFact, allowed: PromptLevel | undefined): PromptLevel | undefined =>
  rep.prompt ?? (rep.outcome === 'clean' && allowed === 'none' ? 'none' : undefined)

/** First-cue success at one rung with its 95 % interval; undefined before the first rep. */
export function firstCueSuccess(
  sets: readonly SetFact[],
  rungId: RungId,
  isClean: IsClean = byOutcome,
): Share | undefined {
  const reps = sets.filter((s) => s.rungId === rungId).flatMap((s) => s.reps.map((r) => isClean(s, r)))
  return wilson(reps.filter(Boolean).length, reps.length)
}

/** Reps that worked, by help, day by day: one that did not come off says nothing of the help it needed. */
export function helpByDay(sets: readonly SetFact[], allowedIn: HelpAllowed): readonly HelpDay[] {
  const days = new Map<string, { reps: number[]; notSaid: number }>()
  for (const set of sets)
    for (const rep of set.reps) {
      if (rep.outcome === 'miss') continue
      const counts = days.get(set.day) ?? { reps: promptLevels.map(() => 0), notSaid: 0 }
      const prompt = promptOf(rep, allowedIn(set))
      if (prompt === undefined) counts.notSaid++
      else {
        const level = promptLevels.indexOf(prompt)
        counts.reps[level] = (counts.reps[level] ?? 0) + 1
      }
      days.set(set.day, counts)
    }
  return [...days].map(([day, counts]) => ({ day, ...counts })).sort((a, b) => a.day.localeCompare(b.day))
}

/** Clean reps of all, day by day. */
export function successByDay(sets: readonly SetFact[], isClean: IsClean = byOutcome): readonly DayShare[] {
  const days = new Map<string, { clean: number; total: number }>()
  for (const set of sets)
    for (const rep of set.reps) {
      const day = days.get(set.day) ?? { clean: 0, total: 0 }
      day.total++
      if (isClean(set, rep)) day.clean++
      days.set(set.day, day)
    }
  return [...days].map(([day, d]) => ({ day, ...d })).sort((a, b) => a.day.localeCompare(b.day))
}

/** The median latency of each day on which one was measured, seconds. */
export function latencyByDay(sets: readonly SetFact[]): readonly { readonly day: string; readonly seconds: number }[] {
  const days = new Map<string, number[]>()
  for (const set of sets)
    for (const rep of set.reps)
      if (rep.latencySeconds !== undefined) days.set(set.day, [...(days.get(set.day) ?? []), rep.latencySeconds])
  return [...days].map(([day, all]) => ({ day, seconds: median(all) })).sort((a, b) => a.day.localeCompare(b.day))
}

/** Median latency and where it is going; undefined when none was measured. */
export function latencyOf(sets: readonly SetFact[]): Latency | undefined {
  const all = sets.flatMap((s) => s.reps.flatMap((r) => (r.latencySeconds === undefined ? [] : [r.latencySeconds])))
  if (all.length === 0) return undefined
  const days = latencyByDay(sets)
  const first = days[0]
  const trend =
    first && days.length >= 3
      ? linearRegression(days.map((d) => [daysBetween(first.day, d.day), d.seconds])).m
      : undefined
  return { medianSeconds: median(all), measured: all.length, trendPerDay: trend }
}

/** Fault codes by share of reps, most frequent first. */
export function faultShares(sets: readonly SetFact[]): readonly FaultShare[] {
  const reps = sets.flatMap((s) => s.reps)
  const counts = new Map<string, number>()
  for (const rep of reps) for (const fault of new Set(rep.faults)) counts.set(fault, (counts.get(fault) ?? 0) + 1)
  return [...counts]
    .map(([fault, n]) => ({ fault, reps: n, share: n / reps.length }))
    .sort((a, b) => b.reps - a.reps || a.fault.localeCompare(b.fault))
}
