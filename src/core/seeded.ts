import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus'

/** A seeded source of chances in [0, 1). */
export type Chance = () => number

/** Seeds that lie close together give first numbers that lie close together; so many are thrown away. */
const thrownAway = 20

/** Whole numbers of 32 bits from a seed of as many; the same seed gives the same ones, everywhere. */
export function drawsFrom(seed: number): { next(): number } {
  const rng = xoroshiro128plus(Math.imul(seed ^ (seed >>> 16), 0x9e3779b1))
  for (let i = 0; i < thrownAway; i++) rng.next()
  return rng
}

/** Chances from a seed of 32 bits; the same seed gives the same ones, everywhere. */
export function seeded(seed: number): Chance {
  const draws = drawsFrom(seed)
  return () => (draws.next() >>> 0) / 2 ** 32
}
