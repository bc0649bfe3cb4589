import { levenbergMarquardt } from 'ml-levenberg-marquardt'
import { sum } from 'simple-statistics'
import { coldChance, houseForgetting, type Forgetting, type RetentionTest } from '../progress/retention'

/** One refresher: how it went, with the showings of the same run before it. */
export interface Refresher {
  readonly before: readonly RetentionTest[]
  readonly test: RetentionTest
}

/** Design choice: below so many refreshers the shipped figures are better than the kennel's own. */
export const enoughRefreshers = 30

/** Design choice: at most so many showings are fitted, spread evenly over all, to bound the time of a fit. */
const mostShowings = 2000

/**
 * Design choice: the fit starts at the best of these. A half-life grows in leaps, so that there is more than one hollow
 * to end in, and a dog that hardly forgets is far from the house's three days.
 */
const firstGuesses = [houseForgetting.firstHalfLifeDays, 10, 30, 90]

/**
 * Design choice: how firmly the shipped figures hold: each weighs as much as so many refreshers at one unit of log2.
 */
const priorWeight = 0.25

export interface FittedForgetting {
  readonly model: Forgetting
  /** The kennel's own figures, or the house's while there are too few refreshers. */
  readonly from: 'house' | 'own'
  readonly refreshers: number
  readonly clean: number
}

/**
 * Half-life regression (Settles & Meeder, ACL 2016) over the kennel's refreshers: log2 h is linear in the clean and
 * failed showings so far, a refresher works with chance s·2^(−Δ/h), where s is one less the slip of knowledge
 * tracing (Corbett & Anderson 1995). Fitted, as in the paper, by least squares between that chance and what came, drawn
 * toward the house's figures; below thirty refreshers those are used as they are.
 */
export function fitForgetting(all: readonly Refresher[]): FittedForgetting {
  const clean = all.filter((r) => r.test.clean).length
  const counts = { refreshers: all.length, clean }
  if (all.length < enoughRefreshers) return { model: houseForgetting, from: 'house', ...counts }
  const nth = Math.ceil(all.length / mostShowings)
  const refreshers = all.filter((_, i) => i % nth === 0)
  const house = toLog(houseForgetting)
  const n = refreshers.length
  // Points 0…n−1 are refreshers, the last ones draw each parameter toward the house's.
  const x = Array.from({ length: n + house.length }, (_, i) => i)
  const y = [...refreshers.map((r) => (r.test.clean ? 1 : 0)), ...house.map((s) => s * priorWeight)]
  const predicted = (at: readonly number[]) => {
    const model = fromLog(at)
    return (i: number): number => {
      const refresher = refreshers[i]
      return refresher ? coldChance(refresher.test.restedDays, refresher.before, model) : (at[i - n] ?? 0) * priorWeight
    }
  }
  const missBy = (at: readonly number[]): number => {
    const of = predicted(at)
    return sum(y.map((value, i) => (value - of(i)) ** 2))
  }
  const [start = house] = firstGuesses
    .map((firstHalfLifeDays) => toLog({ ...houseForgetting, firstHalfLifeDays }))
    .toSorted((a, b) => missBy(a) - missBy(b))
  const { parameterValues } = levenbergMarquardt({ x, y }, predicted, {
    initialValues: [...start],
    damping: 0.1,
    maxIterations: 200,
    gradientDifference: 1e-4,
    errorTolerance: 1e-9,
  })
  return { model: fromLog(parameterValues), from: 'own', ...counts }
}

/** Design choice: before anything is fitted, what is wholly there is taken to come off so often. */
const usuallySure = 0.97
const logit = (p: number): number => Math.log(p / (1 - p))
const logistic = (x: number): number => 1 / (1 + Math.exp(-x))

const toLog = (m: Forgetting): readonly number[] => [
  Math.log2(m.firstHalfLifeDays),
  Math.log2(m.cleanFactor),
  Math.log2(m.failedFactor),
  logit(m.sure ?? usuallySure),
]
/** Factors stay on their own side of one: a clean test never shortens, a failed one never lengthens. */
const fromLog = (x: readonly number[]): Forgetting => ({
  firstHalfLifeDays: 2 ** (x[0] ?? 0),
  cleanFactor: Math.max(1, 2 ** (x[1] ?? 0)),
  failedFactor: Math.min(1, 2 ** (x[2] ?? 0)),
  sure: logistic(x[3] ?? 0),
})
