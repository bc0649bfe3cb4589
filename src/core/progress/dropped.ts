import { tallyOf } from './ladderProgress'
import { contextStatus, noteMissed } from './contextStatus'
import type { Drop } from './dropBack'
import { judgedAt, type Folding, type RepAt } from './repAt'
import { ended, untold, type Ruling } from './ruling'
import { noteRetentionTest } from './coldReps'
import { markStuckByBlocks, noteDrop } from './stuckDetection'
import { restartWindow } from './window'

/** Back one step of the relaxed climb in what is new; the ladder itself stays where it is. */
export function stepBack(fold: Folding, at: RepAt, drop: Drop): Ruling {
  const { found, tally, set, rep, heldBefore, progress } = at
  const { rung, ladder, index } = found
  const runState = at.climb.state
  noteMissed(
    ladder,
    runState,
    index,
    heldBefore,
    progress.context?.open ?? [],
    drop.reason.kind === 'two-crooked' ? drop.to : undefined,
  )
  noteDrop(tally, runState, rung.id, rep.at)
  restartWindow(runState.window, '')
  fold.moved()
  if (!at.tell) return untold
  const to = ladder.rungs[contextStatus(ladder, runState, set, heldBefore).index] ?? rung
  return ended(judgedAt(at), to.id === rung.id ? 'again' : 'back', to, { kind: 'eased', reason: drop.reason, to })
}

/** Back on the ladder; below the first rung nothing lies. */
export function dropBack(fold: Folding, at: RepAt, drop: Drop): Ruling {
  const { found, tally, rep, refresher } = at
  const { rung, ladder, index } = found
  const runState = at.climb.state
  if (refresher) slip(fold, at, drop.to)
  const to = Math.min(drop.to, runState.position)
  const target = ladder.rungs[to] ?? rung
  if (drop.to === index) {
    // A warm-up at the first rung may fail while the rung in hand lies higher: that one waits.
    runState.position = Math.min(runState.position, index)
    // Nothing lies below the first rung, and what went wrong there counts as anywhere. A window that has run low
    // begins again: it would end the set at every rep from here on.
    if (drop.reason.kind !== 'two-crooked') {
      noteDrop(tally, runState, rung.id, rep.at)
      markStuckByBlocks(ladder, runState, tally, index)
    }
    if (drop.reason.kind === 'window-low' || drop.reason.kind === 'three-misses') restartWindow(runState.window, '')
    return at.tell
      ? ended(judgedAt(at), 'again', rung, {
          kind: 'dropped',
          reason: drop.reason,
          to: target,
          lowest: drop.reason.kind !== 'two-crooked' || index === 0,
        })
      : untold
  }
  noteDrop(tally, runState, rung.id, rep.at)
  markStuckByBlocks(ladder, runState, tally, index)
  runState.position = to
  restartWindow(runState.window, '')
  return at.tell
    ? ended(judgedAt(at), 'back', target, { kind: 'dropped', reason: drop.reason, to: target, lowest: false })
    : untold
}

/** A failed refresher takes away what lies above the rung to rebuild from, and shortens the half-life. */
function slip(fold: Folding, at: RepAt, rebuildFrom: number): void {
  const { found, climb } = at
  for (let i = Math.min(rebuildFrom + 1, found.index); i <= found.index; i++)
    tallyOf(climb, i).slipped = fold.state.tick
  noteRetentionTest(fold, at, false)
  climb.top = undefined
  fold.moved()
}
