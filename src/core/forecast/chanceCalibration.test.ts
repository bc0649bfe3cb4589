import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { seeded } from '../seeded'
import { uncalibrated, calibratedBy, calibrateFromDogs, calibrationOf, type CalibrationCase } from './chanceCalibration'

const logOdds = (p: number) => Math.log(p / (1 - p))
/** Forecasts of a house in which log odds are really these. */
function house(dogs: number, real: { early: number; odds: number; load: number }, seed: number): CalibrationCase[] {
  const chance = seeded(seed)
  return Array.from({ length: dogs }, (_, i) => {
    const [said, load, left] = [0.03 + 0.94 * chance(), 0.2 + 1.6 * chance(), 0.2 + 0.8 * chance()]
    const odds = real.early * left + real.odds * logOdds(said) + real.load * Math.log(load)
    return { dog: String(i), chance: said, load, left, came: chance() < 1 / (1 + Math.exp(-odds)) }
  })
}

describe('chances are bent by what came of those before', () => {
  it('only from two hundred dogs on, however often something was said of each', () => {
    const cases = house(calibrateFromDogs - 1, { early: -1, odds: 1, load: 0 }, 1)
    expect(calibrationOf([...cases, ...cases, ...cases])).toBe(uncalibrated)
    expect(calibrationOf([])).toBe(uncalibrated)
  })

  it.each([
    { early: -1.2, odds: 1, load: 0 },
    { early: 0.6, odds: 0.6, load: -0.7 },
  ])('finds the hidden law $early, $odds, $load again from four thousand dogs', (real) => {
    const found = calibrationOf(house(4000, real, 5))
    expect(Math.abs(found.early - real.early)).toBeLessThan(0.2)
    expect(Math.abs(found.odds - real.odds)).toBeLessThan(0.15)
    expect(Math.abs(found.load - real.load)).toBeLessThan(0.2)
  })

  it('bends nothing of a house in which what is said is right', () => {
    for (const seed of [5, 6, 7])
      expect(calibrationOf(house(600, { early: 0, odds: 1, load: 0 }, seed))).toBe(uncalibrated)
  })

  it('is where no small step makes the penalized likelihood greater, worked out apart', () => {
    const cases = house(300, { early: -1.6, odds: 0.8, load: -0.3 }, 9)
    const best = calibrationOf(cases)
    const worth = (c: number, o: number, l: number) =>
      cases.reduce((sum, { chance, load, left, came }) => {
        const p = 1 / (1 + Math.exp(-(c * left + o * logOdds(chance) + l * Math.log(load))))
        return sum + Math.log(came ? p : 1 - p)
      }, 0) -
      (c * c + (o - 1) ** 2 + l * l) / (2 * 0.35 ** 2)
    const at = worth(best.early, best.odds, best.load)
    for (const [c, o, l] of [
      [1, 0, 0],
      [-1, 0, 0],
      [0, 1, 0],
      [0, -1, 0],
      [0, 0, 1],
      [0, 0, -1],
    ] as const)
      expect(worth(best.early + 0.01 * c, best.odds + 0.01 * o, best.load + 0.01 * l)).toBeLessThan(at)
  })

  it('a dog of which much was said weighs no more than one of which one thing was', () => {
    const cases = house(400, { early: 1.6, odds: 1, load: 0 }, 3)
    const often = cases.flatMap((c, i) => (i % 2 === 0 ? [c, c, c, c] : [c]))
    const [once, more] = [calibrationOf(cases), calibrationOf(often)]
    expect(more.early).toBeCloseTo(once.early, 9)
    expect(more.odds).toBeCloseTo(once.odds, 9)
  })

  it('keeps the order of days and promises, and leaves none and all as they are', () => {
    const chance = fc.double({ min: 0, max: 1, noNaN: true })
    fc.assert(
      fc.property(
        fc.record({
          early: fc.double({ min: -3, max: 3, noNaN: true }),
          odds: fc.double({ min: 0.1, max: 2, noNaN: true }),
          load: fc.double({ min: -2, max: 2, noNaN: true }),
        }),
        chance,
        fc.double({ min: 0, max: 50, noNaN: true }),
        chance,
        chance,
        (of, whole, load, a, b) => {
          const bend = calibratedBy({ ...of, dogs: 300 }, whole, load, a)
          expect([bend(0), bend(1)]).toEqual([0, 1])
          const [low, high] = a < b ? [a, b] : [b, a]
          expect(bend(low)).toBeLessThanOrEqual(bend(high))
          expect(bend(low)).toBeGreaterThanOrEqual(0)
          expect(bend(high)).toBeLessThanOrEqual(1)
        },
      ),
    )
    expect(calibratedBy(uncalibrated, 0.4, 2, 1)(0.37)).toBe(0.37)
  })
})
