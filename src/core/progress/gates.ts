import { allNeeds, findRung, gateOf, type RungPlaceInLadder } from '../curriculum/lookup'
import type { Curriculum, Gate, PlaceKind, Rung } from '../curriculum/types'
import { enclosed } from '../dog/ageLimits'
import { noKit } from '../curriculum/types'
import { masteredSince, isMastered, type DogState } from './state'
import type { PlaceId } from '../ids'

/** Where and on what a rung is to be worked. */
export interface GateContext {
  readonly placeId: PlaceId
  readonly placeKind: PlaceKind
  readonly level: number
  readonly kit: string
}

/** Whether a rung is held; the fold brings its own, which is quicker. */
export type Holds = (rung: RungPlaceInLadder) => boolean

const holdsIn =
  (state: DogState): Holds =>
  (rung) =>
    isMastered(rung.ladder, state.runs[rung.ladderKey], rung.index)

/** Whether a rung is held on leash: what was done on no kit counts for nothing here. */
export const isHeldOnLeash = (state: DogState, at: RungPlaceInLadder): boolean =>
  isMastered(at.ladder, state.runs[at.ladderKey], at.index, true)

/** What a rung or gate asks for and is not held; an id that this ladder does not have stands as it is. */
export interface Missing {
  readonly rungs: readonly RungPlaceInLadder[]
  readonly unknown: readonly string[]
}

const nothing: Missing = { rungs: [], unknown: [] }

function missing(holds: Holds, curriculum: Curriculum, ids: readonly string[]): Missing {
  let rungs: RungPlaceInLadder[] | undefined
  let unknown: string[] | undefined
  for (const id of ids) {
    const need = findRung(curriculum, id)
    if (!need) (unknown ??= []).push(id)
    else if (!holds(need)) (rungs ??= []).push(need)
  }
  return rungs || unknown ? { rungs: rungs ?? [], unknown: unknown ?? [] } : nothing
}

/** What must still be held before this rung opens: on leash where it stands behind a gate. */
export const unmetNeeds = (state: DogState, curriculum: Curriculum, rung: Rung): readonly RungPlaceInLadder[] =>
  missing(
    rung.gate === undefined ? holdsIn(state) : (at) => isHeldOnLeash(state, at),
    curriculum,
    allNeeds(curriculum, rung),
  ).rungs

const needsText = ({ rungs, unknown }: Missing): string =>
  [
    ...rungs.map((m) => `${m.command.name.toLowerCase()} “${m.rung.name}” mastered`),
    ...unknown.map((id) => `${id}, which this ladder does not have`),
  ].join(', ')

/**
 * What keeps this rung shut here, in words that say what opens it; undefined when nothing does. Prerequisites, its own
 * kind of place, the gate it stands behind (no leash only in an enclosure, with what the gate names held on leash) and
 * no calling off leash until the leash recall is held at this level and place. A gate that the curriculum does not name
 * stays shut.
 */
export function lockedReason(
  state: DogState,
  curriculum: Curriculum,
  rung: Rung,
  where: GateContext,
  holds: Holds = holdsIn(state),
): string | undefined {
  const needs = missing(holds, curriculum, rung.needs)
  if (needs !== nothing) return `needs ${needsText(needs)}`
  if (rung.criterion.place !== undefined && rung.criterion.place !== where.placeKind)
    return 'this rung counts only in its own kind of location'
  // A dog that is called without a leash is called off leash, in a room as well.
  const indoors = where.placeKind === 'room' || where.placeKind === 'corridor'
  const loose = rung.gate !== undefined || (where.kit === noKit && (!indoors || rung.kind === 'recall'))
  return loose ? gateShutBecause(state, curriculum, rung, where) : undefined
}

function gateShutBecause(state: DogState, curriculum: Curriculum, rung: Rung, where: GateContext): string | undefined {
  if (!enclosed.has(where.placeKind)) return 'off leash only in a secure enclosure; public places by local law'
  const gate = rung.gate === undefined ? curriculum.gates[0] : gateOf(curriculum, rung)
  if (!gate)
    return rung.gate === undefined
      ? 'off leash needs a gate, and this curriculum names none'
      : `stands behind ${rung.gate}, a gate that this curriculum does not name`
  const unclip = missing((at) => isHeldOnLeash(state, at), curriculum, [
    ...new Set([...gate.needs, ...(rung.gate === undefined ? [] : rung.needs)]),
  ])
  if (unclip !== nothing) return `off leash needs ${needsText(unclip)} on leash`
  return rung.kind === 'recall' ? callShutBecause(state, curriculum, gate, where) : undefined
}

/** No calling off leash until the recall is held on the line at the level and place in question. */
function callShutBecause(state: DogState, curriculum: Curriculum, gate: Gate, where: GateContext): string | undefined {
  if (gate.call === undefined) return undefined
  const line = findRung(curriculum, gate.call)
  if (!line) return `no calling off leash: ${gate.call} is not in this curriculum`
  return mayCall(state, line, where)
    ? undefined
    : `no calling off leash until ${line.command.name.toLowerCase()} “${line.rung.name}” is mastered on leash here, ` +
        `at level ${where.level} or above`
}

/** Whether the recall on leash is held at this very place, at this level or above. */
export const mayCall = (
  state: DogState,
  line: RungPlaceInLadder,
  where: Pick<GateContext, 'placeId' | 'level'>,
): boolean =>
  masteredSince(line.ladder, state.runs[line.ladderKey], line.index, {
    level: where.level,
    place: where.placeId,
    leashed: true,
  }) !== undefined
