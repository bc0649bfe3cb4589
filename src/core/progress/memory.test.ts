import { describe, expect, it } from 'vitest'
import { afterCleanRefresher, afterFailedRefresher, daysUntilDue, isStale, retention } from './memory'

const day = 86_400_000
const fresh = { halfLifeDays: 3, since: 0 }

describe('predicted retention against half-life regression, p = 2^(−Δ/h) (Settles & Meeder, ACL 2016)', () => {
  it.each([
    { days: 0, h: 3, p: 1 },
    { days: 3, h: 3, p: 0.5 },
    { days: 6, h: 3, p: 0.25 },
    { days: 1, h: 3, p: 0.7937005259840998 },
    { days: 6, h: 12, p: 0.7071067811865476 },
  ])('after $days days at half-life $h: $p', ({ days, h, p }) => {
    expect(retention({ halfLifeDays: h, since: 0 }, days * day)).toBeCloseTo(p, 12)
  })

  it('falls to .8 exactly when the refresher is due: h·log2(1/.8)', () => {
    expect(daysUntilDue(3)).toBeCloseTo(0.9657842846620869, 12)
    expect(retention(fresh, daysUntilDue(3) * day)).toBeCloseTo(0.8, 9)
    expect(isStale(fresh, (daysUntilDue(3) + 0.001) * day)).toBe(true)
    expect(isStale(fresh, (daysUntilDue(3) - 0.001) * day)).toBe(false)
  })

  it('a clock that lies before the last work predicts nothing forgotten', () => {
    expect(retention(fresh, -day)).toBe(1)
  })
})

describe('refreshers (house)', () => {
  it('a clean one that was due doubles, one too early only starts the days anew', () => {
    expect(afterCleanRefresher(fresh, 2 * day)).toEqual({ halfLifeDays: 6, since: 2 * day })
    expect(afterCleanRefresher(fresh, 0.5 * day)).toEqual({ halfLifeDays: 3, since: 0.5 * day })
  })

  it('a failed one halves, never under a day', () => {
    expect(afterFailedRefresher(fresh, day).halfLifeDays).toBe(1.5)
    expect(afterFailedRefresher({ halfLifeDays: 1.2, since: 0 }, day).halfLifeDays).toBe(1)
  })
})
