import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { seeded } from '../seeded'
import { brier, coverage, partsOf, skill, survival, transformed, type Said } from './score'

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
