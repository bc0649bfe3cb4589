import { findRung, gateOf, type RungPlaceInLadder } from '../curriculum/lookup'
import { kitFor } from '../method/instruct'
import { mayCall } from '../progress/gates'
import { topHeld } from '../progress/state'
import { refusedBecause, teachingLevel, type Ground } from './allowed'
import type { Answer, Scene, Why } from './suggestion'
import { knownContext, noPlace, spreads, teachingPlaces } from './where'

/**
 * A set at this rung where it is taught: the first place in which nothing speaks against it. What is called loose waits
 * for the long line in its place, and goes nowhere else meanwhile.
 */
export function taught(scene: Scene, at: RungPlaceInLadder, why: Why, wanted: string): readonly Answer[] {
  const { curriculum, state, dog, around } = scene
  const level = teachingLevel(scene.around.method, at.rung)
  const kit = kitFor(at.rung, around.method)
  const places = teachingPlaces(scene, at)
  const refusals = places.map((place) => refusedBecause(curriculum, state, at, { place, level, kit }, dog, around))
  const index = refusals.findIndex((r, i) => {
    const place = places[i]
    return r === undefined || (place !== undefined && callWanted(scene, at, place, level) !== undefined)
  })
  const place = places[index]
  const because = place ? refusals[index] : (refusals[0] ?? noPlace(at))
  if (!place || because !== undefined)
    return [{ shut: { command: at.command.id, rungId: at.rung.id, because: because ?? noPlace(at) } }]
  const known = at.index <= topHeld(at.run, state.runs[at.runKey]) ? knownContext(scene, at, kit) : undefined
  const matters =
    level > 0 ||
    at.rung.gate !== undefined ||
    at.rung.criterion.place !== undefined ||
    refusals.some((r) => r !== undefined) ||
    spreads(scene, at)
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
  { curriculum, state }: Scene,
  at: RungPlaceInLadder,
  place: Ground,
  level: number,
): RungPlaceInLadder | undefined {
  const call = at.rung.kind === 'recall' ? gateOf(curriculum, at.rung)?.call : undefined
  const line = call === undefined ? undefined : findRung(curriculum, call)
  return line && !mayCall(state, line, { placeId: place.id, level }) ? line : undefined
}
