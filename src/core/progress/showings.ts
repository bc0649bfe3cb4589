import { afterCold, afterRefresher } from './memory'
import { cleanWanted } from './refresher'
import type { Folding, RepAt } from './repAt'
import type { RunState } from './state'

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

/** House: a run that was left for so long is asked for cold. */
export const coldAfterMs = 8 * 3_600_000

/**
 * What the first rep of a run after a rest shows of what is held: clean at it or above, wherever and with whatever is
 * new, that it is still there; not clean at it or below, where nothing is new, that it is not. The rest shows nothing.
 */
export function coldShows({
  index,
  heldBefore,
  climbing,
  clean,
}: {
  readonly index: number
  readonly heldBefore: number
  readonly climbing: boolean
  readonly clean: boolean
}): boolean | undefined {
  if (clean) return index >= heldBefore ? true : undefined
  return index <= heldBefore && !climbing ? false : undefined
}

/**
 * A first rep of ordinary work shows what is left as well as a refresher does. Common practice. `asHeld`: what is held
 * was asked for, with nothing new: it is told on, since a clean one and a miss would both have been noted.
 */
export function noteCold(
  fold: Folding,
  {
    runKey,
    runState,
    at,
    clean,
    asHeld,
  }: {
    readonly runKey: string
    readonly runState: RunState
    readonly at: number
    readonly clean: boolean
    readonly asHeld: boolean
  },
): void {
  if (!runState.memory) return
  const before = runState.memory.shown
  runState.memory = afterCold(runState.memory, at, clean, asHeld)
  const showing = runState.memory.shown.at(-1)
  if (showing && asHeld) fold.onRefresher?.(runKey, before, showing)
}
