import type { Measures } from '../measures'

/** Grams in an ounce, exactly: the international avoirdupois pound of 1959 is 453.59237 g, of sixteen ounces. */
export const gramsPerOunce = 28.349523125

/** What food is measured in: a cup only where one of the feed was weighed. */
export const foodUnits = ['g', 'oz', 'cup'] as const
export type FoodUnit = (typeof foodUnits)[number]

/** An amount in grams; undefined for cups of a feed of which none was weighed. */
export const gramsOf = (amount: number, unit: FoodUnit, cupGrams: number | null): number | undefined =>
  unit === 'g' ? amount : unit === 'oz' ? amount * gramsPerOunce : cupGrams === null ? undefined : amount * cupGrams

const quarters = ['', '¼', '½', '¾'] as const

/** Cups as a scoop measures them, to the quarter; under an eighth nothing is said. */
function cupsText(cups: number): string {
  const n = Math.round(cups * 4)
  const amount = `${n >= 4 ? Math.floor(n / 4) : ''}${quarters[n % 4] ?? ''}`
  return n === 0 ? '' : `${amount} ${n > 4 ? 'cups' : 'cup'}`
}

/** Food as it is weighed, and beside that as the house would rather have it: in ounces, and in cups of this feed. */
export function foodText(grams: number, unit: Measures['unit'], cupGrams: number | null = null): string {
  const beside = [
    unit === 'lb' ? foodShortText(grams, unit) : '',
    cupGrams === null ? '' : cupsText(grams / cupGrams),
  ].filter((s) => s !== '')
  return `${Math.round(grams)} g${beside.length > 0 && Math.round(grams) > 0 ? ` (${beside.join(', ')})` : ''}`
}

/** Food in the house’s own measure alone, beside a figure that has them all. */
export const foodShortText = (grams: number, unit: Measures['unit']): string =>
  unit === 'lb' ? `${(grams / gramsPerOunce).toFixed(1)} oz` : `${Math.round(grams)} g`

/** The energy of one piece, kcal, of what ten of them weigh. */
export const kcalOfPiece = (kcalPer100g: number, tenPiecesGrams: number): number =>
  (kcalPer100g * (tenPiecesGrams / 10)) / 100
