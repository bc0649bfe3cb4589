import type { Ladder } from '../curriculum/types'
import { emptyTally, isPassed, type ContextProgress, type LadderState } from './state'
import { restartWindow } from './window'

/**
 * Rungs of a run that ask for something else from here on: what was met at them counts no more, their reps stay
 * counted, and what lies behind the first of them waits until it is passed again. In a place, on a kit or in hands
 * where one of them had been reached, the highest rung below all of them has.
 */
export function resetRungs(ladder: Ladder, state: LadderState, ids: readonly string[]): void {
  const first = ladder.rungs.findIndex((r) => ids.includes(r.id))
  if (first < 0) return
  for (const id of ids) {
    const tally = state.tallies[id]
    if (!tally) continue
    const { reps, clean, helped, late, miss } = tally
    state.tallies[id] = { ...emptyTally(), reps, clean, helped, late, miss }
  }
  if (ids.includes(state.window.rung) || state.position > first) restartWindow(state.window, '')
  if (state.position > first) {
    state.again = ladder.rungs.findLast((r) => ids.includes(r.id))?.id
    state.position = first
  }
  if (state.stuck && ids.includes(state.stuck.rung)) state.stuck = undefined
  const before = ladder.rungs[first - 1]?.id
  state.climbs = Object.fromEntries(
    Object.entries(state.climbs).flatMap(([key, climb]): [string, ContextProgress][] =>
      [climb.reached, climb.back].every((id) => id === undefined || !ids.includes(id))
        ? [[key, climb]]
        : before === undefined
          ? []
          : [[key, { reached: before }]],
    ),
  )
}

/** A rung of this number was met: what waited for one at or below it goes on where it stood. */
export function passedAgain(ladder: Ladder, state: LadderState, index: number): void {
  if (index < ladder.rungs.findIndex((r) => r.id === state.again)) return
  state.again = undefined
  while (state.position < ladder.rungs.length && isPassed(ladder, state, state.position)) state.position++
}
