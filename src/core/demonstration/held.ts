import { is, type Role } from '../curriculum/roles'
import type { Command, Rung, Run } from '../curriculum/types'
import { runKey } from '../curriculum/lookup'
import { heldSince, type DogState } from '../progress/state'

/** A rung that is shown: held, behind no gate, at the highest distraction level at which it is held. */
export interface Held {
  readonly rung: Rung
  readonly run: Run
  readonly index: number
  /** Distraction-proofing level, 0–5. */
  readonly level: number
}

const highestLevel = 5

/**
 * The highest rung of a run that is held and that `may` be shown; undefined when none is. What stands behind a gate is
 * never shown: a demonstration is done on the leash, with people about.
 */
export function highestHeld(
  command: Command,
  run: Run,
  state: DogState,
  may: (rung: Rung) => boolean = () => true,
): Held | undefined {
  const own = state.runs[runKey(command.id, run.id)]
  for (let index = run.rungs.length - 1; index >= 0; index--) {
    const rung = run.rungs[index]
    if (!rung || rung.gate !== undefined || !may(rung)) continue
    if (heldSince(run, own, index) === undefined) continue
    let level = highestLevel
    while (level > 0 && heldSince(run, own, index, { level }) === undefined) level--
    return { rung, run, index, level }
  }
  return undefined
}

/** The rung of a command that has this role, when it is held. */
export function heldWith(command: Command, role: Role, state: DogState): Held | undefined {
  for (const run of command.runs) {
    const found = highestHeld(command, run, state, (rung) => is(rung, role))
    if (found) return found
  }
  return undefined
}
