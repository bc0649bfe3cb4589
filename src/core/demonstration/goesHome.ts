import { commandOf, findCommand, findRung, hasRole, rungsOf, ladderKey } from '../curriculum/lookup'
import { metresOff } from '../curriculum/reach'
import { is } from '../curriculum/roles'
import type { Command, Curriculum } from '../curriculum/types'
import { isByHand } from '../dog/byHand'
import { ownerSees, ownersName, type OwnersDog } from '../owner/does'
import { chosen, type Method } from '../method/method'
import { masteredSince, type DogState } from '../progress/state'
import type { OwnerPromise } from '../promise/ownerPromise'
import type { Gap } from './ownerGap'
import { postureOf, wordAfter, type GoesHome } from './homeLine'
import { practiceOf } from './practice'
import type { Script, ScriptItem } from './script'
import { leashMetres } from './shown'

/** To what stays grow at home: sitting three minutes, lying five. Common practice. */
const goals = { 'sitting-stay': 180, 'lying-stay': 300 } as const

/** Seconds that a command’s ladder lists for its holds, in order. */
const listedOf = (command: Command): readonly number[] => {
  const holds = rungsOf(command).filter((r) => r.axis === 'duration' && r.kind === 'timed')
  return [...new Set(holds.flatMap((r) => r.criterion.seconds ?? []))].sort((a, b) => a - b)
}

/** What goes home is made from. */
export interface HomeQuestion {
  readonly curriculum: Curriculum
  /** As it is shown, and as it was made before anybody changed it: what was promised goes home though not shown. */
  readonly script: Script
  readonly made: Script
  readonly promises: readonly Pick<OwnerPromise, 'rungId'>[]
  readonly dog: OwnersDog
  readonly method: Method
  readonly gaps: readonly Gap[]
  readonly bothSides: boolean
}

/**
 * What is practiced at home: each command that is shown or was promised, as far as it is held, with what of it the
 * owner did not get and what of their hands went with most misses.
 */
export function goesHome(q: HomeQuestion): readonly GoesHome[] {
  const promised = new Set(q.promises.flatMap((p) => findRung(q.curriculum, p.rungId)?.command.id ?? []))
  const items = [...q.script.items, ...q.made.items.filter((i) => i.command !== undefined && promised.has(i.command))]
  const byCommand = new Map<string, ScriptItem>()
  for (const item of items)
    if (item.command !== undefined && item.rungs.length > 0 && !byCommand.has(item.command))
      byCommand.set(item.command, item)
  return [...byCommand].flatMap(([id, item]) => oneGoesHome(q, id, item) ?? [])
}

function oneGoesHome(q: HomeQuestion, id: string, item: ScriptItem): GoesHome | undefined {
  const command = findCommand(q.curriculum, id)
  const rung = command?.runs.flatMap((r) => r.rungs).find((r) => r.id === item.rungs[0]?.rungId)
  if (!command || !rung) return undefined
  const gap = q.gaps.find((g) => g.id === id)
  const [hand] = gap?.withMisses ?? []
  const kind = practiceOf(rung.kind)
  const listed = kind === 'stay' ? listedOf(command) : []
  const goal = (['sitting-stay', 'lying-stay'] as const).find((role) => commandOf(q.curriculum, role)?.id === id)
  const sees = ownerSees(rung, command, q.dog, { asked: false })
  const posture = postureOf(command)
  return {
    command: id,
    name: ownersName(command),
    kind,
    word: item.word ?? '',
    hand: item.signal === 'none' || q.dog.traits.blind ? '' : item.signal,
    byHand: isByHand(q.dog.traits, id) || rung.cue === 'signal',
    ...(sees === undefined ? {} : { sees }),
    ...(rung.cue === 'none' ? { unasked: true } : {}),
    ...(rung.kind === 'settle' ? { calm: true } : {}),
    ...(posture === undefined ? {} : { posture }),
    ...(kind === 'walk' ? { wordAfterSteps: wordAfter(rung) } : {}),
    ...(kind === 'walk' && !is(rung, 'walking') ? { steps: rung.criterion.steps ?? 10 } : {}),
    ...(kind === 'come' ? { target: chosen(q.method, 'target') === 'palm' ? 'open' : 'closed' } : {}),
    ...(is(rung, 'releases') ? { isRelease: true } : {}),
    ...(hasRole(command, 'marks') ? { isMarker: true } : {}),
    ...(is(rung, 'other-dog') ? { whenever: 'you meet a calm dog' } : {}),
    ...(kind === 'come' && metresOff(rung) > leashMetres ? { longLine: true } : {}),
    listedSeconds: listed,
    ...(kind === 'stay' && item.seconds !== undefined
      ? { shownSeconds: item.seconds, goalSeconds: goal ? goals[goal] : (listed.at(-1) ?? item.seconds) }
      : {}),
    gap: Math.max(0, gap?.difference?.difference ?? 0),
    ...(hand ? { watch: hand.hand } : {}),
    bothSides: q.bothSides && kind === 'walk',
  }
}

/** Whether coming off leash is held, behind its gate; a closed room is not out of doors. */
export const offLeashHeld = (curriculum: Curriculum, state: DogState): boolean => {
  const comes = commandOf(curriculum, 'comes')
  return (
    comes?.runs.some((ladder) =>
      ladder.rungs.some(
        (rung, index) =>
          rung.gate !== undefined &&
          rung.criterion.place !== 'room' &&
          masteredSince(ladder, state.runs[ladderKey(comes.id, ladder.id)], index) !== undefined,
      ),
    ) ?? false
  )
}
