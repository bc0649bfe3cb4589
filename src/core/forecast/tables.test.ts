import jstat from 'jstat'
import { describe, expect, it } from 'vitest'
import { gammaOf } from './tables'

describe('a speed drawn about its mode', () => {
  // jStat 1.9: quantiles of the gamma of this shape and mean one, at the same chance as the normal one.
  it.each([4, 5, 8, 20, 60])('of shape %d is a gamma of mean one within a hundredth of it', (shape) => {
    for (let chance = 0.02; chance < 0.99; chance += 0.04) {
      const exact = jstat.gamma.inv(chance, shape, 1 / shape)
      expect(Math.abs(gammaOf(shape, jstat.normal.inv(chance, 0, 1)) - exact)).toBeLessThan(0.01 * Math.max(1, exact))
    }
  })

  it.each([2, 3])('of shape %d is one within three hundredths of it', (shape) => {
    for (let chance = 0.02; chance < 0.99; chance += 0.04) {
      const exact = jstat.gamma.inv(chance, shape, 1 / shape)
      expect(Math.abs(gammaOf(shape, jstat.normal.inv(chance, 0, 1)) - exact)).toBeLessThan(0.03 * Math.max(1, exact))
    }
  })

  it('never stands still nor runs backwards, however unlikely', () => {
    for (const z of [-40, -6, 6]) expect(gammaOf(4, z)).toBeGreaterThan(0)
  })
})
