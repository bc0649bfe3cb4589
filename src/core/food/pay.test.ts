import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { choosePay, kcalOfPay, piecesLeftOf, shortOfFood, type PayFood } from './pay'

const own: PayFood = { id: null, name: 'Kibble', tier: 1, kcalPerPiece: 1.8 }
const biscuit: PayFood = { id: 'b', name: 'Oat biscuit', tier: 2, kcalPerPiece: 12 }
const liver: PayFood = { id: 'l', name: 'Liver', tier: 3, kcalPerPiece: 4 }
const foods = [own, biscuit, liver]
const left = (more: { own?: number; extras?: number } = {}) => ({ own: 500, extras: 100, ...more })

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
