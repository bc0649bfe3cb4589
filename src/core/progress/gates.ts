import { findRung, runKey, type RungPlaceInLadder } from '../curriculum/lookup'
import type { Curriculum, PlaceKind, Rung } from '../curriculum/types'
import { heldSince, isHeld, type DogState } from './state'

/** Where and on what a rung is to be worked. */
export interface GateContext {
  readonly placeId: string
  readonly placeKind: PlaceKind
  readonly level: number
  readonly kit: string
}

/** Places with a fence or walls round them; the lead trainer checks them, Kibou only knows the kind. */
const enclosed: ReadonlySet<PlaceKind> = new Set(['room', 'corridor', 'yard'])

/** What must be held on leash before a dog goes without one. Common practice. */
export const unclipNeeds = ['sit.full', 'sit-stay.30s', 'recall.line-30', 'heel.word'] as const

/** Prerequisites of the rung that are not held, unknown ones left out. */
export const unmetNeeds = (state: DogState, curriculum: Curriculum, rung: Rung): readonly RungPlaceInLadder[] => missing(holdsIn(state), curriculum, rung.needs)

/** Whether a rung is held; the fold brings its own, which is quicker. */
export type Holds = (rung: RungPlaceInLadder) => boolean

const holdsIn =
  (state: DogState): Holds =>
  (rung) =>
    isHeld(rung.run, state.runs[rung.runKey], rung.index)

const none: readonly RungPlaceInLadder[] = []

function missing(holds: Holds, curriculum: Curriculum, ids: readonly string[]): readonly RungPlaceInLadder[] {
  let found: RungPlaceInLadder[] | undefined
  for (const id of ids) {
    const need = findRung(curriculum, id)
    if (need && !holds(need)) (found ??= []).push(need)
  }
  return found ?? none
}

const sayNeeds = (needs: readonly RungPlaceInLadder[]): string => needs.map((m) => `${m.command.name.toLowerCase()} “${m.rung.name}” held`).join(', ')

/**
 * What keeps this rung shut here, in words that say what opens it; undefined when nothing does. Prerequisites, its own
 * kind of place, the unclip gate (no leash only in an enclosure, with sit, stay, recall and heel held on leash) and no
 * calling off leash until the leash recall is held at this level and place.
 */
export function shutBecause(state: DogState, curriculum: Curriculum, rung: Rung, where: GateContext, holds: Holds = holdsIn(state)): string | undefined {
  const needs = missing(holds, curriculum, rung.needs)
  if (needs.length > 0) return `needs ${sayNeeds(needs)}`
  if (rung.criterion.place !== undefined && rung.criterion.place !== where.placeKind) return 'this rung counts only in its own kind of place'
  const unclipped = rung.gate === 'off-leash' || (where.kit === 'none' && where.placeKind !== 'room' && where.placeKind !== 'corridor')
  if (!unclipped) return undefined
  if (!enclosed.has(where.placeKind)) return 'off leash only in a secure enclosure; public places by local law'
  const unclip = missing(holds, curriculum, unclipNeeds)
  if (unclip.length > 0) return `off leash needs ${sayNeeds(unclip)}`
  return rung.kind === 'recall' ? callShutBecause(state, curriculum, where) : undefined
}

/** No calling off leash until the recall is held on the line at the level and place in question. */
function callShutBecause(state: DogState, curriculum: Curriculum, where: GateContext): string | undefined {
  const line = findRung(curriculum, 'recall.line-30')
  if (!line) return undefined
  const held = heldSince(line.run, state.runs[runKey(line.command.id, line.run.id)], line.index, { level: where.level, place: where.placeId })
  return held ? undefined : `no calling off leash until recall “${line.rung.name}” is held on leash here, at level ${where.level} or above`
}
