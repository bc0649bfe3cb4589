import jstat from 'jstat'
import { describe, expect, it } from 'vitest'
import { seeded } from '../seeded'
import { drawMoments, judgeMark, markWithin, timingText, timingOf, type Moment } from './timing'

const sits: Moment = { at: 2000, sinking: 500, feint: false }

describe('practice of the mark', () => {
  it.each([
    [2000, 'in time'],
    [2500, 'in time'],
    [2501, 'late'],
    [1900, 'in time'],
    [1899, 'early'],
    [undefined, 'missed'],
  ] as const)('a mark at %s ms of a moment at 2000 is %s (common practice: half a second)', (pressed, said) => {
    expect(judgeMark(sits, pressed)).toBe(said)
  })

  it('a dog that comes up again is not marked', () => {
    const feint = { ...sits, feint: true }
    expect([judgeMark(feint, undefined), judgeMark(feint, 2000)]).toEqual(['rightly nothing', 'marked nothing'])
  })

  it('draws ten moments nobody foresees, the first of them always one to mark, a fifth of the rest feints', () => {
    const all = Array.from({ length: 2000 }, (_, seed) => drawMoments(seed))
    expect(all.every((m) => m.length === 10 && m[0]?.feint === false)).toBe(true)
    for (const m of all.flat()) {
      expect(m.at).toBeGreaterThanOrEqual(1250)
      expect(m.at).toBeLessThanOrEqual(4700)
      expect(m.sinking).toBeLessThan(m.at)
    }
    // Pearson's statistic for 1 in 5 against chi-square with one degree of freedom (jStat).
    const rest = all.flatMap((m) => m.slice(1))
    const feints = rest.filter((m) => m.feint).length
    const n = rest.length
    const statistic = (feints - n * 0.2) ** 2 / (n * 0.2) + (n - feints - n * 0.8) ** 2 / (n * 0.8)
    expect(1 - jstat.chisquare.cdf(statistic, 1)).toBeGreaterThan(0.001)
    expect(drawMoments(7)).toEqual(drawMoments(7))
  })

  it('the spread is the sample standard deviation: by hand, and that of even errors, (b − a) ÷ √12', () => {
    // 2, 4, 4, 4, 5, 5, 7, 9: sum of squares about the mean 5 is 32, and 32 ÷ 7 under the root.
    const t = timingOf([200, 400, 400, 400, 500, 500, 700, 900])
    expect(t).toMatchObject({ marks: 8, inTime: 6, middle: 500 })
    expect(t?.spread).toBeCloseTo(100 * Math.sqrt(32 / 7), 9)
    expect(t?.spread).toBeCloseTo(jstat.stdev([200, 400, 400, 400, 500, 500, 700, 900], true), 9)
    const chance = seeded(11)
    const even = timingOf(Array.from({ length: 40_000 }, () => -100 + 600 * chance()))
    expect(even?.spread).toBeCloseTo(600 / Math.sqrt(12), -1)
    expect(even?.inTime).toBe(40_000)
    expect(timingOf([])).toBeUndefined()
    expect(timingOf([300])?.spread).toBeUndefined()
  })

  it('a normal error is in time as often as its distribution function says (jStat)', () => {
    const chance = seeded(5)
    // Box and Muller, Annals of Mathematical Statistics 29 (1958).
    const normal = () => Math.sqrt(-2 * Math.log(1 - chance())) * Math.cos(2 * Math.PI * chance())
    const n = 20_000
    const t = timingOf(Array.from({ length: n }, () => 250 + 200 * normal()))
    const p = jstat.normal.cdf(markWithin, 250, 200) - jstat.normal.cdf(-100, 250, 200)
    expect(Math.abs((t?.inTime ?? 0) / n - p)).toBeLessThan(4 * Math.sqrt((p * (1 - p)) / n))
  })

  it.each([
    [[700, 800], /late/],
    [[-300, -400], /early/],
    [[0, 500, 0, 500, 600], /uneven/],
    [[200, 250, 220], /Every mark/],
  ] as const)('errors of %j are told so', (errors, said) => {
    const timing = timingOf(errors)
    expect(timing && timingText(timing)).toMatch(said)
  })
})
