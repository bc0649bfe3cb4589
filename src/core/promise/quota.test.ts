import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { commandOf, findRung } from '../curriculum/lookup'
import { houseCurriculum } from '../curriculum/house'
import { addDays } from '../days'
import { countedRungs, paceOf, roomFor, boundText, paceText, type Room } from './quota'

const recall = { reps: 1000, days: 30 }
const wide: Room = { reps: 1000, by: 'blocks' }
const month = { arrivesOn: '2026-03-01', leavesOn: '2026-04-01', begunOn: '2026-03-02' }
const day = (n: number) => addDays(month.arrivesOn, n)
const rung = (id: string) => {
  const found = findRung(houseCurriculum, id)
  if (!found) throw new Error(id)
  return found.rung
}

describe('a number to reach', () => {
  it('a thousand in a month is about 33 a day (common practice)', () => {
    expect(paceOf(recall, [], { ...month, today: day(1) }, wide)).toMatchObject({
      wanted: 1000,
      daysLeft: 30,
      perDay: 34,
      done: 0,
      boundBy: undefined,
    })
  })

  it('spreads what is left over the days left, and says today in one figure', () => {
    // Ten days of 25 behind it, 12 today, of a stay of thirty: (1000 − 250) ÷ 20 = 37.5.
    const done = [...Array.from({ length: 10 }, (_, i) => ({ day: day(1 + i), reps: 25 })), { day: day(11), reps: 12 }]
    const pace = paceOf(recall, done, { ...month, today: day(11) }, wide)
    expect(pace).toEqual({
      wanted: 1000,
      done: 262,
      today: 12,
      perDay: 38,
      due: 288,
      daysLeft: 20,
      boundBy: undefined,
    })
    expect(pace && [paceText(pace), paceText(pace, 5), boundText(pace)]).toEqual([
      '12 of 38 today',
      '17 of 38 today',
      '',
    ])
  })

  it('asks a shorter stay for its part, and one that is over for nothing', () => {
    const asked = (leavesOn: string, today = day(1)) => paceOf(recall, [], { ...month, leavesOn, today }, wide)?.wanted
    expect(asked('2026-03-23')).toBe(700)
    expect(asked(month.leavesOn, month.leavesOn)).toBeUndefined()
    expect(asked('2026-03-02', month.arrivesOn)).toBeUndefined()
    // A longer stay asks for no more than the number itself.
    expect(asked('2026-05-01')).toBe(1000)
  })

  it('begins where the recall is one: not with the sound alone, and for the days from then on', () => {
    expect(paceOf(recall, [], { ...month, begunOn: undefined, today: day(9) }, wide)).toBeUndefined()
    expect(paceOf(recall, [], { ...month, begunOn: day(10), today: day(10) }, wide)).toMatchObject({
      wanted: 700,
      perDay: 34,
    })
    const command = commandOf(houseCurriculum, 'comes')
    expect(command && countedRungs(command).slice(0, 2)).toEqual(['recall.bowl-word', 'recall.leash'])
  })

  it('37 calls off a bowl would be 555 g: half of 238 g for training pays for seven, and five are in passing', () => {
    const pay = { trainingGrams: 238, repsToPay: 595, handfulGrams: 15 }
    const work = { turns: 8, commands: 4, setsATurn: 3 }
    const room = roomFor(rung('recall.bowl-word'), work, pay)
    expect(room).toEqual({ reps: 7 + 5, by: 'food' })
    const pace = paceOf(recall, [], { ...month, today: day(1) }, room)
    expect(pace).toMatchObject({ wanted: 360, perDay: 12, boundBy: 'food' })
    expect(pace && boundText(pace)).toBe('The training food allows no more.')
    // Beyond the bowl a call costs a piece, and the blocks say how many: two of their eight turns, three sets of five.
    const line = rung('recall.line-15')
    expect(roomFor(line, work, pay)).toEqual({ reps: 30 + 5, by: 'blocks' })
    expect(roomFor(line, { ...work, commands: 8 }, undefined)).toEqual({ reps: 15 + 5, by: 'blocks' })
    expect(roomFor(line, { ...work, commands: 20 }, undefined)).toEqual({ reps: 15 + 5, by: 'blocks' })
    expect(roomFor(line, work, { ...pay, repsToPay: 50 })).toEqual({ reps: 25 + 5, by: 'food' })
  })

  it('no day is asked for more than it has room for, and who brings what each morning asks is there at the end', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 20_000 }),
        fc.integer({ min: 1, max: 365 }),
        fc.integer({ min: 2, max: 60 }),
        fc.integer({ min: 0, max: 60 }),
        fc.integer({ min: 1, max: 80 }),
        fc.infiniteStream(fc.integer({ min: 0, max: 3 })),
        (reps, days, length, begins, most, missed) => {
          const stay = { arrivesOn: '2026-03-01', leavesOn: addDays('2026-03-01', length) }
          const done: { day: string; reps: number }[] = []
          let wanted = 0
          let lazy = 0
          for (let n = Math.max(1, begins); n < length; n++) {
            const today = addDays(stay.arrivesOn, n)
            const begunOn = addDays(stay.arrivesOn, begins)
            const pace = paceOf({ reps, days }, done, { ...stay, today, begunOn }, { reps: most, by: 'food' })
            if (!pace) throw new Error('no pace')
            expect(pace.perDay).toBeLessThanOrEqual(most)
            wanted = pace.wanted
            // Now and then nothing is done: that is spread over the days left.
            const skipped = n < length - 1 && missed.next().value === 0
            if (skipped) lazy++
            done.push({ day: today, reps: skipped ? 0 : pace.perDay })
          }
          const total = done.reduce((sum, d) => sum + d.reps, 0)
          expect(total).toBeGreaterThanOrEqual(wanted)
          // No more than a rounded-up rep a day too many.
          expect(total).toBeLessThan(wanted + length)
          if (lazy > 0) expect(wanted).toBeLessThanOrEqual(reps)
        },
      ),
    )
  })
})
