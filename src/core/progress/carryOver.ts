import { runKey as keyOf } from '../curriculum/lookup'
import type { Curriculum, Run } from '../curriculum/types'
import type { DogState, RunState } from './state'
import { restartWindow } from './window'

/**
 * A state carried from one ladder to another: counts stay with their rungs, the rung in hand is found again by name.
 */
export function carryOver(state: DogState, from: Curriculum, to: Curriculum): void {
  for (const command of to.commands)
    for (const run of command.runs) {
      const key = keyOf(command.id, run.id)
      const runState = state.runs[key]
      const old = from.commands.find((c) => c.id === command.id)?.runs.find((r) => r.id === run.id)
      if (!runState || !old) continue
      const next = old.rungs.slice(runState.position).find((r) => run.rungs.some((g) => g.id === r.id))
      runState.position = next
        ? run.rungs.findIndex((g) => g.id === next.id)
        : Math.min(firstOpen(run, runState), run.rungs.length)
      if (runState.window.rung !== '' && !run.rungs.some((g) => g.id === runState.window.rung))
        restartWindow(runState.window, '')
      if (runState.stuck && !run.rungs.some((g) => g.id === runState.stuck?.rung)) runState.stuck = undefined
    }
}

/** The first rung after all that were met. */
const firstOpen = (run: Run, state: RunState): number => {
  const last = run.rungs.findLastIndex((g) => (state.tallies[g.id]?.met.length ?? 0) > 0)
  return last + 1
}
