import { rungIndex, ladderKey as keyOf } from '../curriculum/lookup'
import type { Curriculum, Ladder } from '../curriculum/types'
import { emptyLadderState, type ContextProgress, type DogState, type LadderState } from './state'
import { restartWindow } from './window'

/**
 * A state carried from one ladder to another: counts stay with their rungs, the rung in hand is found again by name or
 * by what stands in its stead. One that the new ladder leaves out is kept in mind: with a ladder that has it again the
 * dog is back at it, unless it went on or fell in between.
 */
export function carryOver(state: DogState, from: Curriculum, to: Curriculum): void {
  const begun = countsAlong(state, from, to)
  for (const command of to.commands)
    for (const ladder of command.runs) {
      const key = keyOf(command.id, ladder.id)
      const runState = state.runs[key]
      const old = from.commands.find((c) => c.id === command.id)?.runs.find((r) => r.id === ladder.id)
      if (runState && begun.has(key)) runState.position = Math.min(firstOpen(ladder, runState), ladder.rungs.length)
      if (!runState || !old) continue
      const inHand = old.rungs[runState.position]?.id
      const left = runState.left?.instead === inHand ? runState.left?.rung : undefined
      runState.position = positionIn(ladder, old, runState, left)
      const instead = ladder.rungs[runState.position]?.id
      const missed = left ?? inHand
      runState.left = missed === undefined || missed === instead ? undefined : { rung: missed, instead }
      if (runState.window.rung !== '' && !ladder.rungs.some((g) => g.id === runState.window.rung))
        restartWindow(runState.window, '')
      if (runState.stuck && !ladder.rungs.some((g) => g.id === runState.stuck?.rung)) runState.stuck = undefined
      if (from.id !== to.id || from.version !== to.version) runState.climbs = climbsIn(ladder, old, runState.climbs)
    }
}

/** Counts go with a rung that stands in another run than it did. The runs that begin with them. */
function countsAlong(state: DogState, from: Curriculum, to: Curriculum): ReadonlySet<string> {
  const begun = new Set<string>()
  const was = new Map(
    from.commands.flatMap((c) =>
      c.runs.flatMap((ladder) => ladder.rungs.map((g) => [g.id, keyOf(c.id, ladder.id)] as const)),
    ),
  )
  for (const command of to.commands)
    for (const ladder of command.runs)
      for (const rung of ladder.rungs) {
        const [before, now] = [was.get(rung.id), keyOf(command.id, ladder.id)]
        const tally = before === undefined || before === now ? undefined : state.runs[before]?.tallies[rung.id]
        if (before === undefined || tally === undefined) continue
        if (state.runs[now] === undefined) begun.add(now)
        const runState = (state.runs[now] ??= emptyLadderState())
        runState.tallies[rung.id] = tally
        delete state.runs[before]?.tallies[rung.id]
      }
  return begun
}

/** Grid, kit and hands came as far as the last rung below that is still here. */
function climbsIn(ladder: Ladder, old: Ladder, climbs: LadderState['climbs']): LadderState['climbs'] {
  const here = (id: string | undefined): string | undefined =>
    id === undefined || rungIndex(ladder, id) >= 0
      ? id
      : old.rungs.slice(0, rungIndex(old, id)).findLast((g) => rungIndex(ladder, g.id) >= 0)?.id
  return Object.fromEntries(
    Object.entries(climbs).map(([key, climb]): [string, ContextProgress] => {
      const [reached, back] = [here(climb.reached), here(climb.back)]
      return [key, { ...(reached === undefined ? {} : { reached }), ...(back === undefined ? {} : { back }) }]
    }),
  )
}

function positionIn(ladder: Ladder, old: Ladder, runState: LadderState, left: string | undefined): number {
  const position = (id: string) => ladder.rungs.findIndex((g) => g.id === id || (g.was?.includes(id) ?? false))
  if (left !== undefined && position(left) >= 0) return position(left)
  const next = old.rungs.slice(runState.position).find((r) => position(r.id) >= 0)
  return next ? position(next.id) : Math.min(firstOpen(ladder, runState), ladder.rungs.length)
}

/** The first rung after all that were met. */
const firstOpen = (ladder: Ladder, state: LadderState): number => {
  const last = ladder.rungs.findLastIndex((g) => (state.tallies[g.id]?.met.length ?? 0) > 0)
  return last + 1
}
