import { describe, expect, it } from 'vitest'
import { houseCurriculum } from '../curriculum/house'
import { placeKinds } from '../curriculum/words'
import { usualEffort } from '../promise/need'
import type { OwnerPromise } from '../promise/ownerPromise'
import { costOf, costText } from './cost'
import type { RungId } from '../ids'

const promise = (rungId: RungId, more: Partial<OwnerPromise> = {}): OwnerPromise => ({
  rungId,
  level: 0,
  places: 1,
  people: 1,
  ...more,
})
const house = { places: placeKinds.map((kind) => ({ kind })), people: 3 }
const small = { places: [{ kind: 'room' as const }, { kind: 'yard' as const }], people: 3 }

describe('what a promise costs', () => {
  it('of one rung: its rule on two days, in each place and with each person, by the usual effort of a dog', () => {
    // Rear moves asks for 8 clean of 10 in the house’s file, a dog does 2 reps for each of a perfect one,
    // and a tenth fewer where it is shaped; by hand.
    const rung = houseCurriculum.commands.find((c) => c.id === 'sit')?.runs[0]?.rungs[0]
    expect([rung?.rule, usualEffort.ratio]).toEqual([{ kind: 'window', k: 8, n: 10 }, 2])
    expect(costOf(houseCurriculum, [promise('sit.rear')])).toEqual({ reps: 2 * 10 * 2 * 0.9, days: 2 })
    // Less than two days of sixty reps: nothing comes due on the way.
    const thrice = { reps: 3 * 2 * 10 * 2 * 0.9, days: 2 }
    expect(costOf(houseCurriculum, [promise('sit.rear', { places: 3 })])).toEqual(thrice)
    expect(costOf(houseCurriculum, [promise('sit.rear', { people: 3 })])).toEqual(thrice)
  })

  it('is never less for more: a higher rung, another place, more people, a level, another promise', () => {
    const base = costOf(houseCurriculum, [promise('sit.word')]).reps
    for (const more of [
      promise('sit.standing'),
      promise('sit.word', { places: 3 }),
      promise('sit.word', { people: 3 }),
      promise('sit.word', { level: 3 }),
    ])
      expect(costOf(houseCurriculum, [more]).reps).toBeGreaterThan(base)
    const both = costOf(houseCurriculum, [promise('sit.word'), promise('down.no-lure')]).reps
    expect(both).toBeGreaterThan(base)
    // What two share is counted once.
    expect(costOf(houseCurriculum, [promise('sit.word'), promise('sit.word')]).reps).toBe(base)
  })

  it('takes all days its reps take at the house’s pace of 60 a day, and nothing for nothing', () => {
    const many = costOf(houseCurriculum, [promise('recall.line-30', { places: 3, people: 2 })])
    expect(many.reps).toBeGreaterThan(120)
    expect(many.days).toBe(Math.ceil(many.reps / 60))
    expect(costOf(houseCurriculum, [])).toEqual({ reps: 0, days: 0 })
  })

  it('is said beside what the house has, and what it can never keep is refused in words', () => {
    expect(costText(houseCurriculum, promise('sit.word', { places: 2, people: 2 }), house)).toMatchObject({
      says: expect.stringMatching(
        new RegExp(
          '^2 locations: two days in each; 2 handlers: two days with each; ' +
            String.raw`about \d+ reps from the start, \d+ days or more$`,
        ),
      ),
      no: '',
    })
    const { reps, days } = costOf(houseCurriculum, [promise('sit.word', { level: 3 })])
    expect(costText(houseCurriculum, promise('sit.word', { level: 3 }), house).says).toBe(
      `1 location: two days there; at level 3; about ${reps} reps from the start, ${days} days or more`,
    )
    expect(costText(houseCurriculum, promise('sit.word', { places: 2 }), small).says).toMatch(
      /^2 locations: two days in each; about/,
    )
    const three = costText(houseCurriculum, promise('sit.word', { places: 3 }), small)
    expect(three.says).toMatch(/^3 locations: two days in each \(this kennel has 2\)/)
    expect(three.no).toBe('3 locations are promised; “Word alone” can be worked in 2 here.')
    expect(costText(houseCurriculum, promise('sit.word', { people: 4 }), house).no).toBe(
      '4 handlers are promised, and 3 work here.',
    )
    expect(costText(houseCurriculum, promise('nothing'), house)).toEqual({
      says: '',
      no: 'That rung is not in this dog’s curriculum.',
    })
  })
})
