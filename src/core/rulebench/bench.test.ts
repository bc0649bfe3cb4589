import jstat from 'jstat'
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus'
import { describe, expect, it } from 'vitest'
import { expectedBySolvingTheChain } from '../tests/chain'
import { chanceInOneGo, chanceWithin, expectedRepsToPass } from './exact'
import { benchAt, wrongPass } from './judge'
import { calibration, coldRepsOf } from './predict'
import { benchRefusal, type BenchRule } from './rule'

const row = (r: number, days: 1 | 2 = 1): BenchRule => ({ kind: 'row', r, days })
const window = (k: number, n: number, days: 1 | 2 = 1): BenchRule => ({ kind: 'window', k, n, days })
const feller = (p: number, r: number): number => (1 - p ** r) / ((1 - p) * p ** r)
const rates = [0.2, 0.35, 0.5, 0.65, 0.8, 0.9, 0.99]
const relative = (a: number, b: number): number => Math.abs(a / b - 1)
const chances = (seed: number) => {
  const rng = xoroshiro128plus(seed)
  return () => (rng.next() >>> 0) / 2 ** 32
}

describe('the bench against Feller, Introduction to Probability Theory 1, ch. XIII: (1 − p^r)/((1 − p)p^r)', () => {
  it.each([1, 2, 3, 5, 8, 10, 12])('%i in a row, to a relative 1e-9 at every rate', (r) => {
    for (const p of rates) {
      expect(relative(expectedRepsToPass(row(r), p), feller(p, r))).toBeLessThan(1e-9)
      expect(relative(expectedRepsToPass(window(r, r), p), feller(p, r))).toBeLessThan(1e-9)
    }
  })
  it('prints its worked values: 10.26, 18.68, 29.65', () => {
    expect(
      [expectedRepsToPass(row(5), 0.8), expectedRepsToPass(row(10), 0.9), expectedRepsToPass(row(5), 0.6)].map((e) =>
        e.toFixed(2),
      ),
    ).toEqual(['10.26', '18.68', '29.65'])
  })
  it('sets of r worked to their end take r/p^r', () => {
    for (const p of rates)
      for (const r of [1, 3, 5, 12])
        expect(relative(expectedRepsToPass({ kind: 'sets', r, days: 1 }, p), r / p ** r)).toBeLessThan(1e-9)
  })
})

describe('one set of n against the binomial tail', () => {
  it.each([
    [1, 1],
    [3, 5],
    [8, 10],
    [10, 10],
    [6, 12],
    [12, 12],
    [1, 12],
  ])('%i of %i, to a relative 1e-9, against a statistics library too', (k, n) => {
    for (const p of rates) {
      let tail = 0
      let ways = 1
      for (let c = 0; c <= n; c++) {
        if (c > 0) ways = (ways * (n - c + 1)) / c
        if (c >= k) tail += ways * p ** c * (1 - p) ** (n - c)
      }
      expect(relative(chanceWithin(window(k, n), p, n), tail)).toBeLessThan(1e-9)
      expect(chanceInOneGo(window(k, n), p)).toBe(chanceWithin(window(k, n), p, n))
      expect(Math.abs(tail - (1 - jstat.binomial.cdf(k - 1, n, p)))).toBeLessThan(1e-6)
    }
  })
  it('nothing passes before its window is full', () => {
    expect(chanceWithin(window(1, 12), 0.99, 11)).toBe(0)
  })
  it.each([
    [0.5, 0.0547],
    [0.8, 0.6778],
    [0.9, 0.9298],
  ])('eight of ten at %d: %d', (p, printed) => {
    expect(chanceWithin(window(8, 10), p, 10)).toBeCloseTo(printed, 4)
  })
})

describe('the sliding window', () => {
  it.each([
    [3, 5],
    [8, 10],
    [5, 7],
  ])('%i of %i against a chain written apart, over strings of results', (k, n) => {
    for (const p of [0.5, 0.8, 0.95])
      expect(relative(expectedRepsToPass(window(k, n), p), expectedBySolvingTheChain(p, k, n))).toBeLessThan(1e-8)
  })

  it.each<[string, BenchRule, number]>([
    ['8 of 10', window(8, 10), 0.7],
    ['5 in a row', row(5), 0.8],
    ['4 of 6 on two days', window(4, 6, 2), 0.6],
  ])('%s against a simulation of 200,000 sets, within four standard errors', (_, rule, p) => {
    const next = chances(20261123)
    const trials = 200_000
    let sum = 0
    let squares = 0
    let within = 0
    for (let t = 0; t < trials; t++) {
      let reps = 0
      for (let day = 0; day < rule.days; day++) {
        const results: boolean[] = []
        for (;;) {
          reps++
          results.push(next() < p)
          const span = rule.kind === 'window' ? rule.n : rule.r
          if (
            results.length >= span &&
            results.slice(-span).filter(Boolean).length >= (rule.kind === 'window' ? rule.k : rule.r)
          )
            break
        }
      }
      sum += reps
      squares += reps * reps
      if (reps <= 50) within++
    }
    const mean = sum / trials
    const error = Math.sqrt((squares / trials - mean * mean) / trials)
    expect(Math.abs(expectedRepsToPass(rule, p) - mean)).toBeLessThan(4 * error)
    const chance = chanceWithin(rule, p, 50)
    expect(Math.abs(chance - within / trials)).toBeLessThan(4 * Math.sqrt((chance * (1 - chance)) / trials))
  })
})

