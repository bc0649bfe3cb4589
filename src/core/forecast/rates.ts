import type { Rung } from '../curriculum/types'
import { spanOf } from '../rule/rule'
import { dogShape, speedFrom, type Speed } from './speed'
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

/**
 * Passes that were to be expected at the level above, and as many as there must have been: a set that passes may hold
 * more than one.
 */
export interface Seen {
  readonly passes: number
  readonly expected: number
}

export interface Rates {
  /** Passes a set of a usual dog at this rung. */
  readonly of: (rungId: string, kind: RateKind) => number
}

/** What rates are drawn toward before a kennel has any of its own: what is shipped, or what another kennel learned. */
export interface BaseRates {
  readonly kinds: Readonly<Record<RateKind, number>>
  /** Of single rungs, where they are known. */
  readonly rungs: Readonly<Record<string, number>>
}
export const shippedBase: BaseRates = { kinds: priorRates, rungs: {} }
const baseOf = (base: BaseRates, rungId: string, kind: RateKind): number => base.rungs[rungId] ?? base.kinds[kind]

/** What a kennel has learned from its own finished residencies: passes seen and expected, level by level. */
export interface Learned {
  /** Finished residencies it is of. */
  readonly residencies: number
  readonly house: Seen
  readonly kinds: Readonly<Partial<Record<RateKind, Seen>>>
  readonly rungs: Readonly<Record<string, Seen>>
}
export const nothingLearned: Learned = { residencies: 0, house: { passes: 0, expected: 0 }, kinds: {}, rungs: {} }

/** A ratio of passes to passes expected, with a gamma prior about one of this weight. */
const drawn = (seen: Seen | undefined, weight: number): number =>
  (weight + (seen?.passes ?? 0)) / (weight + (seen?.expected ?? 0))

/** Rounds after which nothing moves by a hundredth any more. */
const learningRounds = 12

/**
 * Counts for rates of a kennel from its own finished residencies, a list of stretches a dog: the house beside what it
 * began with, a kind of rung beside the house, a rung beside its kind (empirical Bayes; each level by expectation and
 * maximisation: a set of hazard h that passed held h/(1 − e^−h) passes). Dogs have speeds of their own, of mean one.
 */
export function learnedFrom(dogs: readonly (readonly Stretch[])[], base: BaseRates = shippedBase): Learned {
  let learned: Learned = { ...nothingLearned, residencies: dogs.length }
  const all = dogs.filter((d) => d.length > 0)
  if (all.length === 0) return learned
  for (let round = 0; round < learningRounds; round++) {
    const speeds = centred(all.map((stretches) => speedFrom(stretches, ratesOf(learned, base))))
    for (const level of ['house', 'kinds', 'rungs'] as const) {
      const rates = ratesOf(learned, base)
      const seen: Record<string, { passes: number; expected: number }> = {}
      all.forEach((stretches, i) => {
        for (const s of stretches) {
          const key = level === 'house' ? 'all' : level === 'kinds' ? s.kind : s.rungId
          const of = (seen[key] ??= { passes: 0, expected: 0 })
          const lambda = rates.of(s.rungId, s.kind) * (speeds[i] ?? 1)
          for (let n = 1; n <= s.sets; n++) {
            const h = hazardAt(lambda, n)
            of.expected += h / factorOf(learned, level, s)
            if (s.passed && n === s.sets) of.passes += h / -Math.expm1(-h)
          }
        }
      })
      learned = { ...learned, [level]: level === 'house' ? (seen['all'] ?? learned.house) : seen }
    }
  }
  return learned
}

function factorOf(learned: Learned, level: 'house' | 'kinds' | 'rungs', s: Stretch): number {
  if (level === 'house') return drawn(learned.house, weights.house)
  return level === 'kinds' ? drawn(learned.kinds[s.kind], weights.kind) : drawn(learned.rungs[s.rungId], weights.rung)
}

/** Speeds beside each other: what all have in common is the house’s, each counted for as much as is known of it. */
function centred(speeds: readonly Speed[]): readonly number[] {
  const known = speeds.map((s) => (s.precision - dogShape) / s.precision)
  const all = known.reduce((a, b) => a + b, 0)
  const common = all > 0 ? speeds.reduce((sum, s, i) => sum + s.mean * (known[i] ?? 0), 0) / all : 0
  return speeds.map((s) => Math.exp(s.mean - common))
}

/** Rates by what was learned, each drawn toward the level above it. */
export function ratesOf(learned: Learned, base: BaseRates = shippedBase): Rates {
  const house = drawn(learned.house, weights.house)
  return {
    of: (rungId, kind) =>
      baseOf(base, rungId, kind) *
      house *
      drawn(learned.kinds[kind], weights.kind) *
      drawn(learned.rungs[rungId], weights.rung),
  }
}

export const shippedRates: Rates = ratesOf(nothingLearned)
