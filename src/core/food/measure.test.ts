import { describe, expect, it } from 'vitest'
import { gramsOf, kcalOfPiece, foodText, foodShortText } from './measure'

describe('food by gram, ounce and cup', () => {
  it('turns by the avoirdupois ounce of 1959, and by what a cup of the feed was weighed at', () => {
    // 16 oz are a pound of 453.59237 g (international yard and pound agreement, 1959).
    expect(gramsOf(16, 'oz', null)).toBeCloseTo(453.59237, 10)
    expect([gramsOf(120, 'g', null), gramsOf(1.5, 'cup', 110), gramsOf(1, 'cup', null)]).toEqual([120, 165, undefined])
  })

  it('says grams, and beside them what the house scoops with', () => {
    expect(foodText(180, 'kg')).toBe('180 g')
    expect(foodText(180, 'lb')).toBe('180 g (6.3 oz)')
    expect(foodText(180, 'kg', 120)).toBe('180 g (1½ cups)')
    expect(foodText(240, 'lb', 120)).toBe('240 g (8.5 oz, 2 cups)')
    expect([foodText(120, 'kg', 120), foodText(30, 'kg', 120), foodText(5, 'kg', 120)]).toEqual([
      '120 g (1 cup)',
      '30 g (¼ cup)',
      '5 g',
    ])
    expect(foodText(0, 'lb', 120)).toBe('0 g')
    expect([foodShortText(180, 'kg'), foodShortText(180, 'lb')]).toEqual(['180 g', '6.3 oz'])
  })

  it('a piece has the energy of a tenth of what ten weigh', () => {
    // 360 kcal per 100 g, ten pieces of 4 g: 0.4 g each, 1.44 kcal. Worked by hand.
    expect(kcalOfPiece(360, 4)).toBeCloseTo(1.44, 10)
  })
})
