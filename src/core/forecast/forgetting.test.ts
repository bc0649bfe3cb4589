import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus'
import { describe, expect, it } from 'vitest'
import { houseForgetting, nextHalfLife, retained, type Forgetting, type RetentionTest } from '../progress/retention'
import { enoughRefreshers, fitForgetting, type Refresher } from './forgetting'

/** Refreshers of runs that forget by the model, asked for at odd times. */
function history(model: Forgetting, runs: number, each: number, seed = 11): Refresher[] {
  const rng = xoroshiro128plus(seed)
  const chance = () => (rng.next() >>> 0) / 2 ** 32
  return Array.from({ length: runs }, () => {
    const shown: RetentionTest[] = []
    let h = model.firstHalfLifeDays
    return Array.from({ length: each }, (): Refresher => {
      const restedDays = 0.3 + chance() * h * 1.4
      const test = { restedDays, clean: chance() < retained(restedDays, h) }
      const refresher = { before: [...shown], test }
      shown.push(test)
      h = nextHalfLife(h, test, model)
      return refresher
    })
  }).flat()
}

describe('the kennel’s own forgetting', () => {
  it.each<Forgetting>([
    { firstHalfLifeDays: 5, cleanFactor: 1.6, failedFactor: 0.6 },
    { firstHalfLifeDays: 2, cleanFactor: 2.5, failedFactor: 0.4 },
  ])('finds hidden half-lives again within a quarter from 600 refreshers: %j', (hidden) => {
    const found = fitForgetting(history(hidden, 150, 4))
    expect(found).toMatchObject({ from: 'own', refreshers: 600 })
    expect(Math.abs(Math.log(found.model.firstHalfLifeDays / hidden.firstHalfLifeDays))).toBeLessThan(Math.log(1.25))
    expect(Math.abs(Math.log(found.model.cleanFactor / hidden.cleanFactor))).toBeLessThan(Math.log(1.35))
  })

  it('the house’s figures hold until there are thirty refreshers', () => {
    expect(fitForgetting(history({ ...houseForgetting, firstHalfLifeDays: 9 }, 29, 1))).toEqual({
      model: houseForgetting,
      from: 'house',
      refreshers: 29,
      clean: expect.any(Number),
    })
    expect(fitForgetting(history({ ...houseForgetting, firstHalfLifeDays: 9 }, enoughRefreshers, 1)).from).toBe('own')
  })

  it('of very many fits an even share, from the first to the last, and says how many there were', () => {
    const all = history({ firstHalfLifeDays: 5, cleanFactor: 1.6, failedFactor: 0.6 }, 1125, 4)
    const third = all.filter((_, i) => i % 3 === 0)
    expect(third.length).toBeLessThan(2000)
    expect(fitForgetting(all)).toMatchObject({ model: fitForgetting(third).model, refreshers: 4500 })
  })

  it('never turns about: a clean test does not shorten, a failed one does not lengthen', () => {
    const odd: Refresher[] = Array.from({ length: 60 }, (_, i) => ({
      before: i % 2 ? [{ restedDays: 3, clean: true }] : [],
      test: { restedDays: 2, clean: i % 2 === 0 },
    }))
    const { model } = fitForgetting(odd)
    expect(model.cleanFactor).toBeGreaterThanOrEqual(1)
    expect(model.failedFactor).toBeLessThanOrEqual(1)
  })
})
