import type { Rule } from '../curriculum/types'

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

/**
 * Expected reps until at least `k` of the last `n` are clean, counted only once `n` were done: the sum over t of the
 * chance that it has not come by t, from the exact distribution of the last `n` results.
 */
export function expectedForWindow(p: number, k: number, n: number): number {
  const chance = Math.round(Math.min(0.99, Math.max(0.01, p)) * 100) / 100
  const key = `${chance}/${k}/${n}`
  const known = windowMemo.get(key)
  if (known !== undefined) return known
  const expected = survivalSum(chance, k, n)
  windowMemo.set(key, expected)
  return expected
}

function survivalSum(p: number, k: number, n: number): number {
  const states = 2 ** n
  let now = new Float64Array(states)
  for (let s = 0; s < states; s++) {
    const clean = bits(s)
    now[s] = clean >= k ? 0 : p ** clean * (1 - p) ** (n - clean)
  }
  let alive = now.reduce((a, b) => a + b, 0)
  let expected = n + alive
  while (alive > 1e-9 && expected < mostReps) {
    const next = new Float64Array(states)
    for (let s = 0; s < states; s++) {
      const mass = now[s] ?? 0
      if (mass === 0) continue
      const missed = (s << 1) & (states - 1)
      const clean = missed | 1
      next[missed] = (next[missed] ?? 0) + mass * (1 - p)
      if (bits(clean) < k) next[clean] = (next[clean] ?? 0) + mass * p
    }
    now = next
    alive = now.reduce((a, b) => a + b, 0)
    expected += alive
  }
  return Math.min(mostReps, expected)
}

function bits(s: number): number {
  let n = 0
  for (let v = s; v > 0; v &= v - 1) n++
  return n
}

/** Expected reps until the rule is met at a steady chance `p` of a clean rep. Drops on the way are not counted. */
export const expectedReps = (rule: Rule, p: number): number => (rule.kind === 'row' ? expectedForRow(p, rule.r) : expectedForWindow(p, rule.k, rule.n))
