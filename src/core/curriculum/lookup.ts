import { is, type Role } from './roles'
import type { Command, Curriculum, Gate, Run, Rung } from './types'

/** Where a rung stands: its command, its run and its number within the run, counted from 0. */
export interface RungPlaceInLadder {
  readonly rung: Rung
  readonly run: Run
  readonly command: Command
  readonly index: number
  readonly runKey: string
}

const indexes = new WeakMap<Curriculum, ReadonlyMap<string, RungPlaceInLadder>>()

/** A run's key across the whole curriculum, `command/run`. */
export const runKey = (commandId: string, runId: string): string => `${commandId}/${runId}`

function indexOf(curriculum: Curriculum): ReadonlyMap<string, RungPlaceInLadder> {
  const known = indexes.get(curriculum)
  if (known) return known
  const made = new Map<string, RungPlaceInLadder>()
  for (const command of curriculum.commands)
    for (const run of command.runs)
      run.rungs.forEach((rung, index) =>
        made.set(rung.id, { rung, run, command, index, runKey: runKey(command.id, run.id) }),
      )
  indexes.set(curriculum, made)
  return made
}

/** The rung with this id itself, as facts name it; undefined when this ladder does not have it. */
export const ownRung = (curriculum: Curriculum, rungId: string): RungPlaceInLadder | undefined =>
  indexOf(curriculum).get(rungId)

/**
 * The rung that a promise or prerequisite of this name means here: itself, or what stands in its stead for this dog.
 */
export function findRung(curriculum: Curriculum, rungId: string): RungPlaceInLadder | undefined {
  const instead = curriculum.instead?.[rungId]
  return ownRung(curriculum, rungId) ?? (instead === undefined ? undefined : ownRung(curriculum, instead))
}

const numbers = new WeakMap<Run, ReadonlyMap<string, number>>()

/** The number of a rung within its run, −1 when it is not there. */
export function rungIndex(run: Run, rungId: string): number {
  let known = numbers.get(run)
  if (!known) numbers.set(run, (known = new Map(run.rungs.map((r, i) => [r.id, i]))))
  return known.get(rungId) ?? -1
}

/** The command with this id, or undefined. */
export const findCommand = (curriculum: Curriculum, commandId: string): Command | undefined =>
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
export const rungsOf = (command: Pick<Command, 'runs'>): readonly Rung[] => command.runs.flatMap((run) => run.rungs)

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
export const sayRun = (command: Command, run: Pick<Run, 'name'>): string =>
  command.runs.length === 1 || run.name.toLowerCase() === command.name.toLowerCase()
    ? command.name
    : `${command.name}, ${run.name.toLowerCase()}`
