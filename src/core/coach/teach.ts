import { findRung, gateOf, type RungPlaceInLadder } from '../curriculum/lookup'
import { kitFor } from '../method/instruct'
import { mayCall } from '../progress/gates'
import { topMastered } from '../progress/state'
import { refusedBecause, teachingLevel, type TrainingLocation } from './allowed'
import type { Answer, SuggestInput, Why } from './suggestion'
import { knownContext, noPlace, spreads, teachingPlaces } from './where'

/**
 * A set at this rung where it is taught: the first place in which nothing speaks against it. What is called loose waits
 * for the long line in its place, and goes nowhere else meanwhile.
 */
export function taught(input: SuggestInput, at: RungPlaceInLadder, why: Why, wanted: string): readonly Answer[] {
  const { curriculum, state, dog, conditions } = input
  const level = teachingLevel(input.conditions.method, at.rung)
  const kit = kitFor(at.rung, conditions.method)
  const places = teachingPlaces(input, at)
  const refusals = places.map((place) => refusedBecause(curriculum, state, at, { place, level, kit }, dog, conditions))
  const index = refusals.findIndex((r, i) => {
    const place = places[i]
    return r === undefined || (place !== undefined && callWanted(input, at, place, level) !== undefined)
  })
  const place = places[index]
  const because = place ? refusals[index] : (refusals[0] ?? noPlace(at))
  if (!place || because !== undefined)
    return [{ shut: { command: at.command.id, rungId: at.rung.id, because: because ?? noPlace(at) } }]
  const known = at.index <= topMastered(at.ladder, state.runs[at.ladderKey]) ? knownContext(input, at, kit) : undefined
  const matters =
    level > 0 ||
    at.rung.gate !== undefined ||
    at.rung.criterion.place !== undefined ||
    refusals.some((r) => r !== undefined) ||
    spreads(input, at)
  return [
    {
      set: {
        command: at.command.id,
        rungId: at.rung.id,
        purpose: 'work',
        why,
        level,
        kit,
        placeId: known?.placeId ?? (matters ? place.id : undefined),
        personId: known?.personId,
        relaxed: false,
        kept: undefined,
        for: wanted,
      },
    },
  ]
}

/**
 * The recall on leash that must be held at this place and level before the dog is called there loose; undefined when it
 * is, or none is asked for.
 */
export function callWanted(
  { curriculum, state }: SuggestInput,
  at: RungPlaceInLadder,
  place: TrainingLocation,
  level: number,
): RungPlaceInLadder | undefined {
  const call = at.rung.kind === 'recall' ? gateOf(curriculum, at.rung)?.call : undefined
  const line = call === undefined ? undefined : findRung(curriculum, call)
  return line && !mayCall(state, line, { placeId: place.id, level }) ? line : undefined
}
