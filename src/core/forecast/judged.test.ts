import { describe, expect, it } from 'vitest'
import { addDays } from '../days'
import { seeded } from '../seeded'
import { judge, verdictText, stackCases, type JudgedCase } from './judged'
import { daysLeftShare } from './plan'
import { calibratedBy, calibrationOf } from './chanceCalibration'
import { toldOf } from './tests/told'

const arrivesOn = '2026-03-01'
/** A dog of twenty days of which this was said on each day, and which was ready on that day or not. */
function dogOf(id: string, chance: number, readyOn: string | null): readonly JudgedCase[] {
  const lastEvening = addDays(arrivesOn, 20)
  return Array.from({ length: 20 }, (_, i): JudgedCase => {
    const day = addDays(arrivesOn, i + 1)
    return {
      residencyId: id,
      arrivesOn,
      day,
      told: toldOf({
        chance,
        today: day,
        legs: [{ command: 'sit', rungId: 'sit.word', chance, days: [1, 2, 3, 4, 5] }],
      }),
      byRatio: 0.5,
      byLine: 1,
      readyOn,
      lastEvening,
      rungs: { 'sit.word': readyOn },
      useful: {},
    }
  })
}
const late = addDays(arrivesOn, 20)
/** So many dogs of which this was said, and of which a share was ready. */
const kennel = (n: number, chance: number, share: number) =>
  Array.from({ length: n }, (_, i) => dogOf(`dog ${i}`, chance, i < n * share ? late : null)).flat()

describe('forecasts held against what came', () => {
  it('takes a dog at a quarter, a half and three quarters of its stay, however many days it was told', () => {
    const { all, stages, commands } = judge(kennel(10, 0.7, 0.7))
    expect(all).toMatchObject({ n: 30, said: expect.closeTo(0.7, 9), came: expect.closeTo(0.7, 9) })
    expect(all?.brier).toBeCloseTo(0.21, 9)
    expect(all?.skill).toBeCloseTo(1 - 0.21 / 0.25, 9)
    expect([all?.byRatio, all?.byLine]).toEqual([0.25, expect.closeTo(0.3, 9)])
    expect(stages.map((s) => [s.quarter, s.score.n])).toEqual([
      [1, 10],
      [2, 10],
      [3, 10],
    ])
    expect(commands).toMatchObject([{ command: 'sit', n: 30 }])
  })

  it('bends those to come by the ones that are over, each dog at its quarters', () => {
    const cases = kennel(240, 0.8, 0.5).map((c) => ({ ...c, told: { ...c.told, played: { chance: 0.8, load: 1 } } }))
    expect(stackCases(cases)).toHaveLength(3 * 240)
    const bend = calibratedBy(calibrationOf(stackCases(cases)), 0.8, 1, daysLeftShare({ openDays: 6, ownDays: 5 }))
    expect(bend(0.8)).toBeGreaterThan(0.48)
    expect(bend(0.8)).toBeLessThan(0.62)
    // Of what a version before kept nothing is known of how it was played.
    expect(stackCases(kennel(3, 0.8, 0.5))).toEqual([])
  })

  it('holds the sets that were reckoned with against those that were worked, until a dog was ready', () => {
    const plan = { setsADay: 6, openDays: 10, ownDays: 3, byFood: false }
    const worked = (n: number, readyOn: string | null) =>
      dogOf(`worked ${n}`, 0.5, readyOn).map((c) => ({
        ...c,
        told: { ...c.told, plan, leavesOn: addDays(c.day, 10) },
        useful: Object.fromEntries(Array.from({ length: 20 }, (_, i) => [addDays(arrivesOn, i + 1), n])),
      }))
    expect(judge(worked(4, null)).all?.setsADay).toEqual({
      planned: expect.closeTo(6, 9),
      worked: expect.closeTo(4, 9),
    })
    // What is worked after it was ready is not what was counted on.
    expect(judge([...worked(4, null), ...worked(8, addDays(arrivesOn, 12))]).all?.setsADay?.worked).toBeGreaterThan(4.5)
    expect(judge(kennel(2, 0.5, 0.5)).all?.setsADay).toBeUndefined()
  })

  it('says too high or too low only beyond chance, and nothing of a few dogs', () => {
    const verdict = (n: number, chance: number, share: number) => judge(kennel(n, chance, share)).verdict
    expect(verdict(9, 0.9, 0)).toBe('too few')
    expect(verdict(40, 0.8, 0.8)).toBe('as said')
    expect(verdict(40, 0.8, 0.5)).toBe('too high')
    expect(verdict(40, 0.3, 0.6)).toBe('too low')
    expect(verdictText('too high')).toContain('run too high')
    expect(verdictText('too sure')).toContain('too sure')
    expect(verdictText('as said')).toBe('')
    // Of dogs of which just this was said, it is hardly ever called bad.
    const chance = seeded(3)
    const wrong = Array.from(
      { length: 200 },
      () =>
        judge(Array.from({ length: 30 }, (_, i) => dogOf(`${i}`, 0.6, chance() < 0.6 ? late : null)).flat()).verdict,
    ).filter((v) => v !== 'as said')
    expect(wrong.length).toBeLessThan(20)
  })

  it('says too sure where both ends came otherwise, though on average all is as it was said', () => {
    const both = (n: number, sure: number, turned: number) =>
      judge(
        Array.from({ length: n }, (_, i) => {
          const high = i % 2 === 0
          const otherwise = Math.floor(i / 2) < (n / 2) * turned
          return dogOf(`dog ${i}`, high ? sure : 1 - sure, high === otherwise ? null : late)
        }).flat(),
      )
    const wrong = both(20, 1, 0.3)
    expect(wrong.all).toMatchObject({ said: expect.closeTo(0.5, 9), came: expect.closeTo(0.5, 9) })
    expect(wrong.verdict).toBe('too sure')
    // The same share came otherwise as was said.
    expect(both(20, 0.7, 0.3).verdict).toBe('as said')
    // One dog of twenty that nobody thought possible is no rule yet, and less sure than it could be is not called bad.
    expect(judge(kennel(20, 0.99, 0.95)).verdict).toBe('as said')
    expect(both(20, 0.6, 0).verdict).toBe('as said')
  })

  it('leaves out what was said after a dog was ready, and of nothing says nothing', () => {
    expect(judge([]).all).toBeUndefined()
    expect(judge(dogOf('a', 0.9, addDays(arrivesOn, 8))).stages.map((s) => s.quarter)).toEqual([1])
  })

  it('the 80% interval covers eight in ten of days that come as they were said', () => {
    const chance = seeded(5)
    const by = Array.from({ length: 30 }, (_, d) => (d + 1) / 30)
    const cases = Array.from({ length: 400 }, (_, i): JudgedCase => {
      const day = Math.floor(chance() * 30)
      const ready = addDays(arrivesOn, 5 + day)
      const lastEvening = addDays(arrivesOn, 19)
      return {
        residencyId: `${i}`,
        arrivesOn,
        day: addDays(arrivesOn, 5),
        told: toldOf({ by, today: addDays(arrivesOn, 5) }),
        byRatio: 0,
        byLine: 0,
        // Half of the days nobody sees: the dog has gone home.
        readyOn: ready <= lastEvening ? ready : null,
        lastEvening,
        rungs: {},
        useful: {},
      }
    })
    const { all } = judge(cases)
    expect(all?.within80).toBeGreaterThan(0.75)
    expect(all?.within80).toBeLessThan(0.85)
    expect(all?.within50).toBeGreaterThan(0.43)
    expect(all?.within50).toBeLessThan(0.57)
  })
})
