import { probit } from 'simple-statistics'

/** Tables are read at the middles of so many equal parts of a chance: one draw, no power and no logarithm. */
export const parts = 4096
export const partLength = Math.log2(parts)
export const partBits = 32 - partLength
const table = (of: (u: number) => number): Float64Array =>
  Float64Array.from({ length: parts }, (_, i) => of((i + 0.5) / parts))
const waitTables = new Map<number, Float64Array>()
/** Where still waiting falls to u: u^(−1/c) − 1 (Lomax; ./wait says the same in full). */
export function waitsOf(shape: number): Float64Array {
  const known = waitTables.get(shape) ?? table((u) => u ** (-1 / shape) - 1)
  waitTables.set(shape, known)
  return known
}
export const normal = table(probit)
export const exponential = table((u) => -Math.log(u))
const missTables = new Map<number, Float64Array>()
/** Days, or sets, without something of this chance each, to a thousandth, before the first with it. */
export function missesBefore(chance: number): Float64Array {
  const rounded = Math.max(1, Math.round(chance * 1000)) / 1000
  const known = missTables.get(rounded) ?? table((u) => Math.floor(Math.log(u) / Math.log1p(-rounded)))
  missTables.set(rounded, known)
  return known
}

/**
 * A gamma of mean one and this shape from a normal one (Wilson and Hilferty 1931): within a hundredth of it from a
 * shape of 4 on, and within three from 2 on, which is the least that is asked.
 */
export const gammaOf = (shape: number, z: number): number => cubed(middleOf(shape), spreadOf(shape), z)
export const middleOf = (shape: number): number => 1 - 1 / (9 * shape)
export const spreadOf = (shape: number): number => 1 / (3 * Math.sqrt(shape))
export function cubed(middle: number, spread: number, z: number): number {
  const root = Math.max(0.1, middle + z * spread)
  return root * root * root
}

/** A gamma of mean one, drawn again and again: its shape is worked out once. */
export class Gamma {
  private readonly middle: number
  private readonly spread: number

  constructor(shape: number) {
    this.middle = middleOf(shape)
    this.spread = spreadOf(shape)
  }

  at(z: number): number {
    return cubed(this.middle, this.spread, z)
  }
}
