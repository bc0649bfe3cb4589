import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { houseCurriculum } from '../curriculum/house'
import { findRung } from '../curriculum/lookup'
import { choosePay, kcalOfPay, piecesLeftOf, piecesOfSet, secondsBetweenPay, shortOfFood, type PayFood } from './pay'

const own: PayFood = { id: null, name: 'Kibble', tier: 1, kcalPerPiece: 1.8 }
const biscuit: PayFood = { id: 'b', name: 'Oat biscuit', tier: 2, kcalPerPiece: 12 }
const liver: PayFood = { id: 'l', name: 'Liver', tier: 3, kcalPerPiece: 4 }
const foods = [own, biscuit, liver]
const left = (more: { own?: number; extras?: number } = {}) => ({ own: 500, extras: 100, ...more })

describe('what a set takes', () => {
  const rung = (id: string) => {
    const at = findRung(houseCurriculum, id)
    if (!at) throw new Error(id)
    return at.rung
  }
  it('is a piece a rep, several in a long stay or a stretch of heel, and as many as asked for on the tether', () => {
    // Ten reps; five stays of 5 s; three of 30 s, rewarded every 10 s; ten stretches, of one step and of ten.
    expect(['sit.word', 'sit-stay.5s', 'sit-stay.30s', 'heel.one-step'].map((id) => piecesOfSet(rung(id)))).toEqual([
      10, 5, 9, 10,
    ])
    expect(['heel.seam-1', 'heel.seam-2'].map((id) => piecesOfSet(rung(id)))).toEqual([100, 50])
    expect([1, 4, 60].map((every) => piecesOfSet(rung('sit-stay.30s'), every))).toEqual([90, 24, 3])
    expect(piecesOfSet(rung('sit.word'), 2)).toBe(10)
  })
  it('comes at its own interval in short stays, at that which is asked for, and else as the reps come', () => {
    expect(['sit.word', 'sit-stay.5s', 'sit-stay.30s'].map((id) => secondsBetweenPay(rung(id)))).toEqual([
      undefined,
      5,
      undefined,
    ])
    expect(['sit-stay.5s', 'sit-stay.30s'].map((id) => secondsBetweenPay(rung(id), 2))).toEqual([2, 2])
  })
})

