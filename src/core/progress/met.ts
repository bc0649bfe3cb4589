import { noKit, type Rung } from '../curriculum/types'
import { belowAgeBecause } from '../dog/ageLimits'
import type { SetContext } from '../facts/fact'
import { passedAgain } from './resetRungs'
import { contextStatus, noteReached } from './contextStatus'
import { lockedReason } from './gates'
import { judgedAt, type Folding, type RepAt } from './repAt'
import { ended, untold, type Ruling } from './ruling'
import { noteRetentionTest } from './coldReps'
import { noDay, topMasteredBy } from './state'
import { noteMet } from './tally'
import { clearStuck } from './stuckDetection'
import { lowest, restartWindow } from './window'

/** The rule is met: what it leads on to. `span`: the newest reps it was met by; `offered`: by these alone. */
export function meet(fold: Folding, at: RepAt, span: number, offered: boolean): Ruling {
  const { found, climb: progress, tally, set, rep, heldBefore, refresher } = at
  const { rung, ladder, index } = found
  const runState = progress.state
  const { window } = runState
  const common = {
    place: window.placeReps >= span ? window.place : undefined,
    level: lowest(window.levels, span),
    kit: window.kitReps >= span ? window.kit : undefined,
    person: window.personReps >= span ? window.person : undefined,
    loose: window.leashed < span,
  }
  const isFirst = tally.met.length === 0
  noteMet(tally, set.unsure === true ? noDay : set.day, common)
  tally.lastMet = fold.state.tick
  const further = noteReached(ladder, runState, index, heldBefore, common)
  clearStuck(ladder, runState, progress.tallies, index)
  restartWindow(window, rung.id)
  const advanced = index >= runState.position
  if (advanced) runState.position = index + 1
  if (runState.again !== undefined) passedAgain(ladder, runState, index)
  const top = (progress.top = topMasteredBy(ladder, progress.tallies, heldBefore))
  fold.moved()
  // What a dog that never misses needs as well: a first pass, what comes to be held, a step in what is new, a
  // refresher.
  if (isFirst || top > heldBefore || refresher || (at.climbing && further)) fold.state.came += span
  if (top >= 0) {
    if (!runState.memory) runState.memory = { since: rep.at, shown: [] }
    else if (refresher) noteRetentionTest(fold, at, true)
    else if (index >= heldBefore) runState.memory = { since: rep.at, shown: runState.memory.shown }
  }
  if (!at.tell) return untold
  const context = top >= 0 && index <= top ? contextStatus(ladder, runState, set, top) : undefined
  const next = advanced
    ? ladder.rungs[runState.position]
    : at.climbing && context
      ? ladder.rungs[context.index]
      : undefined
  const onward = next !== undefined && next.id !== rung.id
  const notReady = next && onward ? notYet(fold, next, set) : undefined
  if (next && notReady !== undefined)
    return ended(judgedAt(at), advanced ? 'waits' : 'met-again', rung, {
      kind: 'met-waits',
      next,
      until: notReady,
      offered,
    })
  // The top of a ladder is passed, and moves on to nothing.
  const kind = onward ? 'moves-on' : advanced ? 'waits' : 'met-again'
  return ended(judgedAt(at), kind, onward ? next : rung, { kind: offered ? 'offered' : 'met' })
}

/**
 * Why the rung that comes next is not open here yet, as a suggestion would say it. A rung of another kind of place is
 * judged there.
 */
function notYet(fold: Folding, next: Rung, set: SetContext): string | undefined {
  const placeKind = next.criterion.place ?? set.placeKind
  const { age, curriculum } = fold.now
  return (
    (age && belowAgeBecause(next, age, set.day, placeKind)) ??
    lockedReason(
      fold.state,
      curriculum,
      next,
      { placeId: set.placeId, placeKind, level: set.level, kit: next.gate === undefined ? set.kit : noKit },
      fold.climbs.holds,
    )
  )
}
