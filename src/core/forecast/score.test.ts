import fc from 'fast-check'
import { mean, standardDeviation } from 'simple-statistics'
import { describe, expect, it } from 'vitest'
import { seeded } from '../seeded'
import { brier, coverage, overSure, partsOf, skill, survival, transformed, type Said } from './score'

const said = (chance: number, ...came: readonly number[]): readonly Said[] =>
  came.map((c) => ({ chance, came: c === 1 }))

describe('chances that were said, beside what came', () => {
  it('in Murphy’s three parts, worked by hand (Murphy 1973)', () => {
    // .2 said five times, came once; .8 said five times, came three times. Base .4.
    // Score: (4·.04 + .64 + 3·.04 + 2·.64) / 10 = .22. Reliability: .5·0 + .5·.04 = .02. Resolution: .5·.04 + .5·.04 =
    // .04. Uncertainty: .4·.6 = .24. .02 − .04 + .24 = .22.
    const all = [...said(0.2, 1, 0, 0, 0, 0), ...said(0.8, 1, 1, 1, 0, 0)]
    const { reliability, resolution, uncertainty } = partsOf(all)
    expect(brier(all)).toBeCloseTo(0.22, 12)
    expect(reliability).toBeCloseTo(0.02, 12)
    expect(resolution).toBeCloseTo(0.04, 12)
    expect(uncertainty).toBeCloseTo(0.24, 12)
    expect(skill(all)).toBeCloseTo(0.12, 12)
  })

  it('the parts come to the score wherever groups were said alike', () => {
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.integer({ min: 0, max: 9 }), fc.boolean()), { minLength: 1 }), (raw) => {
        const all = raw.map(([tenth, came]) => ({ chance: tenth / 10 + 0.05, came }))
        const { reliability, resolution, uncertainty } = partsOf(all)
        expect(reliability - resolution + uncertainty).toBeCloseTo(brier(all), 9)
      }),
    )
  })

  it('one half, always, has no skill; the truth has all of it', () => {
    expect(skill(said(0.5, 1, 0, 1))).toBe(0)
    expect(skill([...said(1, 1, 1), ...said(0, 0)])).toBe(1)
  })
})

describe('chances that say how far off they will be', () => {
  it('by Spiegelhalter’s z, worked by hand from its formula (Spiegelhalter 1986)', () => {
    const said = [
      { chance: 0.9, came: true },
      { chance: 0.8, came: false },
      { chance: 0.3, came: false },
      { chance: 0.5, came: true },
    ]
    // (.1)(−.8) + (−.8)(−.6) + (−.3)(.4) + 0, over the root of .64·.09 + .36·.16 + .16·.21 + 0.
    expect(overSure(said)).toBeCloseTo(0.28 / Math.sqrt(0.1488), 12)
    expect(overSure([{ chance: 0.5, came: true }])).toBe(0)
    expect(Number.isFinite(overSure([{ chance: 0, came: true }]))).toBe(true)
  })

  it('is 0 give or take 1 of chances that are right, high of ones drawn apart, low of ones drawn together', () => {
    const chance = seeded(11)
    const logit = (p: number) => Math.log(p / (1 - p))
    const z = (by: number) =>
      Array.from({ length: 200 }, () =>
        overSure(
          Array.from({ length: 60 }, () => {
            const p = 0.03 + 0.94 * chance()
            return { chance: 1 / (1 + Math.exp(-by * logit(p))), came: chance() < p }
          }),
        ),
      )
    const right = z(1)
    expect(Math.abs(mean(right))).toBeLessThan(0.25)
    expect(standardDeviation(right)).toBeGreaterThan(0.85)
    expect(standardDeviation(right)).toBeLessThan(1.15)
    expect(mean(z(2.5))).toBeGreaterThan(3)
    expect(mean(z(0.4))).toBeLessThan(-1.5)
  })
})

describe('days that were said, beside the day on which it came', () => {
  /** Chance to have come by a day, where each day has the same chance. */
  const by = (p: number) => (day: number) => (day < 1 ? 0 : 1 - (1 - p) ** day)
  const drawn = (p: number, chance: () => number, until: number) => {
    let day = 1
    while (chance() > p && day < until) day++
    return day
  }

  it.each([
    ['seen to the end', 10_000],
    ['not looked at after a week', 7],
  ])('cover as much as they say when they are right: %s', (_, until) => {
    const chance = seeded(5)
    const all = Array.from({ length: 20_000 }, () => {
      const day = drawn(0.12, chance, 10_000)
      const waited = day <= until ? { day, came: true } : { day: until, came: false }
      return transformed(by(0.12), waited, chance)
    })
    for (const width of [0.5, 0.8]) expect(Math.abs(coverage(all, width) - width)).toBeLessThan(0.012)
  })

  it('cover less when they are too sure: half the chance a day is said to be', () => {
    const chance = seeded(6)
    const all = Array.from({ length: 5000 }, () =>
      transformed(by(0.24), { day: drawn(0.12, chance, 10_000), came: true }, chance),
    )
    expect(coverage(all, 0.8)).toBeLessThan(0.75)
  })

  it('survival with days that nobody saw the end of: the remission times of 21 patients on 6-MP', () => {
    // Weeks, + still in remission (Freireich et al. 1963), with the estimates as they stand in textbooks on survival;
    // from memory.
    const weeks = '6 6 6 6+ 7 9+ 10 10+ 11+ 13 16 17+ 19+ 20+ 22 23 25+ 32+ 32+ 34+ 35+'.split(' ')
    const found = survival(weeks.map((w) => ({ day: Number.parseInt(w, 10), came: !w.endsWith('+') })))
    expect(found.map((f) => [f.day, Number(f.left.toFixed(3))])).toEqual([
      [6, 0.857],
      [7, 0.807],
      [10, 0.753],
      [13, 0.69],
      [16, 0.627],
      [22, 0.538],
      [23, 0.448],
    ])
  })
})
