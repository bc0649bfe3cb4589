import type { Run } from '../curriculum/types'
import { emptyTally, type Climb, type RunState } from './state'
import { restartWindow } from './window'

/**
 * A rung that asks for something else from here on: what was met at it counts no more, its reps stay counted, and what
 * lies behind it waits until it is passed again.
 */
export function beginAnew(run: Run, state: RunState, index: number): void {
  const id = run.rungs[index]?.id
  if (id === undefined) return
  const tally = state.tallies[id]
  if (tally) {
    const { reps, clean, helped, late, miss } = tally
    state.tallies[id] = { ...emptyTally(), reps, clean, helped, late, miss }
  }
  if (state.window.rung === id || state.position > index) restartWindow(state.window, '')
  state.position = Math.min(state.position, index)
  if (state.stuck?.rung === id) state.stuck = undefined
  const before = run.rungs[index - 1]?.id
  state.climbs = Object.fromEntries(
    Object.entries(state.climbs).flatMap(([key, climb]): [string, Climb][] =>
      climb.reached !== id && climb.back !== id
        ? [[key, climb]]
        : before === undefined
          ? []
          : [[key, { reached: before }]],
    ),
  )
}
