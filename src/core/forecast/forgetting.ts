import { levenbergMarquardt } from 'ml-levenberg-marquardt'
import { halfLifeDays, houseForgetting, retained, type Forgetting, type Showing } from '../progress/memory'

/** One refresher: how it went, with the showings of the same run before it. */
export interface Refresher {
  readonly before: readonly Showing[]
  readonly showing: Showing
}

/** House: below so many refreshers the shipped figures are better than the kennel's own. */
export const enoughRefreshers = 30

/** House: of more, so many say enough, spread over all; a night is short. */
const mostShowings = 2000

/** House: how firmly the shipped figures hold: each weighs as much as so many refreshers at one unit of log2. */
const priorWeight = 0.35

export interface FittedForgetting {
  readonly model: Forgetting
  /** The kennel's own figures, or the house's while there are too few refreshers. */
  readonly from: 'house' | 'own'
  readonly refreshers: number
  readonly clean: number
}

/**
 * Half-life regression (Settles & Meeder, ACL 2016) over the kennel's refreshers: log2 h is linear in the clean and
 * failed showings so far, a refresher comes off with chance 2^(−Δ/h). Fitted, as in the paper, by least squares between
 * that chance and what came, drawn toward the house's figures; below thirty refreshers those are used as they are.
 */
export function fitForgetting(all: readonly Refresher[]): FittedForgetting {
  const clean = all.filter((r) => r.showing.clean).length
  const counts = { refreshers: all.length, clean }
  if (all.length < enoughRefreshers) return { model: houseForgetting, from: 'house', ...counts }
  const nth = Math.ceil(all.length / mostShowings)
  const refreshers = all.filter((_, i) => i % nth === 0)
  const start = toLog(houseForgetting)
  const n = refreshers.length
  // Points 0…n−1 are refreshers, the last three draw each parameter toward the house's.
  const x = Array.from({ length: n + start.length }, (_, i) => i)
  const y = [...refreshers.map((r) => (r.showing.clean ? 1 : 0)), ...start.map((s) => s * priorWeight)]
  const predicted = (at: readonly number[]) => {
    const model = fromLog(at)
    return (i: number): number => {
      const refresher = refreshers[i]
      return refresher
        ? retained(refresher.showing.restedDays, halfLifeDays({ shown: refresher.before }, model))
        : (at[i - n] ?? 0) * priorWeight
    }
  }
  const { parameterValues } = levenbergMarquardt({ x, y }, predicted, {
    initialValues: [...start],
    damping: 0.1,
    maxIterations: 200,
    gradientDifference: 1e-4,
    errorTolerance: 1e-9,
  })
  return { model: fromLog(parameterValues), from: 'own', ...counts }
}

const toLog = (m: Forgetting): readonly number[] => [
  Math.log2(m.firstHalfLifeDays),
  Math.log2(m.cleanFactor),
  Math.log2(m.failedFactor),
]
/** Factors stay on their own side of one: a clean showing never shortens, a failed one never lengthens. */
const fromLog = (x: readonly number[]): Forgetting => ({
  firstHalfLifeDays: 2 ** (x[0] ?? 0),
  cleanFactor: Math.max(1, 2 ** (x[1] ?? 0)),
  failedFactor: Math.min(1, 2 ** (x[2] ?? 0)),
})
