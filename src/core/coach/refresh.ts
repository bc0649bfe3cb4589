import { laddersOf, type RungPlaceInLadder } from '../curriculum/lookup'
import { kitFor, kitToProve } from '../method/instruct'
import { isDueAt, retention } from '../progress/retention'
import { topMastered } from '../progress/state'
import { refusedBecause } from './allowed'
import type { Answer, SuggestInput } from './suggestion'
import { contextsOf, noPlace } from './where'

/** Runs of which a refresher is due, at their top held rungs, with the share predicted to be left, the least first. */
export function refreshersDue({ curriculum, state, conditions }: SuggestInput) {
  const due: { readonly at: RungPlaceInLadder; readonly kept: number }[] = []
  for (const here of laddersOf(curriculum)) {
    const runState = state.runs[here.ladderKey]
    if (!runState?.memory) continue
    const kept = retention(runState.memory, conditions.now, conditions.forgetting)
    if (!isDueAt(kept)) continue
    const index = topMastered(here.ladder, runState)
    const rung = here.ladder.rungs[index]
    if (rung) due.push({ at: { ...here, rung, index }, kept })
  }
  return due.sort((a, b) => a.kept - b.kept)
}

/** A run that is going stale, shown once where and with whom the dog knows it. */
export function refresh(input: SuggestInput, at: RungPlaceInLadder, kept: number): Answer {
  const { curriculum, state, dog, conditions } = input
  const kits = [...new Set([kitToProve(at.rung), kitFor(at.rung, conditions.method)])]
  const all = contextsOf(input, at, kits)
  // Where it is known it says what is left; somewhere new only when it is known nowhere, never because it is shut where
  // it is.
  const contexts = all.some((c) => c.open === 0) ? all.filter((c) => c.open === 0) : all
  let refusal: string | undefined
  const best = contexts.find((c) => {
    const because = refusedBecause(curriculum, state, c.at, { place: c.place, level: 0, kit: c.kit }, dog, conditions)
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
