import { afterCold, afterRefresher, type Memory } from './retention'
import { cleanWanted } from './refresher'
import type { Folding, RepAt } from './repAt'
import type { LadderState } from './state'
import type { EpochMs } from '../epochMs'

/** The end of a refresher at what is held. */
export function noteRetentionTest(fold: Folding, at: RepAt, clean: boolean): void {
  const { rep, found } = at
  const runState = at.climb.state
  if (runState.memory) note(fold, found.ladderKey, runState, afterRefresher(runState.memory, rep.at, clean), true)
}

/** A set that worked more often than not, at the top held rung or above it, keeps the command fresh. */
export function notePractice(fold: Folding, at: RepAt): void {
  const { found, heldBefore, rep, progress, refresher } = at
  const runState = at.climb.state
  if (!runState.memory || heldBefore < 0 || found.index < heldBefore) return
  if (progress.clean * 2 <= progress.reps) return
  if (refresher && progress.clean >= cleanWanted(found.rung, progress.reps)) noteRetentionTest(fold, at, true)
  else runState.memory = { since: rep.at, shown: runState.memory.shown }
}

/** Design choice: a run is asked for cold after so many ms without a rep. */
const coldAfterMs = 8 * 3_600_000

/** A rep as it was judged, before the window takes it in. */
interface JudgedRep {
  readonly ladderKey: string
  readonly runState: LadderState
  readonly at: EpochMs
  readonly index: number
  /** Number of the highest rung held before it, −1 when none was. */
  readonly heldBefore: number
  /** Something is new to the dog where it was done. */
  readonly climbing: boolean
  readonly clean: boolean
}

/**
 * The first rep of a run after a rest shows what is left as well as a refresher does. Common practice. Clean at what is
 * held or above it, wherever it was, it is still there; not clean at it or below, with nothing new, it is not; anything
 * else shows nothing. Only of what is held itself, with nothing new, both outcomes would have been noted: that is told
 * on.
 */
export function noteFirstRep(fold: Folding, rep: JudgedRep): void {
  const { runState, at, index, heldBefore, climbing, clean } = rep
  if (!runState.memory || heldBefore < 0 || at - runState.window.lastAt < coldAfterMs) return
  if (clean ? index < heldBefore : index > heldBefore || climbing) return
  const kind = index === heldBefore && !climbing ? 'first' : 'other'
  note(fold, rep.ladderKey, runState, afterCold(runState.memory, at, clean, kind), kind === 'first')
}

/** Keeps the memory with its newest showing, and tells whoever fits half-lives where it measures one. */
function note(fold: Folding, ladderKey: string, runState: LadderState, memory: Memory, measures: boolean): void {
  const before = runState.memory?.shown ?? []
  runState.memory = memory
  const test = memory.shown.at(-1)
  if (test && measures) fold.onRefresher?.(ladderKey, before, test)
}
