import { describe, expect, it } from 'vitest'
import { ownRung } from '../curriculum/lookup'
import { houseCurriculum } from '../curriculum/house'
import { settleByDay, settleByWeek, settleInterval, settleIntervals, settlePays } from './settle'

const rungOf = (id: string) => {
  const at = ownRung(houseCurriculum, id)
  if (!at) throw new Error(id)
  return at.rung
}

describe('the interval on the tether', () => {
  it('goes as fast as it chews, then 2, 5, 10 … s, up after a calm minute and down after a struggle', () => {
    const rung = rungOf('settle.pauses')
    const calm = [true, true, false, true, true, true]
    const intervals: (number | undefined)[] = []
    let last: { interval: number; calm: boolean } | undefined
    for (const c of calm) {
      const interval = settleInterval(rung, last)
      intervals.push(interval)
      last = { interval: interval ?? 0, calm: c }
    }
    expect(intervals).toEqual([2, 5, 10, 5, 10, 10])
    expect(settleInterval(rungOf('settle.chews'), undefined)).toBe(1)
  })

  it('begins a harder rung within its own intervals, whatever was reached before it', () => {
    const away = rungOf('settle.walks-away')
    expect([1, 2, 10, 20, 600].map((interval) => settleInterval(away, { interval, calm: true }))).toEqual([
      5, 5, 15, 20, 20,
    ])
    expect([5, 12, 600].map((interval) => settleInterval(away, { interval, calm: false }))).toEqual([5, 5, 15])
    expect(settleInterval(rungOf('sit.full'), undefined)).toBeUndefined()
  })

  it('an older file says nothing: making it begins at 2 s, what follows at 5 s', () => {
    const old = (id: string) => {
      const { payEvery: _, ...rest } = rungOf(id)
      return settleIntervals(rest)
    }
    expect([old('settle.chews')[0], old('settle.turns')[0]]).toEqual([2, 5])
  })

  it('pays within the minute and leaves its end to be paid by itself', () => {
    expect(settlePays(60, 10)).toEqual([10, 20, 30, 40, 50])
    expect(settlePays(60, 25)).toEqual([25, 50])
    expect(settlePays(60, 1)).toHaveLength(59)
    expect(settlePays(60, 60)).toEqual([])
  })

  it('keeps the longest interval of each day that was calm, and all its minutes', () => {
    expect(
      settleByDay([
        { day: '2026-03-02', interval: 10, calm: true, minutes: 1 },
        { day: '2026-03-01', interval: 5, calm: false, minutes: 1 },
        { day: '2026-03-02', interval: 20, calm: false, minutes: 1 },
        { day: '2026-03-02', interval: 5, calm: true, minutes: 3 },
      ]),
    ).toEqual([
      { day: '2026-03-01', longest: undefined, calm: 0, minutes: 1 },
      { day: '2026-03-02', longest: 10, calm: 4, minutes: 5 },
    ])
  })

  it('and of each week, under its Monday', () => {
    // 1 March 2026 is a Sunday.
    expect(
      settleByWeek([
        { day: '2026-03-01', longest: undefined, calm: 0, minutes: 1 },
        { day: '2026-03-02', longest: 10, calm: 4, minutes: 5 },
        { day: '2026-03-08', longest: 15, calm: 2, minutes: 2 },
      ]),
    ).toEqual([
      { day: '2026-02-23', longest: undefined, calm: 0, minutes: 1 },
      { day: '2026-03-02', longest: 15, calm: 6, minutes: 7 },
    ])
  })
})
