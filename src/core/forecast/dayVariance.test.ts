import { randomGamma } from 'd3-random'
import { describe, expect, it } from 'vitest'
import { addDays } from '../days'
import { seeded } from '../seeded'
import { baseFrom, ratesFile, ratesOut } from './learned'
import { learnedFrom, nothingLearned, ratesOf } from './learning'
import { type Rates } from './rates'
import { dogShape, speedFrom } from './speed'
import type { FrontierSet } from './rungExposures'
import { dayVarianceOf } from './dayVariance'
import { passChance } from './waitingTime'
import { plainBase, plainRates } from './tests/plain'

/** Dogs alike at every rung, so that nothing but their days lies apart. */
const rates: Rates = { ...plainRates, shape: 1e6, commandShape: 100, of: () => 0.08 }

/** Residencies whose days have a speed of their own: a gamma of mean one and this variance. */
function drawn(variance: number, dogs: number, days = 16): readonly (readonly FrontierSet[])[] {
  const chance = seeded(11)
  const ofDog = randomGamma.source(chance)(dogShape, 1 / dogShape)
  const ofDay = variance === 0 ? () => 1 : randomGamma.source(chance)(1 / variance, variance)
  return Array.from({ length: dogs }, (_, d) => {
    const sets: FrontierSet[] = []
    const command = 'sit'
    const own = ofDog()
    let [rung, nth] = [0, 0]
    for (let day = 1; day <= days; day++) {
      const pace = own * ofDay()
      for (let s = 0; s < 30; s++) {
        nth++
        const passed = chance() < passChance(0.08 * pace, nth, rates.shape)
        const setId = `${d}.${day}.${s}`
        sets.push({ setId, day: addDays('2026-03-01', day), rungId: `${rung}`, command, kind: 'word', nth, passed })
        if (passed) [rung, nth] = [rung + 1, 0]
      }
    }
    return sets
  })
}
const found = (variance: number) => {
  const { excess, weight } = dayVarianceOf(drawn(variance, 150), rates)
  return excess / weight
}

describe('how far a dog’s days lie apart', () => {
  it('is found again from days drawn so far apart (gamma), and is nothing where they are alike', () => {
    for (const variance of [0, 0.3, 0.8]) expect(Math.abs(found(variance) - variance), `${variance}`).toBeLessThan(0.2)
  })

  it('is of a kennel by many residencies, of what it began with by few, and never below nothing', () => {
    const of = (excess: number, weight: number, base = plainBase) =>
      ratesOf({ ...nothingLearned, swing: { excess, weight } }, base).swing
    expect(ratesOf(nothingLearned, plainBase).swing).toBe(0)
    expect(of(2, 5)).toBeLessThan(0.05)
    expect(of(400, 1000)).toBeCloseTo(0.4, 1)
    expect(of(-400, 1000)).toBe(0)
    expect(of(0, 0, { ...plainBase, swing: 0.2 })).toBeCloseTo(0.2, 9)
    expect(of(5000, 1000)).toBe(1)
    expect(dayVarianceOf([], rates)).toEqual({ excess: 0, weight: 0 })
    expect(dayVarianceOf(drawn(0.3, 5, 3), rates)).toEqual({ excess: 0, weight: 0 })
  })

  it('makes the sets of few days say less of a dog, and those of many nearly all', () => {
    const quick = Array.from({ length: 12 }, (_, i) => ({
      rungId: `${i}`,
      command: 'sit',
      ladderKey: 'sit/run',
      kind: 'word' as const,
      sets: 1,
      passed: true,
    }))
    const [steady, swinging] = [speedFrom(quick, rates, 2), speedFrom(quick, { ...rates, swing: 0.4 }, 2)]
    expect(steady).toEqual(speedFrom(quick, rates))
    expect(swinging.mean).toBeLessThan(steady.mean)
    expect(swinging.mean).toBeGreaterThan(0)
    expect(swinging.precision).toBeLessThan(steady.precision)
    const long = speedFrom(quick, { ...rates, swing: 0.4 }, 500)
    expect(Math.abs(long.mean / steady.mean - 1)).toBeLessThan(0.01)
  })

  it('goes out and comes in with the rates it was learned beside', () => {
    const base = { ...plainBase, kinds: { ...plainBase.kinds, word: 0.08 }, shape: 100, commandShape: 100 }
    const learned = learnedFrom(
      drawn(0.8, 150).map((frontier) => ({ exposures: [], frontier })),
      base,
    )
    const { swing } = ratesOf(learned, base)
    expect(swing).toBeGreaterThan(0.3)
    const file = ratesFile.parse(JSON.parse(JSON.stringify(ratesOut(learned, base, 'x', () => undefined))))
    expect(baseFrom(file).swing).toBeCloseTo(swing, 3)
    const { swing: _, ...older } = file
    expect(baseFrom(ratesFile.parse(older)).swing).toBe(0)
  })
})
