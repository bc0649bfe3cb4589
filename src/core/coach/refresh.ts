import type { RungPlaceInLadder } from '../curriculum/lookup'
import { kitFor, kitToProve } from '../method/instruct'
import { isDue, retention } from '../progress/memory'
import { topHeld } from '../progress/state'
import { refusedBecause } from './allowed'
import type { Answer, Scene } from './suggestion'
import { contextsOf, noPlace } from './where'

/** Runs of which a refresher is due, at their top held rungs, with the share predicted to be left, the least first. */
export function refreshersDue({ curriculum, state, around }: Scene) {
  const due = curriculum.commands.flatMap((command) =>
    command.runs.flatMap((run) => {
      const runKey = `${command.id}/${run.id}`
      const runState = state.runs[runKey]
      if (!runState?.memory || !isDue(runState.memory, around.now, around.forgetting)) return []
      const index = topHeld(run, runState)
      const rung = run.rungs[index]
      return rung
        ? [
            {
              at: { rung, run, command, index, runKey },
              kept: retention(runState.memory, around.now, around.forgetting),
            },
          ]
        : []
    }),
  )
  return due.sort((a, b) => a.kept - b.kept)
}

/** A run that is going stale, shown once where and with whom the dog knows it. */
export function refresh(scene: Scene, at: RungPlaceInLadder, kept: number): Answer {
  const { curriculum, state, dog, around } = scene
  const kits = [...new Set([kitToProve(at.rung), kitFor(at.rung, around.method)])]
  const all = contextsOf(scene, at, kits)
  // Where it is known it says what is left; somewhere new only when it is known nowhere, never because it is shut where
  // it is.
  const contexts = all.some((c) => c.open === 0) ? all.filter((c) => c.open === 0) : all
  let refusal: string | undefined
  const best = contexts.find((c) => {
    const because = refusedBecause(curriculum, state, c.at, { place: c.place, level: 0, kit: c.kit }, dog, around)
    refusal ??= because
    return because === undefined
  })
  if (!best)
    return { shut: { command: at.command.id, rungId: at.rung.id, because: `refresher due; ${refusal ?? noPlace(at)}` } }
  const own = best.at.rung.id === at.rung.id
  return {
    set: {
      command: at.command.id,
      rungId: best.at.rung.id,
      purpose: own ? 'refresh' : 'work',
      why: 'refresher',
      level: 0,
      kit: best.kit,
      placeId: best.place.id,
      personId: best.personId,
      relaxed: !own,
      kept,
      for: at.command.id,
    },
  }
}
