import { is, type Role } from './roles'
import type { Command, Curriculum, Gate, Ladder, Rung } from './types'
import type { CommandId, RungId } from '../ids'

/** Where a rung stands: its command, its run and its number within the run, counted from 0. */
export interface RungPlaceInLadder {
  readonly rung: Rung
  readonly ladder: Ladder
  readonly command: Command
  readonly index: number
  readonly ladderKey: string
}

const indexes = new WeakMap<Curriculum, ReadonlyMap<string, RungPlaceInLadder>>()

/** A run's key across the whole curriculum, `command/run`. */
export const ladderKey = (commandId: CommandId, runId: string): string => `${commandId}/${runId}`

function indexOf(curriculum: Curriculum): ReadonlyMap<string, RungPlaceInLadder> {
  const known = indexes.get(curriculum)
  if (known) return known
  const made = new Map<string, RungPlaceInLadder>()
  for (const command of curriculum.commands)
    for (const ladder of command.runs)
      ladder.rungs.forEach((rung, index) =>
        made.set(rung.id, { rung, ladder, command, index, ladderKey: ladderKey(command.id, ladder.id) }),
      )
  indexes.set(curriculum, made)
  return made
}

/** The rung with this id itself, as facts name it; undefined when this ladder does not have it. */
export const ownRung = (curriculum: Curriculum, rungId: RungId): RungPlaceInLadder | undefined =>
  indexOf(curriculum).get(rungId)

/**
 * The rung that a promise or prerequisite of this name means here: itself, or what stands in its stead for this dog.
 */
export function findRung(curriculum: Curriculum, rungId: RungId): RungPlaceInLadder | undefined {
  const instead = curriculum.instead?.[rungId]
  return ownRung(curriculum, rungId) ?? (instead === undefined ? undefined : ownRung(curriculum, instead))
}

/** Where a ladder stands: its command, and its key across the curriculum. */
export interface LadderPlace {
  readonly command: Command
  readonly ladder: Ladder
  readonly ladderKey: string
}

const ladders = new WeakMap<Curriculum, readonly LadderPlace[]>()

/** All ladders of a curriculum in its order, listed once: they are asked for at every set. */
export function laddersOf(curriculum: Curriculum): readonly LadderPlace[] {
  const known = ladders.get(curriculum)
  if (known) return known
  const made = curriculum.commands.flatMap((command) =>
    command.runs.map((ladder) => ({ command, ladder, ladderKey: ladderKey(command.id, ladder.id) })),
  )
  ladders.set(curriculum, made)
  return made
}

const numbers = new WeakMap<Ladder, ReadonlyMap<string, number>>()

/** The number of a rung within its run, −1 when it is not there. */
export function rungIndex(ladder: Ladder, rungId: RungId): number {
  let known = numbers.get(ladder)
  if (!known) numbers.set(ladder, (known = new Map(ladder.rungs.map((r, i) => [r.id, i]))))
  return known.get(rungId) ?? -1
}

/** The command with this id, or undefined. */
export const findCommand = (curriculum: Curriculum, commandId: CommandId): Command | undefined =>
  curriculum.commands.find((c) => c.id === commandId)

/**
 * The gate this rung stands behind; undefined when it stands behind none, or behind one the curriculum does not have.
 */
export const gateOf = (curriculum: Curriculum, rung: Rung): Gate | undefined =>
  rung.gate === undefined ? undefined : curriculum.gates.find((g) => g.id === rung.gate)

/** Ids of all rungs that must be held before this one: its own needs, and those of its gate. */
export const allNeeds = (curriculum: Curriculum, rung: Rung): readonly string[] =>
  rung.gate === undefined ? rung.needs : [...new Set([...rung.needs, ...(gateOf(curriculum, rung)?.needs ?? [])])]

/** All rungs of a command, run after run. */
export const rungsOf = (command: Pick<Command, 'runs'>): readonly Rung[] =>
  command.runs.flatMap((ladder) => ladder.rungs)

/** All rungs of a curriculum. */
export const allRungs = (curriculum: Curriculum): readonly Rung[] => curriculum.commands.flatMap(rungsOf)

/** All rungs that have this role, or whose command has it, in the order of the curriculum. */
export const withRole = (curriculum: Curriculum, role: Role): readonly Rung[] =>
  allRungs(curriculum).filter((r) => is(r, role))

/** Whether a command, or any rung of it, has this role. */
export const hasRole = (command: Pick<Command, 'runs'>, role: Role): boolean =>
  rungsOf(command).some((r) => is(r, role))

/** The first command that has this role. */
export const commandOf = (curriculum: Curriculum, role: Role): Command | undefined =>
  curriculum.commands.find((c) => hasRole(c, role))

/** A run as people say it: its command, and the run where that has a name of its own. */
export const ladderText = (command: Command, ladder: Pick<Ladder, 'name'>): string =>
  command.runs.length === 1 || ladder.name.toLowerCase() === command.name.toLowerCase()
    ? command.name
    : `${command.name}, ${ladder.name.toLowerCase()}`
