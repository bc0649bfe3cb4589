import { findRung } from '../curriculum/lookup'
import type { Curriculum } from '../curriculum/types'
import type { Verdict } from '../progress/voice'
import type { LadderStatus } from '../promise/status'
import type { BlockPart } from '../facts/words'

/** Design choice: so many sets at one thing, and something else comes first: the next part, or the end. */
export const setsOfOne = 3

/**
 * `again`: another set of the same command; `part`: the next part of the block; `sure`: its finish, whatever lies
 * between; `end`: quiet praise; `close`: this set, and then somebody chooses.
 */
export type NextAction = 'again' | 'part' | 'sure' | 'end' | 'close'

/**
 * Where a block stands once a set is over: the part it belongs to, sets of this command so far, and what may follow.
 */
export interface AfterSet {
  readonly role: BlockPart
  /** A refresher is one set, however it went. */
  readonly refresher: boolean
  readonly sets: number
  readonly mayGoOn: boolean
  readonly hasNextPart: boolean
  /** Something sure still stands at the end of the block. */
  readonly hasFinish: boolean
  /** Signs of stress were seen in it. */
  readonly stressful: boolean
  /** Two kinds of kit are tried in turns, which takes the sets it takes. */
  readonly inTurns: boolean
}

/** What the one key does once a set is over, so that a block that is followed comes to its end. */
export function nextAction({
  role,
  refresher,
  sets,
  mayGoOn,
  hasNextPart,
  hasFinish,
  stressful,
  inTurns,
}: AfterSet): NextAction {
  if (stressful) return hasFinish ? 'sure' : 'end'
  if (role !== 'work') return hasNextPart ? 'part' : 'end'
  const enough = refresher || sets >= setsOfOne
  if (mayGoOn && !enough) return 'again'
  if (hasNextPart) return 'part'
  return enough && !inTurns ? 'end' : 'close'
}

/**
 * The rung at which the next set goes on where and with whom the last one was: what the verdict on that set says.
 * Undefined when it leaves that open: the rule was met once more, nothing was moved, or the run is beyond what was
 * promised, so that the command’s own suggestion (another place, other hands, a second day) says more.
 */
export function goesOnAt(
  curriculum: Curriculum,
  verdict: Verdict | undefined,
  runs: readonly LadderStatus[],
): string | undefined {
  if (
    !verdict ||
    verdict.kind === 'met-again' ||
    verdict.kind === 'waits' ||
    verdict.kind === 'moves-nothing' ||
    verdict.toRungId === ''
  )
    return undefined
  const to = findRung(curriculum, verdict.toRungId)
  if (!to) return undefined
  const promised = runs.find((r) => r.id === to.ladder.id)?.promised
  return verdict.kind === 'moves-on' && promised !== undefined && to.index > promised ? undefined : to.rung.id
}

/** The number of the part that finishes a block on something sure, after the one in hand; -1 when none is left. */
export const finishAhead = (items: readonly { readonly role: BlockPart }[], item: number): number =>
  items.findIndex((i, n) => n > item && i.role === 'finish')
