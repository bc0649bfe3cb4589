import type { SetFact } from '../facts/fact'
import { newest, type Regimes } from '../progress/regime'
import { Stepper } from '../progress/fold'
import { lackOf, promiseGoal } from '../promise/goals'
import type { OwnerPromise } from '../promise/ownerPromise'
import { targetsOf } from '../promise/standing'
import { asBegun, frontierOf } from './stretches'

/** Days of a promise on which only other places and other hands were due, and those on which one came. */
export interface Elsewhere {
  readonly due: number
  readonly came: number
}

/**
 * How often another place, or another pair of hands, was to be had: counted from when all of a dog’s promises were
 * climbed, so that nothing else was in the way, promise by promise and worked day by day.
 */
export function metElsewhere(regimes: Regimes, sets: readonly SetFact[], promises: readonly OwnerPromise[]): Elsewhere {
  const targets = targetsOf(newest(regimes).curriculum, promises)
  const stepper = new Stepper(regimes)
  const look = () =>
    targets.map(({ promise, at }) => {
      const lack = lackOf(stepper.state, promiseGoal(promise, at))
      return {
        climbed: frontierOf(at.run, stepper.state.runs[at.runKey]) > at.index,
        due: lack.held && !lack.met,
        days: [...lack.places, ...lack.people].reduce((n, evidence) => n + evidence.days.length, 0),
      }
    })
  let [due, came] = [0, 0]
  let before = look()
  const inOrder = asBegun(sets)
  inOrder.forEach((set, i) => {
    for (const rep of set.reps) stepper.step(set, rep, false)
    if (inOrder[i + 1]?.day === set.day) return
    const now = look()
    if (before.every((b) => b.climbed))
      before.forEach((b, k) => {
        if (!b.due) return
        due++
        if ((now[k]?.days ?? 0) > b.days) came++
      })
    before = now
  })
  return { due, came }
}
