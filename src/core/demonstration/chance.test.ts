import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { seeded } from '../seeded'
import { dayScatter, houseScatter, itemChance, jointChance, prior, weakest, type Trial } from './chance'

const on = { place: 'barn', person: 'maud', at: Date.UTC(2026, 2, 20) }
const dayMs = 86_400_000
const trials = (clean: number, total: number, more: Partial<Trial> = {}): Trial[] =>
  Array.from({ length: total }, (_, i) => ({
    day: `2026-03-${String(1 + (i % 9)).padStart(2, '0')}`,
    at: on.at - 30 * dayMs + i,
    place: 'barn',
    person: 'maud',
    clean: i < clean,
    ...more,
  }))
const chanceOf = (t: readonly Trial[], restedDays = 0) =>
  itemChance({ id: 'x', trials: t, memory: { since: on.at - restedDays * dayMs, shown: [] } }, on)

describe('the chance of one item', () => {
  it('is the house’s before anything is known, and the dog’s own once much is', () => {
    expect(itemChance({ id: 'x', trials: [], memory: undefined }, on).weight).toBe(0)
    // By hand: reps weigh 2^(−newer ÷ 8), the two newest did not come off, and the house adds its own three.
    const weights = Array.from({ length: 20 }, (_, newer) => 2 ** (-newer / 8))
    const sum = (all: readonly number[]) => all.reduce((a, b) => a + b, 0)
    const expected = (sum(weights.slice(2)) + prior.share * prior.weight) / (sum(weights) + prior.weight)
    expect(chanceOf(trials(18, 20)).chance).toBeCloseTo(expected, 10)
  })
  it('is discounted by what is forgotten: after one half-life half, of which half still comes off', () => {
    // p = 2^(−Δ/h), half-life regression (Settles & Meeder, ACL 2016); a first half-life is three days (house).
    expect(chanceOf(trials(18, 20), 3).chance).toBeCloseTo(chanceOf(trials(18, 20)).chance * 0.75, 10)
  })
  it('counts reps elsewhere and with others for less, and a first time there for less still', () => {
    const here = chanceOf(trials(19, 20))
    const there = chanceOf(trials(19, 20, { place: 'towpath' }))
    expect(there.weight).toBe(here.weight / 2)
    expect(there.chance).toBeLessThan(here.chance)
    expect(there.high - there.low).toBeGreaterThan(here.high - here.low)
  })
  it('of an item is that of the rarest thing it shows', () => {
    const [often, rarely] = [chanceOf(trials(20, 20)), chanceOf(trials(8, 20))]
    expect(weakest([often, rarely])).toBe(rarely)
    expect(weakest([])).toBeUndefined()
  })
})

describe('the chance of the whole', () => {
  /** Written apart: days are drawn, then items, and those days counted on which all worked. */
  function simulated(chances: readonly number[], scatter: number, days: number): number {
    const chance = seeded(11)
    const normal = () => Math.sqrt(-2 * Math.log(1 - chance())) * Math.cos(2 * Math.PI * chance())
    // The logit whose mean over days is p, found by simulation of its own.
    const shifts = Array.from({ length: 20_000 }, normal)
    const logits = chances.map((p) => {
      let [low, high] = [-12, 12]
      for (let i = 0; i < 40; i++) {
        const m = (low + high) / 2
        const mean = shifts.reduce((s, z) => s + 1 / (1 + Math.exp(-(m + scatter * z))), 0) / shifts.length
        if (mean < p) low = m
        else high = m
      }
      return (low + high) / 2
    })
    let good = 0
    for (let d = 0; d < days; d++) {
      const z = normal()
      if (logits.every((a) => chance() < 1 / (1 + Math.exp(-(a + scatter * z))))) good++
    }
    return good / days
  }

  it.each([
    [[0.9, 0.9, 0.9, 0.9], 0.8],
    [[0.95, 0.8, 0.6, 0.85, 0.9], 1.2],
    [[0.5, 0.5], 2],
  ])('agrees with an independent simulation: %j, scatter %d', (chances, scatter) => {
    const days = 120_000
    const told = simulated(chances, scatter, days)
    // Four standard errors of the simulation, and a little for its own logits.
    expect(Math.abs(jointChance(chances, scatter) - told)).toBeLessThan(4 * Math.sqrt(0.25 / days) + 0.004)
  })

  it('is the product where days do not differ, more where they do, and never more than its rarest item', () => {
    const share = fc.double({ min: 0.02, max: 0.98, noNaN: true })
    fc.assert(
      fc.property(
        fc.array(share, { minLength: 2, maxLength: 9 }),
        fc.double({ min: 0.2, max: 2, noNaN: true }),
        (all, s) => {
          const product = all.reduce((p, c) => p * c, 1)
          expect(jointChance(all, 0)).toBeCloseTo(product, 12)
          // Items that rise and fall together agree more often than by chance (Harris' inequality).
          expect(jointChance(all, s)).toBeGreaterThan(product)
          expect(jointChance(all, s)).toBeLessThanOrEqual(Math.min(...all) + 1e-6)
          expect(jointChance(all.slice(0, 1), s)).toBe(all[0])
        },
      ),
      { numRuns: 60 },
    )
  })
})

describe('scatter from day to day', () => {
  const days = (scatter: number, n: number): Trial[] => {
    const chance = seeded(23 + scatter)
    const normal = () => Math.sqrt(-2 * Math.log(1 - chance())) * Math.cos(2 * Math.PI * chance())
    return Array.from({ length: n }, (_, d) => {
      const p = 1 / (1 + Math.exp(-(0.9 + scatter * normal())))
      return Array.from({ length: 12 }, () => ({ day: String(d), at: d, place: '', person: '', clean: chance() < p }))
    }).flat()
  }
  it('is the house’s while little is known', () => {
    expect(dayScatter([])).toBe(houseScatter)
    expect(dayScatter(trials(5, 5, { day: 'one' }))).toBe(houseScatter)
  })
  it('is found again in simulated days, drawn a little to the house’s', () => {
    expect(dayScatter(days(0, 200))).toBeLessThan(0.25)
    expect(dayScatter(days(1, 200))).toBeGreaterThan(0.75)
    expect(dayScatter(days(1, 200))).toBeLessThan(1.25)
  })
})
