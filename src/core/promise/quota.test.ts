import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { addDays } from '../days'
import { paceOf, sayPace } from './quota'

const recall = { reps: 1000, days: 30 }
const month = { arrivesOn: '2026-03-01', leavesOn: '2026-04-01' }
const day = (n: number) => addDays(month.arrivesOn, n)

describe('a number to reach', () => {
  it('a thousand in a month is about 33 a day (common practice)', () => {
    const pace = paceOf(recall, [], { ...month, today: day(1) })
    expect(pace).toMatchObject({ wanted: 1000, daysLeft: 30, perDayNow: 34, done: 0, projected: 0 })
    expect(pace?.daily).toBeCloseTo(33.33, 2)
  })

  it('counts today, this week and the stay, and says what each day left must bring', () => {
    // Ten days of 25 behind it, 12 today, of a stay of thirty: (1000 − 250) ÷ 20 = 37.5.
    const done = [...Array.from({ length: 10 }, (_, i) => ({ day: day(1 + i), reps: 25 })), { day: day(11), reps: 12 }]
    const pace = paceOf(recall, done, { ...month, today: day(11) })
    expect(pace).toEqual({
      wanted: 1000,
      done: 262,
      today: 12,
      week: 6 * 25 + 12,
      daily: 1000 / 30,
      perDayNow: 38,
      daysLeft: 20,
      projected: 250 + 25 * 20,
    })
    expect(pace && sayPace(pace)).toBe('262 of 1000, 20 days left: 38 a day from here; at this pace 750 by the end.')
  })

  it('asks a shorter stay for its part, and one that is over for nothing', () => {
    expect(paceOf(recall, [], { arrivesOn: '2026-03-01', leavesOn: '2026-03-23', today: '2026-03-02' })?.wanted).toBe(
      700,
    )
    expect(paceOf(recall, [], { ...month, today: month.leavesOn })).toBeUndefined()
    expect(paceOf(recall, [], { arrivesOn: '2026-03-01', leavesOn: '2026-03-02', today: '2026-03-01' })).toBeUndefined()
    // A longer stay asks for no more than the number itself.
    expect(paceOf(recall, [], { arrivesOn: '2026-03-01', leavesOn: '2026-05-01', today: '2026-03-02' })?.wanted).toBe(
      1000,
    )
  })

  it('who brings what each morning asks for is there on the last day, whatever the number and the stay', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 20_000 }),
        fc.integer({ min: 1, max: 365 }),
        fc.integer({ min: 2, max: 60 }),
        (reps, days, length) => {
          const stay = { arrivesOn: '2026-03-01', leavesOn: addDays('2026-03-01', length) }
          const done: { day: string; reps: number }[] = []
          let wanted = 0
          for (let n = 1; n < length; n++) {
            const today = addDays(stay.arrivesOn, n)
            const pace = paceOf({ reps, days }, done, { ...stay, today })
            if (!pace) throw new Error('no pace')
            wanted = pace.wanted
            done.push({ day: today, reps: pace.perDayNow })
          }
          const total = done.reduce((sum, d) => sum + d.reps, 0)
          expect(total).toBeGreaterThanOrEqual(wanted)
          // No more than a rounded-up rep a day too many.
          expect(total).toBeLessThan(wanted + length)
        },
      ),
    )
  })
})
