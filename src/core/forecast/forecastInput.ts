import { sum } from 'simple-statistics'
import type { Curriculum } from '../curriculum/types'
import type { SetFact } from '../facts/fact'
import type { OwnerPromise } from '../promise/ownerPromise'
import type { Regimes } from '../progress/regime'
import type { DogState } from '../progress/state'
import { heldOn, inBlocksOf, usualBlocks, usualHeld, type Stay } from './plan'
import type { BlockHolds } from './plan'
import { noneSeen, patternsOf, spelledShare, type DogPattern, type Pattern } from './patterns'
import type { Rates } from './rates'
import { speedFrom, type Speed } from './speed'
import type { ChanceCalibration } from './chanceCalibration'
import { pastOf, type Past } from './rungExposures'

/** Design choice: what a block of the house weighs beside a dog’s own, in blocks. */
const houseBlocks = 6
/** Design choice: reps of a set, and of so many sets, before a dog’s own are known. */
const usualSet = { reps: 7, sets: 10 } as const
/** Design choice: share of the sets of a day that bring something nearer. */
const usualShare = 0.6

/** All that a forecast rests on. */
export interface ForecastInput {
  readonly curriculum: Curriculum
  readonly state: DogState
  readonly promises: readonly OwnerPromise[]
  readonly rates: Rates
  readonly past: Past
  /** By the usual rates. */
  readonly speed: Speed
  /** How it may learn, likeliest first. */
  readonly patterns: readonly [DogPattern, ...DogPattern[]]
  readonly stay: Stay
  /** What a block of this dog holds. */
  readonly held: BlockHolds
  /** Reps that a set of it has. */
  readonly repsASet: number
  /** Blocks it had a day on the days on which it was worked. */
  readonly blocksADay: number
  /** As many as it may have. */
  readonly mostBlocks: number
  /** Some promise can never be met here: whatever is worked, it is not ready. */
  readonly impossible: boolean
  /** How chances are bent by what came of those before; as they were played where left out. */
  readonly stack?: ChanceCalibration
}

/** What the facts of one residency say for a forecast; the rest is of the house. */
export function forecastInput(
  given: Omit<ForecastInput, 'past' | 'speed' | 'patterns' | 'held' | 'repsASet' | 'blocksADay'> & {
    readonly regimes: Regimes
    readonly sets: readonly SetFact[]
    /** Reps that a day’s training food pays for; no bound where left out. */
    readonly paidReps?: number | undefined
    /** How dogs of this house may learn; by `rates` alone where left out. */
    readonly patterns?: readonly Pattern[] | undefined
    /** Its sets name no blocks: a day's lie together. */
    readonly lumped?: boolean | undefined
    /** Share of its dogs whose bad days come in runs; of a house that has seen none where left out. */
    readonly spelled?: number | undefined
  },
): ForecastInput {
  const {
    regimes,
    sets,
    paidReps,
    patterns = [{ share: 1, rates: given.rates }],
    spelled = spelledShare(noneSeen),
    lumped = false,
    ...rest
  } = given
  const whole = pastOf(regimes, sets)
  const past = lumped ? inBlocksOf(whole, rest.stay.usualHeld ?? usualHeld) : whole
  const worked = sets.filter((s) => s.purpose === 'work' && s.reps.length > 0 && s.day < rest.stay.today)
  const { today, usualHeld: house = usualHeld } = rest.stay
  const before = (of: ReadonlyMap<string, number>) => [...of].flatMap(([day, n]) => (day < today ? [n] : []))
  const [blocks, useful] = [sum(before(past.blocks)), sum(before(past.useful))]
  const own = heldOn(past.held, (day) => day < today)
  const days = before(past.blocks).length
  const repsASet =
    (worked.reduce((n, s) => n + s.reps.length, 0) + usualSet.reps * usualSet.sets) / (worked.length + usualSet.sets)
  // Warm-ups, refreshers and finishes are paid out of the same bag.
  const all = sets.filter((s) => s.reps.length > 0 && s.day < today).length
  const usefulShare = (useful + usualShare * usualSet.sets) / (all + usualSet.sets)
  const daysAtFrontiers = new Set(past.frontier.map((f) => f.day)).size
  return {
    ...rest,
    stay: { ...rest.stay, mostSets: paidReps === undefined ? undefined : (paidReps / repsASet) * usefulShare },
    past,
    speed: speedFrom(past.exposures, rest.rates, daysAtFrontiers),
    patterns: patternsOf(patterns, past, spelled),
    held: {
      things: (own.things + house.things * houseBlocks) / (own.blocks + houseBlocks),
      sets: (own.most + house.sets * houseBlocks) / (own.blocks + houseBlocks),
    },
    repsASet,
    blocksADay: days === 0 ? usualBlocks.weekday : blocks / days,
  }
}
