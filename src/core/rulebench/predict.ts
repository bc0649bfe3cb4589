import type { Rule } from '../curriculum/types'
import { housePrior, type Beta } from './judge'

/** What is known of one held rung: all its reps, and how much of it is predicted to be left. */
export interface HeldRung {
  readonly rule: Rule
  readonly clean: number
  readonly total: number
  /** Predicted retention, 0–1. */
  readonly retention: number
}

/**
 * The chance that the rung would meet its rule today in one go: the mean over the posterior of its rate (prior Beta
 * updated by all its reps), times predicted retention. A run of r has the closed form B(a+r, b)/B(a, b); a window is the
 * beta-binomial tail.
 */
export function chanceToday(rung: HeldRung, prior: Beta = housePrior): number {
  const a = prior.a + rung.clean
  const b = prior.b + rung.total - rung.clean
  return rung.retention * (rung.rule.kind === 'row' ? rising(a, rung.rule.r) / rising(a + b, rung.rule.r) : betaBinomialTail(rung.rule.k, rung.rule.n, a, b))
}

/** x(x+1)…(x+n−1). */
function rising(x: number, n: number): number {
  let product = 1
  for (let i = 0; i < n; i++) product *= x + i
  return product
}

/** P(X ≥ k) of n when the rate is Beta(a, b): sum of C(n,c)·a^(c)·b^(n−c)/(a+b)^(n), rising powers. */
function betaBinomialTail(k: number, n: number, a: number, b: number): number {
  let sum = 0
  let ways = 1
  for (let c = 0; c <= n; c++) {
    if (c > 0) ways = (ways * (n - c + 1)) / c
    if (c >= k) sum += (ways * rising(a, c) * rising(b, n - c)) / rising(a + b, n)
  }
  return sum
}

export interface Calibration {
  /** Middle of the predicted chances of this bin, the share that came true, and how many fell into it. */
  readonly bins: readonly { readonly predicted: number; readonly came: number; readonly n: number }[]
  /** Mean squared error of the predictions (Brier 1950), and what always saying the mean would have got. */
  readonly brier: number
  readonly brierOfMean: number
  /** Mean distance between predicted and came true, weighted by bin. */
  readonly error: number
}

/** How well predictions came true, in ten bins. */
export function calibration(pairs: readonly { readonly predicted: number; readonly came: boolean }[]): Calibration {
  const bins = Array.from({ length: 10 }, () => ({ sum: 0, came: 0, n: 0 }))
  let brier = 0
  let came = 0
  for (const pair of pairs) {
    const bin = bins[Math.min(9, Math.floor(pair.predicted * 10))]
    if (!bin) continue
    bin.sum += pair.predicted
    bin.n++
    if (pair.came) bin.came++
    came += pair.came ? 1 : 0
    brier += (pair.predicted - (pair.came ? 1 : 0)) ** 2
  }
  const base = pairs.length > 0 ? came / pairs.length : 0
  const filled = bins.filter((b) => b.n > 0).map((b) => ({ predicted: b.sum / b.n, came: b.came / b.n, n: b.n }))
  return { bins: filled, brier: brier / Math.max(1, pairs.length), brierOfMean: base * (1 - base), error: filled.reduce((n, b) => n + (b.n * Math.abs(b.predicted - b.came)) / Math.max(1, pairs.length), 0) }
}
