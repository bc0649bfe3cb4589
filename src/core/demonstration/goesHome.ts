import { commandOf, findCommand, rungsOf, runKey } from '../curriculum/lookup'
import { is } from '../curriculum/roles'
import type { Command, Curriculum } from '../curriculum/types'
import { heldSince, type DogState } from '../progress/state'
import type { Gap } from './gap'
import { ownersHands } from '../facts/hands'
import type { GoesHome } from './homework'
import { practiceOf } from './practice'
import type { Script, ScriptItem } from './script'

/** To what stays grow at home: sitting three minutes, lying five. Common practice. */
const goals = { 'sitting-stay': 180, 'lying-stay': 300 } as const

/** Seconds that a command’s ladder lists for its holds, in order. */
const listedOf = (command: Command): readonly number[] => {
  const holds = rungsOf(command).filter((r) => r.axis === 'duration' && r.kind === 'timed')
  return [...new Set(holds.flatMap((r) => r.criterion.seconds ?? []))].sort((a, b) => a - b)
}

/**
 * What of a script is practised at home: each command that is shown, with what of it the owner did not get and what of
 * their hands went with most misses.
 */
export function goesHome(
  curriculum: Curriculum,
  script: Script,
  gaps: readonly Gap[],
  bothSides: boolean,
): readonly GoesHome[] {
  const byCommand = new Map<string, ScriptItem>()
  for (const item of script.items)
    if (item.command !== undefined && item.rungs.length > 0 && !byCommand.has(item.command))
      byCommand.set(item.command, item)
  return [...byCommand].flatMap(([id, item]): GoesHome[] => {
    const command = findCommand(curriculum, id)
    const rung = command?.runs.flatMap((r) => r.rungs).find((r) => r.id === item.rungs[0]?.rungId)
    if (!command || !rung) return []
    const gap = gaps.find((g) => g.id === id)
    const [hand] = gap?.withMisses ?? []
    const kind = practiceOf(rung.kind)
    const listed = kind === 'stay' ? listedOf(command) : []
    const goal = (['sitting-stay', 'lying-stay'] as const).find((role) => commandOf(curriculum, role)?.id === id)
    return [
      {
        command: id,
        name: command.name,
        kind,
        cue: item.says,
        ...(rung.cue === 'none' ? { unasked: rung.criterion.words } : {}),
        ...(kind === 'walk' && !is(rung, 'walking') ? { steps: rung.criterion.steps ?? 10 } : {}),
        ...(is(rung, 'releases') ? { isRelease: true } : {}),
        listedSeconds: listed,
        ...(kind === 'stay' && item.seconds !== undefined
          ? { shownSeconds: item.seconds, goalSeconds: goal ? goals[goal] : (listed.at(-1) ?? item.seconds) }
          : {}),
        gap: Math.max(0, gap?.difference?.difference ?? 0),
        watch: hand ? ownersHands[hand.hand].right : '',
        bothSides: bothSides && kind === 'walk',
      },
    ]
  })
}

/** Whether coming off leash is held, behind its gate; a closed room is not out of doors. */
export const offLeashHeld = (curriculum: Curriculum, state: DogState): boolean => {
  const comes = commandOf(curriculum, 'comes')
  return (
    comes?.runs.some((run) =>
      run.rungs.some(
        (rung, index) =>
          rung.gate !== undefined &&
          rung.criterion.place !== 'room' &&
          heldSince(run, state.runs[runKey(comes.id, run.id)], index) !== undefined,
      ),
    ) ?? false
  )
}
