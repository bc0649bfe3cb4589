/** An absorbing Markov chain over what a rule must remember. Passing is leaving the states. */
export interface Chain {
  /** Reps done before the chain starts; a window cannot pass earlier than its last. */
  readonly warmUp: number
  /** Chance that the rule is met exactly at the end of the warm-up. */
  readonly metAtOnce: (p: number) => number
  /** Chances of the states after the warm-up. */
  readonly start: (p: number) => Float64Array
  /** For each state where a clean rep and a miss lead; −1 is passed. */
  readonly onClean: Int32Array
  readonly onMiss: Int32Array
  /** Reps that one step of the chain takes. */
  readonly repsPerStep: number
}

/** A chain that starts in its first of so many states, with nothing behind it. */
export const fromNothing = (onClean: Int32Array, onMiss: Int32Array): Chain => ({
  warmUp: 0,
  metAtOnce: () => 0,
  start: () => {
    const v = new Float64Array(onClean.length)
    v[0] = 1
    return v
  },
  onClean,
  onMiss,
  repsPerStep: 1,
})
