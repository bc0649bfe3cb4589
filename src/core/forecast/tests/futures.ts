import { futuresOf, type Futures, type Onward } from '../futures'
import type { Plan } from '../plan'
import type { Speed } from '../speed'
import type { GoalWork } from '../workLeft'

/** Futures of one way to learn. */
export const futuresBy = (
  goals: readonly GoalWork[],
  speed: Speed,
  plan: Plan,
  n: number,
  seed: number,
  onward?: Onward,
): Futures => futuresOf([{ share: 1, goals, speed, plan }], n, seed, onward)

/** Days of so many sets, each dealt by itself to what needs most, and nothing beside them. */
export const setsOn = (days: readonly number[]): Plan => ({
  days,
  ratios: [1],
  held: { things: 1, sets: 1 },
  sure: 0,
})
