import { z } from 'zod'
import type { SetFact } from '../facts/fact'
import type { Rates } from './rates'
import type { Past } from './rungExposures'
import { hazardAt } from './waitingTime'

/** By what a kennel’s figures are told apart. */
export const figureKinds = ['command', 'place', 'handler'] as const
export const figureShape = z.object({
  by: z.enum(figureKinds),
  id: z.string(),
  /** Rungs passed for the first time, minutes of sets spent on them, and as many passes as were to be expected. */
  passes: z.number(),
  minutes: z.number(),
  expected: z.number(),
})
export type Figure = z.infer<typeof figureShape>

/** Design choice: play between two sets, minutes. */
const breakMinutes = 3
/** Design choice: no set is longer; what is longer was left open. */
const longestSetMinutes = 15

/** What a set takes, minutes: from its first rep to its last, and the play after it. */
const minutesOf = (set: SetFact): number =>
  Math.min(longestSetMinutes, ((set.reps.at(-1)?.at ?? 0) - (set.reps[0]?.at ?? 0)) / 60_000) + breakMinutes

/** Rungs passed and minutes at frontiers of finished residencies, by command, place and whoever held the leash. */
export function figuresFrom(
  dogs: readonly { readonly past: Past; readonly sets: readonly SetFact[]; readonly speed: number }[],
  rates: Rates,
): readonly Figure[] {
  const all = new Map<string, { -readonly [K in keyof Figure]: Figure[K] }>()
  for (const { past, sets, speed } of dogs) {
    const byId = new Map(sets.map((s) => [s.id, s]))
    for (const at of past.frontier) {
      const set = byId.get(at.setId)
      if (!set) continue
      const expected = -Math.expm1(-hazardAt(rates.of(at.rungId, at.kind) * speed, at.nth, rates.shape))
      for (const [by, id] of [
        ['command', at.command],
        ['place', set.placeId],
        ['handler', set.leashHolder],
      ] as const) {
        const key = `${by} ${id}`
        const of = all.get(key) ?? { by, id, passes: 0, minutes: 0, expected: 0 }
        of.passes += Number(at.passed)
        of.minutes += minutesOf(set)
        of.expected += expected
        all.set(key, of)
      }
    }
  }
  return [...all.values()]
}

/** Quantile of the normal distribution for the middle nine in ten. */
const z90 = 1.645

/**
 * The middle nine in ten of what a count may have come from: Byar’s approximation of the exact limits of a Poisson
 * count (Breslow & Day 1987, p. 69).
 */
export function countLimits(count: number): { readonly low: number; readonly high: number } {
  const more = count + 1
  return {
    low: count === 0 ? 0 : count * (1 - 1 / (9 * count) - z90 / (3 * Math.sqrt(count))) ** 3,
    high: more * (1 - 1 / (9 * more) + z90 / (3 * Math.sqrt(more))) ** 3,
  }
}

/** What a figure comes to: rungs an hour, and passes beside those to be expected, each with its middle nine in ten. */
export interface FigureRow {
  readonly id: string
  readonly passes: number
  readonly hours: number
  readonly anHour: { readonly is: number; readonly low: number; readonly high: number }
  readonly beside: { readonly is: number; readonly low: number; readonly high: number }
}

export function figureRow({ id, passes, minutes, expected }: Figure): FigureRow {
  const hours = minutes / 60
  const { low, high } = countLimits(passes)
  const per = (of: number) => ({ is: passes / of, low: low / of, high: high / of })
  return { id, passes, hours, anHour: per(Math.max(1 / 60, hours)), beside: per(Math.max(0.01, expected)) }
}

/** Whether two differ by more than chance: their middle nine in ten do not overlap. */
export const apart = (a: FigureRow, b: FigureRow): boolean =>
  a.beside.low > b.beside.high || b.beside.low > a.beside.high