describe('what a set is paid with', () => {
  it.each<[string, Parameters<typeof choosePay>[1], ReturnType<typeof left>, string, boolean]>([
    ['its own meal first', { tier: 1, pieces: 5 }, left(), 'Kibble', false],
    ['something better where the rung wants it', { tier: 3, pieces: 5 }, left(), 'Liver', false],
    ['the best that the rung wants', { tier: 2, pieces: 5 }, left(), 'Oat biscuit', false],
    ['many pieces are halves', { tier: 3, pieces: 30 }, left(), 'Liver', true],
    ['never more than the tenth: a cheaper one', { tier: 2, pieces: 20 }, left(), 'Kibble', true],
    ['nothing of the tenth left', { tier: 3, pieces: 5 }, left({ extras: 0 }), 'Kibble', false],
    ['every second on the tether: soft', { tier: 1, pieces: 40, every: 1 }, left(), 'Liver', true],
    ['or halves of its own meal', { tier: 1, pieces: 60, every: 1 }, left({ extras: 20 }), 'Kibble', true],
    ['the last of the meal, in halves', { tier: 3, pieces: 9 }, left({ own: 2, extras: 3 }), 'Kibble', false],
  ])('%s', (_, wanted, day, name, halved) => {
    expect(choosePay(foods, wanted, day)).toMatchObject({ food: { name }, halved })
  })
  const plainBiscuit: PayFood = { id: 't', name: 'Plain biscuit', tier: 1, kcalPerPiece: 2 }
  const unweighed: PayFood = { id: 'u', name: 'Cheese', tier: 4, kcalPerPiece: null }
  it.each<[string, readonly PayFood[], Parameters<typeof choosePay>[1], ReturnType<typeof left>, string, boolean]>([
    ['nine pieces are whole', foods, { tier: 1, pieces: 9 }, left(), 'Kibble', false],
    ['ten are broken in two', foods, { tier: 1, pieces: 10 }, left(), 'Kibble', true],
    ['what pays for all of it to the last piece', foods, { tier: 3, pieces: 5 }, left({ extras: 20 }), 'Liver', false],
    ['and nothing that does not', foods, { tier: 3, pieces: 5 }, left({ extras: 19.9 }), 'Kibble', false],
    ['every two seconds: soft, not dry', foods, { tier: 1, pieces: 5, every: 2 }, left(), 'Liver', true],
    ['every three: its own meal', foods, { tier: 1, pieces: 5, every: 3 }, left(), 'Kibble', false],
    ['its own meal before another as plain', [plainBiscuit, own], { tier: 1, pieces: 5 }, left(), 'Kibble', false],
    ['without a meal what is as plain', [plainBiscuit, liver], { tier: 1, pieces: 5 }, left(), 'Plain biscuit', false],
    ['never what nobody weighed', [own, unweighed], { tier: 4, pieces: 2 }, left(), 'Kibble', false],
    ['with all of it eaten nothing', foods, { tier: 3, pieces: 9 }, left({ own: 0, extras: 7 }), '', false],
    [
      'the last of a better one, broken in two',
      [biscuit, liver],
      { tier: 3, pieces: 9 },
      left({ extras: 7 }),
      'Oat biscuit',
      true,
    ],
  ])('%s', (_, house, wanted, day, name, halved) => {
    const { food, halved: broken } = choosePay(house, wanted, day)
    expect([food?.name ?? '', broken]).toEqual([name, halved])
  })
  it('is said to run short only where it does', () => {
    const few = { food: own, halved: false }
    expect(shortOfFood(few, 5, { own: 9, extras: 0, training: 9 })).toBe('')
    expect(shortOfFood(few, 5, { own: 9, extras: 0, training: undefined })).toBe('')
    expect(shortOfFood({ food: own, halved: true }, 11, { own: 9, extras: 0, training: 9 })).toBe(
      'Only 10 half pieces of Kibble are left today.',
    )
    expect(shortOfFood({ food: liver, halved: false }, 5, { own: 90, extras: 40, training: 1 })).toBe('')
  })
  it('is nothing where nothing may be given any more, and it is said before', () => {
    const nothing = choosePay(foods, { tier: 2, pieces: 5 }, { own: 0, extras: 0 })
    expect(nothing).toEqual({ food: undefined, halved: false })
    expect(shortOfFood(nothing, 5, { own: 0, extras: 0, training: 0 })).toContain('All of today’s food is given')
    const few = { food: own, halved: false }
    expect(shortOfFood(few, 5, { own: 4, extras: 0, training: 0 })).toBe('Only 2 pieces of Kibble are left today.')
    expect(shortOfFood(few, 5, { own: 400, extras: 0, training: 8 })).toContain('evening bowl')
    expect(shortOfFood(few, 5, { own: 400, extras: 0, training: 90 })).toBe('')
  })
  it('where nobody knows what the dog is fed, nothing comes on top', () => {
    const unknown = { own: undefined, extras: undefined }
    expect(choosePay(foods, { tier: 3, pieces: 5 }, unknown).food).toBe(own)
    expect(piecesLeftOf(own, false, unknown)).toBe(Number.POSITIVE_INFINITY)
    expect(piecesLeftOf(liver, false, unknown)).toBe(0)
  })

  const anyFood = fc.record({
    id: fc.constantFrom('a', 'b', 'c'),
    name: fc.constant('x'),
    tier: fc.integer({ min: 1, max: 4 }),
    kcalPerPiece: fc.option(fc.double({ min: 0.1, max: 80, noNaN: true })),
  })
  it('whatever the house has and the set asks: a better food pays for all of it within the tenth', () => {
    fc.assert(
      fc.property(
        fc.array(anyFood, { maxLength: 4 }),
        fc.record({
          tier: fc.integer({ min: 1, max: 4 }),
          pieces: fc.integer({ min: 1, max: 120 }),
          every: fc.option(fc.integer({ min: 1, max: 20 }), { nil: undefined }),
        }),
        fc.record({
          own: fc.double({ min: 0, max: 900, noNaN: true }),
          extras: fc.double({ min: 0, max: 90, noNaN: true }),
        }),
        (extras, wanted, day) => {
          const { food, halved } = choosePay([own, ...extras], wanted, day)
          if (!food) return
          expect(piecesLeftOf(food, halved, day)).toBeGreaterThan(0)
          const kcal = wanted.pieces * kcalOfPay(food, halved)
          // All of it where there was enough of the meal; else what is left, which the phone counts down.
          if (food.id !== null && piecesLeftOf(own, halved, day) > 0)
            expect(kcal).toBeLessThanOrEqual(day.extras + 1e-6)
          if (wanted.every !== undefined && wanted.every <= 2 && food.id !== null && day.own > 2)
            expect(food.tier).toBeGreaterThanOrEqual(3)
        },
      ),
    )
  })
})
