import { findRung, ownRung } from '../curriculum/lookup'
import { addDays, daysBetween } from '../days'
import { latencyByDay, successByDay } from '../evidence/evidence'
import type { LookedDay } from '../evidence/looked'
import type { SetFact } from '../facts/fact'
import type { OwnerPromise } from '../promise/ownerPromise'
import { foldByDay } from '../progress/fold'
import type { Regimes } from '../progress/regime'
import { outcomeMade } from '../progress/result'
import { topMastered } from '../progress/state'

export interface ProgressDay {
  readonly day: string
  /** Rungs mastered of those promised; undefined for days to come. */
  readonly held: number | undefined
  /** Rungs that an even pace would have by then. */
  readonly plan: number
  readonly clean: number
  readonly total: number
  readonly latencySeconds: number | undefined
  /** From the call to the feet, the middle one; undefined where nobody looked. */
  readonly arriveSeconds: number | undefined
}

export interface ProgressView {
  readonly promisedRungs: number
  readonly days: readonly ProgressDay[]
}

/**
 * A residency day by day: rungs held against the plan, success and latency. House plan: an even pace from the second
 * day to the day before going home. Rungs count up to the promised one of each promise.
 */
export function progressOf(
  regimes: Regimes,
  sets: readonly SetFact[],
  promises: readonly OwnerPromise[],
  stay: { readonly arrivesOn: string; readonly leavesOn: string; readonly today: string },
  /** What was looked at in its recalls. */
  looked: readonly LookedDay[] = [],
): ProgressView {
  const length = Math.max(1, daysBetween(stay.arrivesOn, stay.leavesOn))
  const newest = regimes[regimes.length - 1] ?? regimes[0]
  const promisedRungs = promises.reduce((n, p) => {
    const found = findRung(newest.curriculum, p.rungId)
    return n + (found ? found.index + 1 : 0)
  }, 0)
  const heldOn = new Map<string, number>()
  foldByDay(regimes, sets, (day, state, regime) => {
    heldOn.set(
      day,
      promises.reduce((n, p) => {
        const found = findRung(regime.curriculum, p.rungId)
        return n + (found ? Math.min(topMastered(found.ladder, state.runs[found.ladderKey]), found.index) + 1 : 0)
      }, 0),
    )
  })
  const success = new Map(
    successByDay(sets, (set, rep) => outcomeMade(ownRung(newest.curriculum, set.rungId)?.rung, rep) === 'clean').map(
      (d) => [d.day, d],
    ),
  )
  const latency = new Map(latencyByDay(sets).map((d) => [d.day, d.seconds]))
  const arrived = new Map(looked.map((d) => [d.day, d.arriveSeconds]))
  let mastered = 0
  const days = Array.from({ length: length + 1 }, (_, i): ProgressDay => {
    const day = addDays(stay.arrivesOn, i)
    mastered = heldOn.get(day) ?? mastered
    const share = Math.min(1, Math.max(0, i / Math.max(1, length - 1)))
    const counts = success.get(day)
    return {
      day,
      held: day <= stay.today ? mastered : undefined,
      plan: promisedRungs * share,
      clean: counts?.clean ?? 0,
      total: counts?.total ?? 0,
      latencySeconds: latency.get(day),
      arriveSeconds: arrived.get(day),
    }
  })
  return { promisedRungs, days }
}
