import { describe, expect, it } from 'vitest'
import fc from 'fast-check'
import { freeSlots } from './slots'
import { hasRoom } from './space'

const half = 30 * 60_000
const at = (n: number, halves = 2) => ({ fromMs: n * half, toMs: (n + halves) * half })

describe('a location in which dogs are shown', () => {
  it('takes as many at once as it has room for; end to end is no clash', () => {
    const one = { placeId: 'paddock', capacity: 1, taken: [at(2)] }
    expect([at(0), at(1), at(2), at(3), at(4)].map((asked) => hasRoom(one, asked))).toEqual([
      true,
      false,
      false,
      false,
      true,
    ])
    // Two that follow each other are never there together.
    expect(hasRoom({ ...one, capacity: 2, taken: [at(0), at(2)] }, at(1))).toBe(true)
    expect(hasRoom({ ...one, capacity: 2, taken: [at(1), at(1)] }, at(0))).toBe(false)
  })

  it('is never overfull, and takes what fits: counted half hour by half hour', () => {
    const stretch = fc.record({ n: fc.integer({ min: 0, max: 12 }), halves: fc.integer({ min: 1, max: 4 }) })
    fc.assert(
      fc.property(
        fc.array(stretch, { maxLength: 12 }),
        stretch,
        fc.integer({ min: 1, max: 3 }),
        (had, asked, capacity) => {
          const there = Array<number>(20).fill(0)
          for (const h of had) for (let i = h.n; i < h.n + h.halves; i++) there[i] = (there[i] ?? 0) + 1
          const fits = there.slice(asked.n, asked.n + asked.halves).every((n) => n < capacity)
          const taken = had.map((h) => at(h.n, h.halves))
          expect(hasRoom({ placeId: 'barn', capacity, taken }, at(asked.n, asked.halves))).toBe(fits)
        },
      ),
    )
  })

  it('leaves out of the free times what it has no room for, and is named with the others', () => {
    const question = {
      timeZone: 'UTC',
      firstDay: '2026-03-02',
      lastDay: '2026-03-02',
      notBefore: 0,
      minutes: 60,
      everyMinutes: 30,
      hours: [{ personId: 'ada', weekday: 1, fromMinute: 540, toMinute: 660 }],
      busy: [],
    }
    const nine = Date.UTC(2026, 2, 2, 9)
    const space = { placeId: 'barn', capacity: 1, taken: [{ fromMs: nine, toMs: nine + 2 * half }] }
    expect(freeSlots(question)).toHaveLength(3)
    expect(freeSlots({ ...question, space })).toEqual([
      { personId: 'ada', placeId: 'barn', fromMs: nine + 2 * half, toMs: nine + 4 * half },
    ])
  })
})
