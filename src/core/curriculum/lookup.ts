import type { Command, Curriculum, Run, Rung } from './types'

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
      run.rungs.forEach((rung, index) => made.set(rung.id, { rung, run, command, index, runKey: runKey(command.id, run.id) }))
  indexes.set(curriculum, made)
  return made
}

/** The rung with this id and where it stands, or undefined when the curriculum has none. */
export const findRung = (curriculum: Curriculum, rungId: string): RungPlaceInLadder | undefined => indexOf(curriculum).get(rungId)

/** The command with this id, or undefined. */
export const findCommand = (curriculum: Curriculum, commandId: string): Command | undefined => curriculum.commands.find((c) => c.id === commandId)

/** All rungs of a command, run after run. */
export const rungsOf = (command: Command): readonly Rung[] => command.runs.flatMap((run) => run.rungs)
