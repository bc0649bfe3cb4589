import type { WorkingConditions } from '@/core/coach/allowed'
import { suggestAll } from '@/core/coach/suggest'
import { houseCurriculum } from '@/core/curriculum/house'
import { findRung } from '@/core/curriculum/lookup'
import { addDays, msPerDay } from '@/core/days'
import { plainDog } from '@/core/dog/traits'
import type { SetContext } from '@/core/facts/fact'
import { kits } from '@/core/curriculum/types'
import { defaultMethod } from '@/core/method/method'
import { Stepper } from '@/core/progress/fold'
import { houseForgetting } from '@/core/progress/retention'
import { always } from '@/core/progress/regime'
import { handlersOn, places, type CastDog } from './cast'
import type { Learner } from './learner'
import { comesOff, fails, repOf, type SimulatedRep, type SimulatedSet } from './trainer'
import type { Chance } from '@/core/seeded'

/** Any day will do: what is suggested asks only how many have passed. */
const arrivesOn = '2026-01-05'
const arrival = Date.parse(arrivesOn)
const locations = places.map(({ id }) => ({ id, kind: id }))
/** A dog that nothing more is asked of is kept fresh, and has the rest of its day off. */
const setsOnceReady = 3

/**
 * A dog that was worked as Kibou says until its last whole day: what is suggested first, and another command after each
 * set where there is one. The dog learns by a law of its own, so that some are ready in time and some are not.
 */
export function byTheBook(dog: CastDog, lastDay: number, learner: Learner, chance: Chance): SimulatedSet[] {
  const stepper = new Stepper(always(houseCurriculum))
  const worked: SimulatedSet[] = []
  let seq = 0
  for (let day = 1; day <= lastDay; day++) {
    learner.wake()
    const people = handlersOn(day)
    let before = ''
    for (let n = 0; n < dog.setsPerDay; n++) {
      const now = arrival + day * msPerDay + (9 * 60 + n * 20) * 60_000
      const conditions: WorkingConditions = {
        now,
        today: addDays(arrivesOn, day),
        places: locations,
        people,
        method: defaultMethod,
        forgetting: houseForgetting,
      }
      const { sets } = suggestAll(
        houseCurriculum,
        stepper.state,
        dog.promises,
        { traits: plainDog, arrivesOn },
        conditions,
      )
      const wanted = sets.filter((s) => s.why !== 'foundation')
      if (n >= setsOnceReady && wanted.every((s) => s.why === 'onward' || s.why === 'refresher')) break
      const next = wanted.find((s) => s.command !== before) ?? wanted[0]
      const at = next && findRung(houseCurriculum, next.rungId)
      if (!next || !at) break
      before = next.command
      const place = locations.find((p) => p.id === next.placeId) ?? locations[0]
      const leashHolder = next.personId ?? people[n % 2] ?? 'maud'
      if (!place) break
      const kit = kits.find((k) => k === next.kit)
      const context: SetContext = {
        id: `set ${seq}`,
        rungId: next.rungId,
        purpose: next.purpose,
        day: conditions.today,
        placeId: place.id,
        placeKind: place.kind,
        leashHolder,
        level: next.level,
        kit: next.kit,
        blockId: `day ${day}`,
      }
      // Asked for cold, it is still there or it is not.
      const shown =
        next.purpose === 'work'
          ? undefined
          : learner.remembers(at.ladderKey, (now - (stepper.state.runs[at.ladderKey]?.memory?.since ?? now)) / msPerDay)
            ? comesOff(at.rung)
            : fails(at.rung, chance)
      const most = shown?.length ?? at.rung.setReps
      const reps: SimulatedRep[] = []
      for (let over = false; !over && reps.length < most;) {
        const rep = shown?.[reps.length] ?? repOf(at.rung, learner.try(at.ladderKey, at.index, day), chance)
        reps.push(rep)
        over = stepper.step(context, {
          id: `rep ${seq}`,
          at: now + reps.length * 1000,
          device: 'tablet',
          seq: seq++,
          outcome: rep.outcome,
          faults: [],
          ...(rep.brokeSeconds === null ? {} : { brokeSeconds: rep.brokeSeconds }),
        }).endsSet
      }
      worked.push({
        rungId: next.rungId,
        purpose: next.purpose,
        day,
        placeId: place.id,
        leashHolder,
        level: next.level,
        ...(kit === undefined ? {} : { kit }),
        reps,
      })
    }
  }
  return worked
}
