import { describe, expect, it } from 'vitest'
import { houseCurriculum } from '../curriculum/house'
import { passTo, work, type SetPlan } from '../tests/facts'
import { meetingsMissing, promiseStatus, readyOn } from '../promise/promise'
import fc from 'fast-check'
import { dayIn } from '../days'
import { freeSlots, offeredFrom, type SlotQuestion } from './slots'
import type { EpochMs } from '../epochMs'

const sitUp: SetPlan[] = [...passTo(houseCurriculum, 'sit.word-hand'), ...passTo(houseCurriculum, 'sit.word-hand', 1)]
const meet = (day: number, place: string, by: string): SetPlan => ({
  rung: 'sit.word-hand',
  reps: 'C C C C C C C C C C',
  day,
  place,
  by,
})
const status = (plans: readonly SetPlan[], places: number, people: number) =>
  promiseStatus(houseCurriculum, work(houseCurriculum, [...sitUp, ...plans]).state, {
    rungId: 'sit.word-hand',
    level: 0,
    places,
    people,
  })

describe('a promise is a rung held in so many places with so many people', () => {
  it('two days in one place hold it there; a second place needs two days of its own', () => {
    const one = status([meet(1, 'barn', 'ada'), meet(2, 'barn', 'ada')], 2, 1)
    expect(one).toMatchObject({ heldSince: '2026-03-04', placesHeld: 1, peopleHeld: 1, met: false })
    expect(meetingsMissing(one)).toBe(2)
    const two = status(
      [meet(1, 'barn', 'ada'), meet(2, 'barn', 'ada'), meet(2, 'yard', 'ada'), meet(3, 'yard', 'ada')],
      2,
      1,
    )
    expect(two).toMatchObject({ placesHeld: 2, met: true, metOn: '2026-03-05' })
    expect(meetingsMissing(two)).toBe(0)
  })

  it('counts a person only for windows that were all theirs', () => {
    const mixed = status(
      [
        meet(1, 'barn', 'ada'),
        { ...meet(2, 'barn', 'ada'), reps: 'C C C C C' },
        { ...meet(2, 'barn', 'ben'), reps: 'C C C C C' },
      ],
      1,
      1,
    )
    expect(mixed.heldSince).toBe('2026-03-04')
    expect(mixed.people).toEqual([{ id: 'ada', days: ['2026-03-03'] }])
    expect(mixed.placesHeld).toBe(1)
  })

  it('is ready on the day the last piece falls into place, and not before all are met', () => {
    const met = status([meet(1, 'barn', 'ada'), meet(2, 'barn', 'ada')], 1, 1)
    const unmet = status([meet(1, 'barn', 'ada')], 1, 1)
    expect(readyOn([met])).toBe('2026-03-04')
    expect(readyOn([met, unmet])).toBeUndefined()
    expect(readyOn([])).toBeUndefined()
  })
})

