import { runKey as keyOf } from '../curriculum/lookup'
import type { Curriculum, Run } from '../curriculum/types'
import type { DogState, RunState } from './state'
import { restartWindow } from './window'

/**
 * A state carried from one ladder to another: counts stay with their rungs, the rung in hand is found again by name.
 * One that the new ladder leaves out is kept in mind: with a ladder that has it again the dog is back at it, unless it
 * went on or fell in between.
 */
export function carryOver(state: DogState, from: Curriculum, to: Curriculum): void {
  for (const command of to.commands)
    for (const run of command.runs) {
      const key = keyOf(command.id, run.id)
      const runState = state.runs[key]
      const old = from.commands.find((c) => c.id === command.id)?.runs.find((r) => r.id === run.id)
      if (!runState || !old) continue
      const inHand = old.rungs[runState.position]?.id
      const left = runState.left?.instead === inHand ? runState.left?.rung : undefined
      runState.position = positionIn(run, old, runState, left)
      const instead = run.rungs[runState.position]?.id
      const missed = left ?? inHand
      runState.left = missed === undefined || missed === instead ? undefined : { rung: missed, instead }
      if (runState.window.rung !== '' && !run.rungs.some((g) => g.id === runState.window.rung))
        restartWindow(runState.window, '')
      if (runState.stuck && !run.rungs.some((g) => g.id === runState.stuck?.rung)) runState.stuck = undefined
    }
}

function positionIn(run: Run, old: Run, runState: RunState, left: string | undefined): number {
  const position = (id: string | undefined) => run.rungs.findIndex((g) => g.id === id)
  if (left !== undefined && position(left) >= 0) return position(left)
  const next = old.rungs.slice(runState.position).find((r) => position(r.id) >= 0)
  return next ? position(next.id) : Math.min(firstOpen(run, runState), run.rungs.length)
}

/** The first rung after all that were met. */
const firstOpen = (run: Run, state: RunState): number => {
  const last = run.rungs.findLastIndex((g) => (state.tallies[g.id]?.met.length ?? 0) > 0)
  return last + 1
}
