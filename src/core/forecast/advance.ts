import type { Rule } from '../curriculum/types'
import { expectedRepsToPass } from '../rulebench/exact'

/** Expected counts above this are of no use to anyone planning a residency. */
export const mostReps = 20_000

/**
 * Expected reps until `r` clean in a row at a chance `p` of a clean rep: (1 − p^r)/((1 − p)p^r).
 * Feller, An Introduction to Probability Theory and Its Applications, vol. 1, ch. XIII.
 */
export function expectedForRow(p: number, r: number): number {
  if (p <= 0) return mostReps
  if (p >= 1) return r
  const all = p ** r
  return Math.min(mostReps, (1 - all) / ((1 - p) * all))
}

const windowMemo = new Map<string, number>()

/** Expected reps until at least `k` of the last `n` are clean, counted only once `n` were done; rates to the hundredth. */
export function expectedForWindow(p: number, k: number, n: number): number {
  const chance = Math.round(Math.min(0.99, Math.max(0.01, p)) * 100) / 100
  const key = `${chance}/${k}/${n}`
  const known = windowMemo.get(key)
  if (known !== undefined) return known
  const expected = Math.min(mostReps, expectedRepsToPass({ kind: 'window', k, n, days: 1 }, chance))
  windowMemo.set(key, expected)
  return expected
}

/** Expected reps until the rule is met at a steady chance `p` of a clean rep. Drops on the way are not counted. */
export const expectedReps = (rule: Rule, p: number): number => (rule.kind === 'row' ? expectedForRow(p, rule.r) : expectedForWindow(p, rule.k, rule.n))
