import type { FactOrder } from '../facts/fact'

/** How far a fold has come, so that it can go on exactly where it stopped. */
export interface Checkpoint {
  /** The last rep folded, in the order in which facts count; undefined before the first. */
  readonly last: FactOrder | undefined
  /** The sets begun last, the newest at the end: more reps of theirs may come. */
  readonly sets: readonly SetSoFar[]
}

export interface SetSoFar {
  readonly id: string
  readonly reps: number
  readonly clean: number
}

/** Design choice: a device, another and a set put right meanwhile; a rep of an older set folds everything again. */
export const setsMarked = 4
