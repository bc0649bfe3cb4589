import { sum } from 'simple-statistics'
import { baseOf, usualElsewhere, type BaseRates, type RateKind, type Rates, type RungExposure } from './rates'
import { shippedBase } from './shipped'
import type { Maintenance } from './maintenance'
import { dogShape, speedFrom, type Speed } from './speed'
import type { FrontierSet } from './rungExposures'
import { dayVarianceOf, type DayVariance } from './dayVariance'
import { hazardAt, passChance, stillWaiting } from './waitingTime'

/**
 * Design choice: what a prior weighs, in passes expected under it; of the swing in its own weight, some ten
 * residencies; and of what else a pattern says, in residencies.
 */
export const weights = { rung: 15, kind: 15, house: 10, elsewhere: 15, slips: 15, swing: 50, residencies: 4 } as const

/**
 * Passes that were to be expected at the level above, and as many as there must have been: a set that passes may hold
 * more than one.
 */
export interface Seen {
  readonly passes: number
  readonly expected: number
}

/** What a kennel has learned from its own finished residencies: passes seen and expected, level by level. */
export interface Learned {
  /** Finished residencies it is of. */
  readonly residencies: number
  readonly house: Seen
  readonly kinds: Readonly<Partial<Record<RateKind, Seen>>>
  readonly rungs: Readonly<Record<string, Seen>>
  /** How alike its dogs are at one rung; undefined for what it began with. */
  readonly shape?: number | undefined
  /** How alike the commands of one of its dogs are; undefined for what it began with. */
  readonly commandShape?: number | undefined
  /** Days on which another place or pair of hands came, and on which it was to be expected. */
  readonly elsewhere?: Seen | undefined
  /** Days on which something met slipped, sets in which it was put right, and those on which it was to be expected. */
  readonly slips?: { readonly out: Seen; readonly back: Seen } | undefined
  readonly swing?: DayVariance | undefined
}
export const nothingLearned: Learned = { residencies: 0, house: { passes: 0, expected: 0 }, kinds: {}, rungs: {} }

/** Shapes that are tried: from dogs that differ more than is shipped to dogs as alike as sets drawn one by one. */
const shapes = [1.5, 2, 2.5, 3, 4, 5.5, 8, 12, 20] as const
/** Design choice: how far a kennel’s shape may lie from what it began with, as a deviation of its logarithm. */
const shapeSpread = 0.5

/** A ratio of passes to passes expected, with a gamma prior about one of this weight. */
const drawn = (seen: Seen | undefined, weight: number): number =>
  (weight + (seen?.passes ?? 0)) / (weight + (seen?.expected ?? 0))

/** Of a rung by its id, whatever that is. */
const ofRung = ({ rungs }: Learned, id: string): Seen | undefined => (Object.hasOwn(rungs, id) ? rungs[id] : undefined)

/** What one residency that ended is learned from; what is left out nobody knows. */
export interface Ended {
  readonly exposures: readonly RungExposure[]
  readonly frontier?: readonly FrontierSet[]
  readonly proving?: Maintenance | undefined
}

/** Rounds after which nothing moves by a hundredth any more. */
const learningRounds = 12

/**
 * Counts for rates of a kennel from its own finished residencies: the house beside what it
 * began with, a kind of rung beside the house, a rung beside its kind (empirical Bayes; each level by expectation and
 * maximization: a set of hazard h that passed held h/(1 − e^−h) passes). Dogs have speeds of their own, of mean one.
 */
export function learnedFrom(ended: readonly Ended[], base: BaseRates = shippedBase): Learned {
  const proving = ended.flatMap((e) => e.proving ?? [])
  let learned: Learned = {
    ...nothingLearned,
    residencies: ended.length,
    elsewhere: {
      passes: sum(proving.map((p) => p.came)),
      expected: sum(proving.map((p) => p.due)) * elsewhereADay * (base.elsewhere / usualElsewhere),
    },
    slips: {
      out: { passes: sum(proving.map((p) => p.slipped)), expected: sum(proving.map((p) => p.kept)) * base.slips.out },
      back: { passes: sum(proving.map((p) => p.back)), expected: sum(proving.map((p) => p.sets)) * base.slips.back },
    },
  }
  const all = ended.map((e) => e.exposures).filter((exposures) => exposures.length > 0)
  for (let round = 0; round < learningRounds && all.length > 0; round++) {
    const found = all.map((exposures) => speedFrom(exposures, ratesOf(learned, base)))
    const speeds = centred(found)
    for (const level of ['house', 'kinds', 'rungs'] as const) {
      const rates = ratesOf(learned, base)
      const seen = new Map<string, { passes: number; expected: number }>()
      all.forEach((exposures, i) => {
        for (const s of exposures) {
          const key = level === 'house' ? 'all' : level === 'kinds' ? s.kind : s.rungId
          const of = seen.get(key) ?? { passes: 0, expected: 0 }
          seen.set(key, of)
          const lambda = rates.of(s.rungId, s.kind) * (speeds[i] ?? 1)
          for (let n = 1; n <= s.sets; n++) {
            const h = hazardAt(lambda, n, rates.shape)
            of.expected += h / factorOf(learned, level, s)
            if (s.passed && n === s.sets) of.passes += h / -Math.expm1(-h)
          }
        }
      })
      learned = {
        ...learned,
        [level]: level === 'house' ? (seen.get('all') ?? learned.house) : Object.fromEntries(seen),
      }
    }
    learned = {
      ...learned,
      shape: likeliestShape(all, speeds, ratesOf(learned, base), base.shape),
      commandShape: shapeOfCommands(found, base.commandShape),
    }
  }
  const frontiers = ended.flatMap((e) => (e.frontier ? [e.frontier] : []))
  return { ...learned, swing: dayVarianceOf(frontiers, ratesOf(learned, base)) }
}

