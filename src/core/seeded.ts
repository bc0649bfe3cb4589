import { xoroshiro128plus, xoroshiro128plusFromState } from 'pure-rand/generator/xoroshiro128plus'

/** A seeded source of chances in [0, 1). */
export type Chance = () => number

/** Seeds that lie close together give first numbers that lie close together; so many are thrown away. */
const thrownAway = 20

/** Whole numbers of 32 bits from a seed of as many; the same seed gives the same ones, everywhere. */
function drawsFrom(seed: number): { next(): number } {
  const rng = xoroshiro128plus(Math.imul(seed ^ (seed >>> 16), 0x9e3779b1))
  for (let i = 0; i < thrownAway; i++) rng.next()
  return rng
}

/** Chances from a seed of 32 bits; the same seed gives the same ones, everywhere. */
export function seeded(seed: number): Chance {
  const draws = drawsFrom(seed)
  return () => (draws.next() >>> 0) / 2 ** 32
}

/** Scatters 32 bits (the finalizer of MurmurHash3). */
function scattered(bits: number): number {
  const once = Math.imul(bits ^ (bits >>> 16), 0x85ebca6b)
  const twice = Math.imul(once ^ (once >>> 13), 0xc2b2ae35)
  return twice ^ (twice >>> 16)
}

/**
 * Whole numbers of 32 bits for one of thousands of plays of a seed, begun at once: the four words it begins with are
 * scattered already, so that none has to be thrown away.
 */
export function drawsOfFuture(seed: number, future: number): { next(): number } {
  const at = (scattered(seed) + Math.imul(future, 4)) | 0
  return xoroshiro128plusFromState([scattered(at), scattered(at + 1), scattered(at + 2), scattered(at + 3)])
}
