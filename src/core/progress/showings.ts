import { afterRefresher } from './memory'
import { cleanWanted } from './refresher'
import type { Folding, RepAt } from './repAt'

/** The end of a refresher at what is held. */
export function noteShowing(fold: Folding, at: RepAt, clean: boolean): void {
  const { rep, found } = at
  const runState = at.climb.state
  if (!runState.memory) return
  const before = runState.memory.shown
  runState.memory = afterRefresher(runState.memory, rep.at, clean)
  const showing = runState.memory.shown.at(-1)
  if (showing) fold.onRefresher?.(found.runKey, before, showing)
}

/** A set that came off more often than not, at the top held rung or above it, keeps the command fresh. */
export function notePractice(fold: Folding, at: RepAt): void {
  const { found, heldBefore, rep, progress, refresher } = at
  const runState = at.climb.state
  if (!runState.memory || heldBefore < 0 || found.index < heldBefore) return
  if (progress.clean * 2 <= progress.reps) return
  if (refresher && progress.clean >= cleanWanted(found.rung, progress.reps)) noteShowing(fold, at, true)
  else runState.memory = { since: rep.at, shown: runState.memory.shown }
}
