import type { SetFact } from '../facts/fact'
import { newest, type Regimes } from '../progress/regime'
import { Stepper } from '../progress/fold'
import { lackOf, promiseGoal } from '../promise/goals'
import type { OwnerPromise } from '../promise/ownerPromise'
import { targetsOf } from '../promise/status'
import { ownRung } from '../curriculum/lookup'
import { asBegun, frontierOf } from './rungExposures'

/** What a residency says of promises that were climbed and had still to be held, shown elsewhere and kept. */
export interface Maintenance {
  /** Days of a promise on which only other places and other hands were due, and those on which one came. */
  readonly due: number
  readonly came: number
  /** Days of a promise that had been met once and had not slipped, and those at whose end it had. */
  readonly kept: number
  readonly slipped: number
  /** Sets spent where it had slipped, and those in which it was put right. */
  readonly sets: number
  readonly back: number
}
export const noMaintenance: Maintenance = { due: 0, came: 0, kept: 0, slipped: 0, sets: 0, back: 0 }

/**
 * Promise by promise and worked day by day. How often another place, or another pair of hands, was to be had is counted
 * from when all of a dog’s promises were climbed, so that nothing else was in the way. What was met once has slipped
 * when a rung below it is in hand again, or when it was fully met and is no more.
 */
export function maintenanceOf(
  regimes: Regimes,
  sets: readonly SetFact[],
  promises: readonly OwnerPromise[],
): Maintenance {
  const targets = targetsOf(newest(regimes).curriculum, promises)
  const stepper = new Stepper(regimes)
  const met = targets.map(() => false)
  const look = ({ promise, at }: (typeof targets)[number], k: number) => {
    const run = stepper.state.runs[at.ladderKey]
    const lack = lackOf(stepper.state, promiseGoal(promise, at))
    met[k] ||= lack.met
    const climbed = frontierOf(at.ladder, run) > at.index
    return {
      climbed,
      due: lack.held && !lack.met,
      days: [...lack.places, ...lack.people].reduce((n, evidence) => n + evidence.days.length, 0),
      slipped: climbed && !lack.met && ((run?.position ?? 0) < at.index || met[k] === true),
    }
  }
  const sum = { ...noMaintenance }
  let before = targets.map(look)
  const now = [...before]
  const inOrder = asBegun(sets)
  inOrder.forEach((set, i) => {
    const ladderKey = ownRung(stepper.regime.curriculum, set.rungId)?.ladderKey
    for (const rep of set.reps) stepper.step(set, rep, false)
    targets.forEach((target, k) => {
      // The facts of another run move it only by what they open: that is seen in the evening.
      if (target.at.ladderKey !== ladderKey) return
      const was = now[k]?.slipped === true
      const is = look(target, k)
      now[k] = is
      if (!was || set.purpose !== 'work') return
      sum.sets++
      if (!is.slipped) sum.back++
    })
    if (inOrder[i + 1]?.day === set.day) return
    const all = before.every((b) => b.climbed)
    const evening = targets.map(look)
    before.forEach((b, k) => {
      const e = evening[k]
      if (all && b.due) {
        sum.due++
        if ((e?.days ?? 0) > b.days) sum.came++
      }
      if (b.climbed && !b.slipped) {
        sum.kept++
        if (e?.slipped === true) sum.slipped++
      }
    })
    before = evening
    now.splice(0, now.length, ...evening)
  })
  return sum
}
