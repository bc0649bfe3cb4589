import jstat from 'jstat'
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus'
import { describe, expect, it } from 'vitest'
import type { Rule } from '../curriculum/types'
import type { RepFact } from '../facts/fact'
import { expectedBySolvingTheChain } from '../tests/chain'
import { monday, oneRun } from '../tests/facts'
import { applyRep } from './fold'
import { always } from './regime'
import { emptyDogState } from './state'

/** A seeded source of chances in [0, 1). */
function chances(seed: number): () => number {
  const rng = xoroshiro128plus(seed)
  return () => (rng.next() >>> 0) / 2 ** 32
}

const rowOf = (r: number) => ({ kind: 'row', r }) satisfies Rule

/**
 * Reps worked through the real standing function on a first rung until its rule is met, at a steady chance `p`.
 * A set ends where the verdict says so.
 */
function repsToPass(rule: Rule, kind: 'timed' | 'position', p: number, next: () => number): number {
  const curriculum = oneRun(kind, [rule, rule])
  let state = emptyDogState()
  let before: RepFact[] = []
  for (let n = 1; ; n++) {
    const rep: RepFact = {
      id: `${n}`,
      at: monday + n * 1000,
      device: 'd',
      seq: n,
      outcome: next() < p ? 'clean' : 'miss',
      faults: [],
      ...(kind === 'timed' ? { brokeSeconds: 0.5 } : {}),
    }
    const set = {
      id: 's',
      rungId: 'x.0',
      purpose: 'work' as const,
      day: '2026-03-02',
      placeId: 'barn',
      placeKind: 'room' as const,
      leashHolder: 'ada',
      level: 0,
      kit: '1.8 m leash',
      blockId: 'b',
    }
    const step = applyRep(state, always(curriculum), set, rep, before)
    if (step.verdict.kind === 'moves-on') return n
    state = step.state
    before = step.verdict.endsSet ? [] : [...before, rep]
  }
}

function meanReps(rule: Rule, kind: 'timed' | 'position', p: number, trials: number): { mean: number; error: number } {
  const next = chances(20261123)
  const counts = Array.from({ length: trials }, () => repsToPass(rule, kind, p, next))
  const mean = counts.reduce((a, b) => a + b, 0) / trials
  const variance = counts.reduce((a, b) => a + (b - mean) ** 2, 0) / (trials - 1)
  return { mean, error: Math.sqrt(variance / trials) }
}

describe('runs against Feller, An Introduction to Probability Theory, vol. 1, ch. XIII: (1 − p^r)/((1 − p)p^r)', () => {
  const cases = [
    { said: 'five of five, p = .8, set ends at its miss', rule: rowOf(5), kind: 'timed', p: 0.8, feller: 10.26 },
    { said: 'ten in a row, p = .9', rule: rowOf(10), kind: 'position', p: 0.9, feller: 18.68 },
    { said: 'five of five, p = .6', rule: rowOf(5), kind: 'timed', p: 0.6, feller: 29.65 },
  ] as const
  it.each(cases)('$said: $feller', ({ rule, kind, p, feller }) => {
    const { mean, error } = meanReps(rule, kind, p, 1500)
    const exact = (1 - p ** rule.r) / ((1 - p) * p ** rule.r)
    expect(exact).toBeCloseTo(feller, 1)
    expect(Math.abs(mean - exact)).toBeLessThan(4 * error)
    expect(error).toBeLessThan(exact / 15)
  })
})

describe('eight of the last ten', () => {
  const rule: Rule = { kind: 'window', k: 8, n: 10 }

  it.each([
    { p: 0.5, tail: 0.0547 },
    { p: 0.8, tail: 0.6778 },
    { p: 0.9, tail: 0.9298 },
  ])('passes at exactly the tenth rep as the binomial tail P(X ≥ 8 | 10, $p) = $tail', ({ p, tail }) => {
    expect(1 - jstat.binomial.cdf(7, 10, p)).toBeCloseTo(tail, 4)
    const next = chances(7)
    const trials = 3000
    let passed = 0
    for (let i = 0; i < trials; i++) if (repsToPass(rule, 'position', p, next) === 10) passed++
    expect(Math.abs(passed / trials - tail)).toBeLessThan(4 * Math.sqrt((tail * (1 - tail)) / trials))
  })

  it('slides as an independently written chain over the last ten results', () => {
    const p = 0.7
    const exact = expectedBySolvingTheChain(p)
    const { mean, error } = meanReps(rule, 'position', p, 2500)
    expect(Math.abs(mean - exact)).toBeLessThan(4 * error)
  })
})
