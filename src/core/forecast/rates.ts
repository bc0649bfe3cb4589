import type { Rung } from '../curriculum/types'
import { spanOf } from '../rule/rule'
import { hazardAt } from './wait'

/** What rungs are alike in, for how fast they are passed. */
export const rateKinds = [
  'shape',
  'fade',
  'word',
  'row',
  'hold-5',
  'hold-30',
  'hold-longer',
  'heel',
  'recall',
  'recall-row',
] as const
export type RateKind = (typeof rateKinds)[number]

/**
 * House: passes a set that a usual dog has before a kennel knows its own, from a study of simulated residencies of a
 * law that no test here uses. Not to be fitted to simulated dogs again.
 */
export const priorRates: Readonly<Record<RateKind, number>> = {
  shape: 0.5,
  fade: 0.45,
  word: 0.4,
  row: 0.25,
  'hold-5': 0.35,
  'hold-30': 0.3,
  'hold-longer': 0.3,
  heel: 0.4,
  recall: 0.35,
  'recall-row': 0.2,
}

/** House: a rule of so many in a row is a kind of its own. */
const longRow = 10

export function rateKindOf(rung: Pick<Rung, 'kind' | 'rule' | 'stage' | 'criterion'>): RateKind {
  const row = rung.rule.kind === 'row' && spanOf(rung.rule) >= longRow
  if (rung.kind === 'recall') return row ? 'recall-row' : 'recall'
  if (rung.kind === 'heel') return 'heel'
  const { seconds } = rung.criterion
  if (rung.kind === 'timed' && seconds !== undefined)
    return seconds <= 5 ? 'hold-5' : seconds <= 30 ? 'hold-30' : 'hold-longer'
  if (row) return 'row'
  if (rung.stage === 'shape') return 'shape'
  return rung.stage === 'empty-hand' || rung.stage === 'smaller-signal' ? 'fade' : 'word'
}

/** Sets spent at one rung that had never been met, with drops and re-climbs inside, and whether it was met. */
export interface Stretch {
  readonly rungId: string
  readonly command: string
  readonly runKey: string
  readonly kind: RateKind
  readonly sets: number
  readonly passed: boolean
}

/** House: what a prior weighs, in passes expected under it. */
export const weights = { rung: 15, kind: 15, house: 10 } as const

/** Passes seen, and as many as were expected. */
export interface Seen {
  passes: number
  expected: number
}
const nothingSeen = (): Seen => ({ passes: 0, expected: 0 })

/** Hazard that a stretch was under at this rate: as many passes as were to be expected in its sets. */
export function exposure(lambda: number, sets: number): number {
  let sum = 0
  for (let s = 1; s <= sets; s++) sum += hazardAt(lambda, s)
  return sum
}

export interface Rates {
  /** Passes a set of a usual dog at this rung. */
  readonly of: (rungId: string, kind: RateKind) => number
}

export const shippedRates: Rates = { of: (_, kind) => priorRates[kind] }

/** Stretches of one dog, with how fast it is beside a usual one. */
export interface DogStretches {
  readonly speed: number
  readonly stretches: readonly Stretch[]
}

/**
 * Rates of a kennel from its own finished residencies, drawn toward what is shipped: the house beside the shipped
 * figures, a kind of rung beside the house, a rung beside its kind (empirical Bayes; each ratio of passes seen to
 * passes expected has a gamma prior about one, of the weight above).
 */
export function ratesFrom(dogs: readonly DogStretches[]): Rates {
  const drawn = (seen: Seen, weight: number) => (weight + seen.passes) / (weight + seen.expected)
  const count = (rateOf: (s: Stretch) => number, keyOf: (s: Stretch) => string): ReadonlyMap<string, Seen> => {
    const all = new Map<string, Seen>()
    for (const { speed, stretches } of dogs)
      for (const s of stretches) {
        const key = keyOf(s)
        const seen = all.get(key) ?? nothingSeen()
        seen.passes += Number(s.passed)
        seen.expected += exposure(rateOf(s) * speed, s.sets)
        all.set(key, seen)
      }
    return all
  }
  const house = drawn(
    count(
      (s) => priorRates[s.kind],
      () => '',
    ).get('') ?? nothingSeen(),
    weights.house,
  )
  const kinds = count(
    (s) => priorRates[s.kind] * house,
    (s) => s.kind,
  )
  const ofKind = (kind: RateKind) => priorRates[kind] * house * drawn(kinds.get(kind) ?? nothingSeen(), weights.kind)
  const rungs = count(
    (s) => ofKind(s.kind),
    (s) => s.rungId,
  )
  return { of: (rungId, kind) => ofKind(kind) * drawn(rungs.get(rungId) ?? nothingSeen(), weights.rung) }
}