/** The shape under which these exposures are likeliest, drawn to what the kennel began with. */
function likeliestShape(
  dogs: readonly (readonly RungExposure[])[],
  speeds: readonly number[],
  rates: Rates,
  from: number,
): number {
  const worth = (shape: number) =>
    dogs.reduce(
      (sum, exposures, i) =>
        sum +
        exposures.reduce((of, s) => {
          const lambda = rates.of(s.rungId, s.kind) * (speeds[i] ?? 1)
          const before = s.passed ? s.sets - 1 : s.sets
          return (
            of +
            Math.log(stillWaiting(lambda, 0, before, shape)) +
            (s.passed ? Math.log(passChance(lambda, s.sets, shape)) : 0)
          )
        }, 0),
      -((Math.log(shape / from) / shapeSpread) ** 2) / 2,
    )
  const tried = [from, ...shapes].map((shape) => ({ shape, worth: worth(shape) }))
  return tried.reduce((best, one) => (one.worth > best.worth ? one : best)).shape
}

function factorOf(learned: Learned, level: 'house' | 'kinds' | 'rungs', s: RungExposure): number {
  if (level === 'house') return drawn(learned.house, weights.house)
  return level === 'kinds' ? drawn(learned.kinds[s.kind], weights.kind) : drawn(ofRung(learned, s.rungId), weights.rung)
}

/**
 * Design choice: share of the days on which it is due that it comes where it is to be had as often as is shipped; not
 * each time does it come off, or is all of it eased. From simulated dogs.
 */
const elsewhereADay = 0.7

/** Days that lie further apart than this are no dog's. */
const mostSwing = 1
const swingBeside = (seen: DayVariance | undefined, base: number): number =>
  Math.min(mostSwing, Math.max(0, ((seen?.excess ?? 0) + base * weights.swing) / ((seen?.weight ?? 0) + weights.swing)))

/** More slips a day are no kennel's. */
const mostSlips = 0.5

/** Design choice: what the shape of commands that a kennel began with weighs, in commands of a dog. */
const commandWeight = 20
/** Beyond these no gamma is drawn, or none differs. */
const commandShapes = { least: 4, most: 100 } as const

/**
 * How alike commands of one dog are: one over the variance of their speeds’ logarithms about the dog’s own, each by its
 * mode and what it leaves open (expectation and maximization, Dempster, Laird & Rubin 1977), beside what it began with.
 */
function shapeOfCommands(speeds: readonly Speed[], from: number): number {
  let [squares, n] = [commandWeight / from, commandWeight]
  for (const { commands } of speeds)
    for (const { mean, precision } of commands.values()) {
      squares += mean ** 2 + 1 / precision
      n++
    }
  return Math.min(commandShapes.most, Math.max(commandShapes.least, n / squares))
}

/** Speeds of mean one: what all have in common is the house’s, each counted for as much as is known of it. */
function centred(speeds: readonly Speed[]): readonly number[] {
  const known = speeds.map((s) => (s.precision - dogShape) / s.precision)
  const all = known.reduce((a, b) => a + b, 0)
  const common = all > 0 ? speeds.reduce((sum, s, i) => sum + Math.exp(s.mean) * (known[i] ?? 0), 0) / all : 1
  return speeds.map((s) => Math.exp(s.mean) / common)
}

/** Rates by what was learned, each drawn toward the level above it. */
export function ratesOf(learned: Learned, base: BaseRates = shippedBase): Rates {
  const house = drawn(learned.house, weights.house)
  return {
    shape: learned.shape ?? base.shape,
    commandShape: learned.commandShape ?? base.commandShape,
    elsewhere: Math.min(1, base.elsewhere * drawn(learned.elsewhere, weights.elsewhere)),
    slips: {
      out: Math.min(mostSlips, base.slips.out * drawn(learned.slips?.out, weights.slips)),
      back: Math.min(1, base.slips.back * drawn(learned.slips?.back, weights.slips)),
    },
    swing: swingBeside(learned.swing, base.swing),
    of: (rungId, kind) =>
      baseOf(base, rungId, kind) *
      house *
      drawn(learned.kinds[kind], weights.kind) *
      drawn(ofRung(learned, rungId), weights.rung),
  }
}
