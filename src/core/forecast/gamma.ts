import type { Chance } from '../seeded'

/** A gamma of this shape with mean one (Marsaglia and Tsang 2000, for shapes of one and more). */
export function gamma(chance: Chance, shape: number): number {
  const d = shape - 1 / 3
  const c = 1 / Math.sqrt(9 * d)
  for (;;) {
    const [u1, u2] = [1 - chance(), chance()]
    const x = Math.sqrt(-2 * Math.log(u1)) * Math.cos(2 * Math.PI * u2)
    const v = (1 + c * x) ** 3
    if (v > 0 && Math.log(1 - chance()) < 0.5 * x * x + d - d * v + d * Math.log(v)) return (d * v) / shape
  }
}