describe('free handoff slots', () => {
  const hour = (h: number) => h * 60
  const base: SlotQuestion = {
    timeZone: 'Europe/London',
    firstDay: '2026-11-23',
    lastDay: '2026-11-24',
    notBefore: Date.UTC(2026, 10, 23, 0),
    minutes: 60,
    everyMinutes: 30,
    hours: [
      { personId: 'ada', weekday: 1, fromMinute: hour(9), toMinute: hour(11) },
      { personId: 'ben', weekday: 2, fromMinute: hour(14), toMinute: hour(15) },
    ],
    busy: [],
  }
  const times = (q: SlotQuestion) => freeSlots(q).map((s) => `${s.personId} ${new Date(s.fromMs).toISOString()}`)

  it('lie inside staff hours, on their weekdays, the last ending when the hours do', () => {
    expect(times(base)).toEqual([
      'ada 2026-11-23T09:00:00.000Z',
      'ada 2026-11-23T09:30:00.000Z',
      'ada 2026-11-23T10:00:00.000Z',
      'ben 2026-11-24T14:00:00.000Z',
    ])
  })

  it('never touch what that person has booked, and end to end is no clash', () => {
    const busy = [{ personId: 'ada', fromMs: Date.UTC(2026, 10, 23, 10), toMs: Date.UTC(2026, 10, 23, 11) }]
    expect(times({ ...base, busy })).toEqual(['ada 2026-11-23T09:00:00.000Z', 'ben 2026-11-24T14:00:00.000Z'])
    expect(times({ ...base, busy: [{ personId: 'cat', fromMs: 0, toMs: Number.MAX_SAFE_INTEGER }] })).toHaveLength(4)
  })

  it('begin no earlier than now', () => {
    expect(times({ ...base, notBefore: Date.UTC(2026, 10, 23, 9, 40) })[0]).toBe('ada 2026-11-23T10:00:00.000Z')
  })

  it('follow the wall clock over a clock change and skip the hour it removes', () => {
    // British clocks go forward at 01:00 UTC on 29 March 2026, a Sunday.
    const spring = {
      ...base,
      firstDay: '2026-03-28',
      lastDay: '2026-03-30',
      notBefore: 0,
      hours: [0, 1, 2, 3, 4, 5, 6].map((d) => ({
        personId: 'ada',
        weekday: d + 1,
        fromMinute: hour(9),
        toMinute: hour(10),
      })),
    }
    expect(freeSlots(spring).map((s) => new Date(s.fromMs).toISOString())).toEqual([
      '2026-03-28T09:00:00.000Z',
      '2026-03-29T08:00:00.000Z',
      '2026-03-30T08:00:00.000Z',
    ])
    const night = {
      ...spring,
      firstDay: '2026-03-29',
      lastDay: '2026-03-29',
      hours: [{ personId: 'ada', weekday: 7, fromMinute: 30, toMinute: hour(4) }],
    }
    expect(freeSlots(night).map((s) => new Date(s.fromMs).toISOString().slice(11, 16))).toEqual([
      '01:00',
      '01:30',
      '02:00',
    ])
  })

  it('there are none after the dog has gone home', () => {
    expect(freeSlots({ ...base, firstDay: '2026-11-25', lastDay: '2026-11-24' })).toEqual([])
  })
})

describe('free times, some at once', () => {
  it('each is reached once by going on to later ones, in whole days; going back comes to the first', () => {
    const dayOf = (at: EpochMs) => dayIn('UTC', at)
    const anyTimes = fc.array(fc.tuple(fc.integer({ min: 0, max: 150 }), fc.integer({ min: 8, max: 17 })), {
      maxLength: 200,
    })
    fc.assert(
      fc.property(anyTimes, fc.integer({ min: 1, max: 40 }), (times, most) => {
        const slots = times
          .map(([day, hour]) => Date.UTC(2026, 2, 1 + day, hour))
          .sort((a, b) => a - b)
          .map((from) => ({ personId: 'ada', fromMs: from, toMs: from + 3_600_000 }))
        const seen: (typeof slots)[number][] = []
        let at: string | undefined = ''
        let before: string | undefined
        for (let n = 0; at !== undefined && n < 300; n++) {
          const page = offeredFrom(slots, at, { most, dayOf })
          expect(new Set(page.slots.map((s) => dayOf(s.fromMs))).size).toBeLessThanOrEqual(
            page.slots.length <= most ? Number.POSITIVE_INFINITY : 1,
          )
          expect(page.earlierFrom).toBe(before)
          before = page.slots[0] && dayOf(page.slots[0].fromMs)
          seen.push(...page.slots)
          at = page.laterFrom
        }
        expect(seen).toEqual(slots)
      }),
    )
  })

  it('of a stay longer than two months the last day is offered too', () => {
    const found = freeSlots({
      timeZone: 'UTC',
      firstDay: '2026-03-02',
      lastDay: '2026-06-15',
      notBefore: 0,
      minutes: 60,
      everyMinutes: 30,
      hours: [{ personId: 'ada', weekday: 1, fromMinute: 9 * 60, toMinute: 10 * 60 }],
      busy: [],
    })
    expect(found.at(-1)?.fromMs).toBe(Date.UTC(2026, 5, 15, 9))
  })
})
