import { describe, expect, it } from 'vitest'
import { freeSlots, isQuiet, offeredFrom, type Slot } from './slots'

const hour = (h: number) => h * 60

describe('quiet hours', () => {
  const night = { fromMinute: hour(21), toMinute: hour(6) + 30 }

  it('over midnight take the evening from their beginning and the morning up to their end', () => {
    expect(isQuiet(night, hour(20), hour(21))).toBe(false)
    expect(isQuiet(night, hour(20) + 1, hour(21) + 1)).toBe(true)
    expect(isQuiet(night, hour(22), hour(23))).toBe(true)
    expect(isQuiet(night, hour(5), hour(6))).toBe(true)
    expect(isQuiet(night, hour(6) + 29, hour(7) + 29)).toBe(true)
    expect(isQuiet(night, hour(6) + 30, hour(7) + 30)).toBe(false)
    expect(isQuiet(night, hour(12), hour(13))).toBe(false)
  })

  it('within a day take what touches them, and not what ends or begins at their edge', () => {
    const noon = { fromMinute: hour(12), toMinute: hour(14) }
    expect(isQuiet(noon, hour(11), hour(12))).toBe(false)
    expect(isQuiet(noon, hour(11), hour(12) + 1)).toBe(true)
    expect(isQuiet(noon, hour(13) + 59, hour(15))).toBe(true)
    expect(isQuiet(noon, hour(14), hour(15))).toBe(false)
    expect(isQuiet(noon, hour(20), hour(21))).toBe(false)
  })
})

describe('free times', () => {
  const minute = 60_000
  /** Monday, 2 March 2026. */
  const nine = Date.UTC(2026, 2, 2, 9)
  const ask = {
    timeZone: 'UTC',
    firstDay: '2026-03-02',
    lastDay: '2026-03-02',
    notBefore: 0,
    minutes: 60,
    everyMinutes: 60,
    hours: [
      { personId: 'wyn', weekday: 1, fromMinute: hour(10), toMinute: hour(12) },
      { personId: 'ada', weekday: 1, fromMinute: hour(9), toMinute: hour(12) },
    ],
    busy: [],
  }
  const told = (slots: readonly Slot[]) => slots.map((s) => `${s.personId} ${new Date(s.fromMs).getUTCHours()}`)

  it('come in order of time, then of person', () => {
    expect(told(freeSlots(ask))).toEqual(['ada 9', 'ada 10', 'wyn 10', 'ada 11', 'wyn 11'])
  })

  it('begin at the moment before which there is none, and end to end with what the same person does', () => {
    expect(told(freeSlots({ ...ask, notBefore: nine + 60 * minute }))).toEqual(['ada 10', 'wyn 10', 'ada 11', 'wyn 11'])
    const busy = [{ personId: 'ada', fromMs: nine + 60 * minute, toMs: nine + 120 * minute }]
    expect(told(freeSlots({ ...ask, busy }))).toEqual(['ada 9', 'wyn 10', 'ada 11', 'wyn 11'])
  })

  it('keep the quiet hours of a whole demonstration, not of its beginning alone', () => {
    const quiet = { fromMinute: hour(11) + 30, toMinute: hour(14) }
    expect(told(freeSlots({ ...ask, quiet }))).toEqual(['ada 9', 'ada 10', 'wyn 10'])
  })

  it('are looked for on four hundred days and no more', () => {
    const days = {
      ...ask,
      lastDay: '2029-03-02',
      hours: [1, 2, 3, 4, 5, 6, 7].map((weekday) => ({ personId: 'ada', weekday, fromMinute: 540, toMinute: 600 })),
    }
    expect(freeSlots(days)).toHaveLength(400)
  })

  it('are offered in whole days, of at most so many times and one day at least', () => {
    const on = (day: number, times: number): Slot[] =>
      Array.from({ length: times }, (_, i) => ({ personId: 'ada', fromMs: day * 100 + i, toMs: day * 100 + i + 1 }))
    const dayOf = (at: number) => `d${Math.floor(at / 100)}`
    const all = [...on(1, 2), ...on(2, 2), ...on(3, 5), ...on(4, 1)]
    const from = (day: string) => {
      const { slots, ...beside } = offeredFrom(all, day, { most: 4, dayOf })
      return [[...new Set(slots.map((s) => dayOf(s.fromMs)))].join(' '), slots.length, beside]
    }
    expect(from('d1')).toEqual(['d1 d2', 4, { laterFrom: 'd3', earlierFrom: undefined }])
    expect(from('d2')).toEqual(['d1 d2', 4, { laterFrom: 'd3', earlierFrom: undefined }])
    expect(from('d3')).toEqual(['d3', 5, { laterFrom: 'd4', earlierFrom: 'd1' }])
    expect(from('d9')).toEqual(['d4', 1, { laterFrom: undefined, earlierFrom: 'd3' }])
    expect(from('d0')[0]).toBe('d1 d2')
  })
})

describe('times on a day whose clocks are changed', () => {
  /** All night on one day, Sunday: what is offered, by the moment at Greenwich. */
  const offered = (day: string, quiet?: { readonly fromMinute: number; readonly toMinute: number }) =>
    freeSlots({
      timeZone: 'Europe/London',
      firstDay: day,
      lastDay: day,
      notBefore: 0,
      minutes: 60,
      everyMinutes: 30,
      hours: [{ personId: 'ada', weekday: 7, fromMinute: 0, toMinute: hour(4) }],
      busy: [],
      quiet,
    }).map((s) => [new Date(s.fromMs).toISOString().slice(11, 16), (s.toMs - s.fromMs) / 60_000])

  // British clocks go forward at 01:00 UTC on 29 March 2026 and back at 01:00 UTC on 25 October 2026.
  it('are each an hour long in spring; none lies in the hour that is not there, or ends where it would begin', () => {
    expect(offered('2026-03-29')).toEqual([
      ['01:00', 60],
      ['01:30', 60],
      ['02:00', 60],
    ])
  })

  it('are each an hour long in autumn, in the hour that comes twice as well', () => {
    const all = offered('2026-10-25')
    expect(all.every(([, minutes]) => minutes === 60)).toBe(true)
    expect(all.at(-1)).toEqual(['03:00', 60])
  })

  it('keep the quiet hours of the wall clock', () => {
    expect(offered('2026-10-25', { fromMinute: hour(21), toMinute: hour(3) })).toEqual([['03:00', 60]])
    expect(offered('2026-03-29', { fromMinute: hour(21), toMinute: hour(3) })).toEqual([['02:00', 60]])
  })
})
