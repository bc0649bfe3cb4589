import { is, type Role } from '../curriculum/roles'
import type { Command, Rung, Ladder } from '../curriculum/types'
import { ladderKey } from '../curriculum/lookup'
import { masteredSince, type DogState } from '../progress/state'

/** A rung that is shown: held, behind no gate, at the highest distraction level at which it is held. */
export interface MasteredRung {
  readonly rung: Rung
  readonly ladder: Ladder
  readonly index: number
  /** Distraction-proofing level, 0–5. */
  readonly level: number
}

const highestLevel = 5

/**
 * The highest rung of a run that is held and that `may` be shown; undefined when none is. What stands behind a gate is
 * never shown: a demonstration is done on the leash, with people about.
 */
export function highestMastered(
  command: Command,
  ladder: Ladder,
  state: DogState,
  may: (rung: Rung) => boolean = () => true,
): MasteredRung | undefined {
  const own = state.runs[ladderKey(command.id, ladder.id)]
  for (let index = ladder.rungs.length - 1; index >= 0; index--) {
    const rung = ladder.rungs[index]
    if (!rung || rung.gate !== undefined || !may(rung)) continue
    if (masteredSince(ladder, own, index) === undefined) continue
    let level = highestLevel
    while (level > 0 && masteredSince(ladder, own, index, { level }) === undefined) level--
    return { rung, ladder, index, level }
  }
  return undefined
}

/** The rung of a command that has this role, when it is held. */
export function masteredWith(command: Command, role: Role, state: DogState): MasteredRung | undefined {
  for (const ladder of command.runs) {
    const found = highestMastered(command, ladder, state, (rung) => is(rung, role))
    if (found) return found
  }
  return undefined
}
