import { rewardKcal } from '../food/energy'
import { chanceWithin, expectedRepsToPass } from './exact'
import type { BenchRule } from './rule'

/** A Beta distribution of true success rates. */
export interface Beta {
  readonly a: number
  readonly b: number
}

/** House prior of a rung's true rate: mean .8, worth ten reps. */
export const housePrior: Beta = { a: 8, b: 2 }

export interface BenchAsk {
  readonly rule: BenchRule
  /** Reps allowed. */
  readonly reps: number
  /** The success rate that passing is meant to show. */
  readonly wanted: number
  readonly kcalPerPiece: number
  /** Pay for every rep, or only for clean ones. */
  readonly pay: 'every' | 'clean'
}

export interface BenchPoint {
  readonly p: number
  readonly within: number
  readonly expected: number
  readonly kcal: number
}

/** One true rate on the bench. kcal is what the expected reps cost. */
export function benchAt(ask: BenchAsk, p: number): BenchPoint {
  const expected = expectedRepsToPass(ask.rule, p)
  return {
    p,
    within: chanceWithin(ask.rule, p, ask.reps),
    expected,
    kcal: rewardKcal(ask.pay === 'every' ? expected : expected * p, ask.kcalPerPiece),
  }
}

/** Weight of the prior at a rate, not normalized. */
const weight = (prior: Beta, p: number): number => p ** (prior.a - 1) * (1 - p) ** (prior.b - 1)
const slices = 400

export interface WrongPass {
  /** Of dogs below the wanted rate, the share that passes within the reps. */
  readonly passedOn: number
  /** Of dogs that pass within the reps, the share that is below the wanted rate. */
  readonly belowAmongPassed: number
  /** Of dogs at or above the wanted rate, the share that does not pass within the reps. */
  readonly heldBack: number
}

/** How often the rule is wrong over dogs whose true rates follow the prior; by the midpoint rule over 400 slices. */
export function wrongPass(ask: BenchAsk, prior: Beta = housePrior): WrongPass {
  let below = 0
  let belowPassed = 0
  let above = 0
  let abovePassed = 0
  for (let i = 0; i < slices; i++) {
    const p = (i + 0.5) / slices
    const w = weight(prior, p)
    const passed = w * chanceWithin(ask.rule, p, ask.reps)
    if (p < ask.wanted) {
      below += w
      belowPassed += passed
    } else {
      above += w
      abovePassed += passed
    }
  }
  const share = (part: number, whole: number) => (whole > 0 ? part / whole : 0)
  return {
    passedOn: share(belowPassed, below),
    belowAmongPassed: share(belowPassed, belowPassed + abovePassed),
    heldBack: share(above - abovePassed, above),
  }
}
