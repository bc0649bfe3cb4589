import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { readTimes, timesText } from './ownerTimes'

const read = (typed: string) => timesText(readTimes(typed).times, '24')

describe('when an owner can come, as it is said at the desk', () => {
  it.each([
    ['Tue and Thu after 16:00, Sat', 'Tue and Thu 16:00–21:00; Sat all day'],
    ['Tue, Thu after 16:00', 'Tue and Thu 16:00–21:00'],
    ['Sat', 'Sat all day'],
    ['weekdays before 10 am, not Fri', 'Mon–Thu 07:00–10:00'],
    ['Mon-Fri 9-12', 'Mon–Fri 09:00–12:00'],
    ['Mon to Wed 2 to 5 pm', 'Mon–Wed 14:00–17:00'],
    ['Saturdays 10 to 2 pm', 'Sat 10:00–14:00'],
    ['any day after 5pm', 'Mon–Sun 17:00–21:00'],
    ['weekends', 'Sat and Sun all day'],
    ['Wed mornings; Fri evening', 'Wed 08:00–12:00; Fri 17:00–20:00'],
    ['Sat between 9:30 and 12', 'Sat 09:30–12:00'],
    ['after 16.30', 'Mon–Sun 16:30–21:00'],
    ['Fri - Mon until noon', 'Mon and Fri–Sun 07:00–12:00'],
    ['tues/thurs from 4:15 p.m.', 'Tue and Thu 16:15–21:00'],
    ['any day, never on Sunday', 'Mon–Sat all day'],
    ['Mon Wed Fri after 18', 'Mon, Wed and Fri 18:00–21:00'],
  ])('“%s”', (typed, said) => {
    expect(readTimes(typed).unread).toEqual([])
    expect(read(typed)).toBe(said)
  })

  it.each([
    ['Tue after 4', ['tue after 4']],
    ['after lunch', ['after lunch']],
    ['Tue after 16:00, when the children are at school', ['when the children are at school']],
    ['Tue 25:00-26:00', ['tue 25:00-26:00']],
    ['Tue 14:00-12:00', ['tue 14:00-12:00']],
    ['Tue 9:75-12', ['tue 9:75-12']],
    ['someday', ['someday']],
    ['not never', ['not never']],
  ])('what cannot be read is named, and nothing is guessed: “%s”', (typed, unread) => {
    expect(readTimes(typed).unread).toEqual(unread)
  })

  it('what is said first is wished for most', () => {
    expect(readTimes('Sat, Tue after 16:00').times.map((t) => [t.weekday, t.rank])).toEqual([
      [6, 0],
      [2, 1],
    ])
    expect(readTimes('  ,; ').times).toEqual([])
  })

  it('is read again from what Kibou says it has read', () => {
    const day = fc.constantFrom('Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun')
    const half = fc.integer({ min: 16, max: 40 })
    const clock = (h: number) => `${String(Math.floor(h / 2)).padStart(2, '0')}:${h % 2 ? '30' : '00'}`
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.tuple(day, half, fc.integer({ min: 1, max: 8 })), { selector: ([d]) => d, maxLength: 5 }),
        (clauses) => {
          const typed = clauses
            .map(([d, from, long]) => `${d} ${clock(from)}-${clock(Math.min(42, from + long))}`)
            .join('; ')
          const once = readTimes(typed)
          expect(once.unread).toEqual([])
          const again = readTimes(timesText(once.times, '24'))
          const plain = (of: typeof once) => of.times.map((t) => `${t.weekday} ${t.fromMinute} ${t.toMinute}`).sort()
          expect([again.unread, plain(again)]).toEqual([[], plain(once)])
        },
      ),
    )
  })

  it('never throws, whatever is typed, and every time is a time', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 200 }), (typed) => {
        for (const t of readTimes(typed).times) {
          expect(t.weekday >= 1 && t.weekday <= 7 && t.fromMinute < t.toMinute && t.toMinute <= 1440).toBe(true)
        }
      }),
    )
  })
})
