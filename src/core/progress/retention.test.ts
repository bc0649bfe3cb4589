import { describe, expect, it } from 'vitest'
import {
  afterRefresher,
  daysUntilDue,
  dueAt,
  halfLifeDays,
  houseForgetting,
  isDue,
  nextHalfLife,
  retained,
  retention,
  type Memory,
  type RetentionTest,
} from './retention'

const day = 86_400_000
const fresh: Memory = { since: 0, shown: [] }
const shown = (...list: readonly [restedDays: number, clean: boolean][]): readonly RetentionTest[] =>
  list.map(([restedDays, clean]) => ({ restedDays, clean }))

describe('predicted retention against half-life regression, p = 2^(−Δ/h) (Settles & Meeder, ACL 2016)', () => {
  it.each([
    { days: 0, h: 3, p: 1 },
    { days: 3, h: 3, p: 0.5 },
    { days: 6, h: 3, p: 0.25 },
    { days: 1, h: 3, p: 0.7937005259840998 },
    { days: 6, h: 12, p: 0.7071067811865476 },
  ])('after $days days at half-life $h: $p', ({ days, h, p }) => {
    expect(retained(days, h)).toBeCloseTo(p, 12)
    expect(retention(fresh, days * day, { ...houseForgetting, firstHalfLifeDays: h })).toBeCloseTo(p, 12)
  })

  it('falls to .8 exactly when the refresher is due: h·log2(1/.8)', () => {
    expect(daysUntilDue(3)).toBeCloseTo(0.9657842846620869, 12)
    expect(retention(fresh, daysUntilDue(3) * day)).toBeCloseTo(dueAt, 9)
    expect(isDue(fresh, (daysUntilDue(3) + 0.001) * day)).toBe(true)
    expect(isDue(fresh, (daysUntilDue(3) - 0.001) * day)).toBe(false)
  })

  it('a clock that lies before the last work predicts nothing forgotten', () => {
    expect(retention(fresh, -day)).toBe(1)
  })
})

describe('refreshers (house)', () => {
  it('a clean one that was due doubles, one too early only starts the days anew', () => {
    expect(afterRefresher(fresh, 2 * day, true)).toEqual({ since: 2 * day, shown: shown([2, true]) })
    expect(halfLifeDays({ shown: shown([2, true]) })).toBe(6)
    expect(halfLifeDays({ shown: shown([0.5, true]) })).toBe(3)
    expect(halfLifeDays({ shown: shown([2, true], [2, true], [3, true]) })).toBe(12)
  })

  it('a failed one halves, never under a day', () => {
    expect(halfLifeDays({ shown: shown([1, false]) })).toBe(1.5)
    expect(halfLifeDays({ shown: shown([1, false], [1, false], [1, false]) })).toBe(1)
  })

  it('other factors are the kennel’s own', () => {
    expect(
      nextHalfLife(4, { restedDays: 3, clean: true }, { firstHalfLifeDays: 9, cleanFactor: 1.5, failedFactor: 0.5 }),
    ).toBe(6)
  })
})