describe('refusals and names', () => {
  it.each<[BenchRule, RegExp]>([
    [row(13), /longer than 12/],
    [window(8, 13), /longer than 12/],
    [window(11, 10), /never pass/],
    [window(0, 10), /always passes/],
    [row(0), /always passes/],
    [row(2.5), /whole/],
  ])('%j', (rule, reason) => {
    expect(benchRefusal(rule)).toMatch(reason)
    expect(() => expectedRepsToPass(rule, 0.5)).toThrow(RangeError)
  })
  it('a rate of nothing or all is no rate', () => {
    expect(() => expectedRepsToPass(row(5), 0)).toThrow(/between 0 and 1/)
    expect(() => chanceWithin(row(5), 1, 10)).toThrow(/between 0 and 1/)
  })
})

describe('what a rule lets through', () => {
  const ask = { rule: window(8, 10), reps: 50, wanted: 0.8, kcalPerPiece: 3, pay: 'every' as const }
  it('costs food by the expected reps', () => {
    expect(benchAt(ask, 0.9).kcal).toBeCloseTo(expectedRepsToPass(ask.rule, 0.9) * 3, 9)
    expect(benchAt({ ...ask, pay: 'clean' }, 0.9).kcal).toBeCloseTo(expectedRepsToPass(ask.rule, 0.9) * 2.7, 9)
  })
  it('a stricter rule passes fewer dogs below the wanted rate and holds more back above it', () => {
    const lenient = wrongPass(ask)
    const strict = wrongPass({ ...ask, rule: row(10) })
    expect(strict.passedOn).toBeLessThan(lenient.passedOn)
    expect(strict.heldBack).toBeGreaterThan(lenient.heldBack)
    expect(lenient.belowAmongPassed).toBeLessThan(lenient.passedOn)
  })
})

describe('would it pass today', () => {
  it('is what is predicted to be left, from the showings before: half-life regression, 2^(−days ÷ half-life)', () => {
    const shown = [
      { restedDays: 3, clean: true },
      { restedDays: 6, clean: false },
      { restedDays: 3, clean: true },
    ]
    // Half-life 3 days at first; doubled by a clean showing that was due; halved by a failed one.
    expect(coldRepsOf(shown)).toEqual([
      { predicted: 0.5, came: true },
      { predicted: 0.5, came: false },
      { predicted: 0.5, came: true },
    ])
    expect(coldRepsOf([])).toEqual([])
  })

  it('predicts better than always saying the mean on dogs that forget by a power of their own', () => {
    const next = chances(7)
    // Each run of refreshers belongs to a dog whose true half-life is unknown to the prediction and differs from dog to
    // dog.
    const pairs = Array.from({ length: 2000 }, () => {
      let half = 2 + 6 * next()
      const shown = Array.from({ length: 6 }, () => {
        const restedDays = 0.5 + 8 * next()
        const clean = next() < 2 ** (-restedDays / half)
        half = Math.max(1, half * (clean ? 1.7 : 0.6))
        return { restedDays, clean }
      })
      return coldRepsOf(shown)
    }).flat()
    const found = calibration(pairs)
    expect(found.brier).toBeLessThan(found.brierOfMean)
    expect(found.error).toBeLessThan(0.15)
  })

  it('the mean squared error (Brier 1950) of certain and right predictions is nought, of a coin’s a quarter', () => {
    expect(
      calibration([
        { predicted: 1, came: true },
        { predicted: 0, came: false },
      ]).brier,
    ).toBe(0)
    expect(
      calibration([
        { predicted: 0.5, came: true },
        { predicted: 0.5, came: false },
      ]),
    ).toMatchObject({ brier: 0.25, brierOfMean: 0.25 })
  })
})
