import fc from 'fast-check'
import jstat from 'jstat'
import { describe, expect, it } from 'vitest'
import { seeded } from '../seeded'
import { hazardAt, passChance, setsLeft, stillWaiting } from './waitingTime'

const lambda = fc.double({ min: 0.02, max: 3, noNaN: true })
const shape = fc.double({ min: 0.5, max: 20, noNaN: true })

describe('sets until a rung is passed', () => {
  it('is geometric mixed over a gamma hazard: the integral of jStat’s gamma density gives the same', () => {
    // Survival of n sets = ∫ e^(−nh) Gamma(h; c, Λ/c) dh, by Simpson over jStat's density.
    for (const [l, c, n] of [
      [0.3, 3, 1],
      [0.3, 3, 7],
      [0.8, 2, 4],
      [0.1, 5, 20],
    ] as const) {
      const [top, steps] = [(l / c) * (c + 14 * Math.sqrt(c)), 20_000]
      let sum = 0
      for (let i = 0; i <= steps; i++) {
        const h = (top * i) / steps
        const weight = i === 0 || i === steps ? 1 : i % 2 === 1 ? 4 : 2
        sum += weight * Math.exp(-n * h) * (i === 0 ? 0 : jstat.gamma.pdf(h, c, l / c))
      }
      expect(stillWaiting(l, 0, n, c)).toBeCloseTo((sum * top) / steps / 3, 5)
    }
  })

  it('counts passes as a negative binomial does: none in n sets of Poisson chances with a gamma rate', () => {
    // Of Poisson(nh) with h ~ Gamma(c, Λ/c), zero has the negative binomial chance p^c, p = c / (c + nΛ); jStat's
    // negbin.pdf(0, r, p) is p^r for whole r.
    for (const [l, c, n] of [
      [0.4, 3, 5],
      [1.2, 2, 3],
    ] as const)
      expect(stillWaiting(l, 0, n, c)).toBeCloseTo(jstat.negbin.pdf(0, c, c / (c + n * l)), 12)
  })

  it('is the geometric of one hazard when dogs are alike', () => {
    expect(passChance(0.5, 4, 1e9)).toBeCloseTo(1 - Math.exp(-0.5), 6)
  })

  it('set by set gives the same as all at once, and never gets likelier', () => {
    fc.assert(
      fc.property(lambda, shape, fc.integer({ min: 0, max: 30 }), fc.integer({ min: 1, max: 30 }), (l, c, done, n) => {
        let [stays, before] = [1, 1]
        for (let s = done + 1; s <= done + n; s++) {
          const p = passChance(l, s, c)
          expect(p).toBeLessThanOrEqual(before)
          before = p
          stays *= 1 - p
        }
        expect(stays).toBeCloseTo(stillWaiting(l, done, n, c), 9)
        expect(hazardAt(l, done + 1, c)).toBeGreaterThan(0)
      }),
    )
  })

  it('drawn by inversion has the chances it was drawn from', () => {
    const chance = seeded(7)
    const [l, done, draws] = [0.35, 4, 40_000]
    const counts = new Array<number>(60).fill(0)
    for (let i = 0; i < draws; i++) {
      const n = setsLeft(l, done, 1 - chance())
      if (n < counts.length) counts[n] = (counts[n] ?? 0) + 1
    }
    for (let n = 1; n <= 12; n++) {
      const p = stillWaiting(l, done, n - 1) - stillWaiting(l, done, n)
      expect(Math.abs((counts[n] ?? 0) / draws - p)).toBeLessThan(4 * Math.sqrt((p * (1 - p)) / draws))
    }
    expect(setsLeft(l, done, 1)).toBe(1)
    expect(setsLeft(l, done, 1, 2)).toBe(2)
  })
})
