import type { DogState } from '../../progress/state'

const inOrder = <T>(named: Readonly<Record<string, T>>): readonly (readonly [string, T])[] =>
  Object.entries(named).sort(([a], [b]) => (a < b ? -1 : 1))

/**
 * All of a state that a promise or a suggestion can ever ask about: how far each run has come, on which days where and
 * with whom its rules were met, and how far it is with what is new. Counts of reps are not in it.
 */
export const meritOf = (state: DogState): string =>
  JSON.stringify(
    inOrder(state.runs).map(([key, run]) => [
      key,
      run.position,
      run.climbs,
      inOrder(run.tallies).map(([id, t]) => [id, t.met, t.slipped > 0 && t.lastMet <= t.slipped]),
    ]),
  )

/** When each run was last worked well enough to count. */
export const freshnessOf = (state: DogState): string =>
  JSON.stringify(inOrder(state.runs).map(([key, run]) => [key, run.memory]))
