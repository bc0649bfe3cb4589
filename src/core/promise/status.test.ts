import { describe, expect, it } from 'vitest'
import type { WorkingConditions } from '../coach/allowed'
import { houseCurriculum } from '../curriculum/house'
import { findCommand } from '../curriculum/lookup'
import { defaultMethod } from '../method/method'
import { cleanReps, dayName, monday, msPerDay, passTo, work, type SetPlan, suggestedFor } from '../tests/facts'
import { houseForgetting } from '../progress/retention'
import { commandStatus } from './status'
import { summarize } from './summary'

/** A stay for 30 s, and from a step away for 15 s. */
const promises = [
  { rungId: 'sit-stay.step-15s', level: 0, places: 1, people: 1 },
  { rungId: 'sit-stay.30s', level: 0, places: 1, people: 1 },
]
const command = findCommand(houseCurriculum, 'sit-stay')
if (!command) throw new Error('no sit-stay')
const clean = (rung: string, day: number): SetPlan => ({
  rung,
  day,
  reps: cleanReps(
    command.runs.flatMap((r) => r.rungs).find((r) => r.id === rung)?.rule ?? { kind: 'window', k: 8, n: 10 },
  ),
})
const sits = [...passTo(houseCurriculum, 'sit.from-down'), ...passTo(houseCurriculum, 'sit.from-down', 1)]
const long = [
  ...sits,
  ...passTo(houseCurriculum, 'sit-stay.30s', 1),
  clean('sit-stay.30s', 1),
  clean('sit-stay.30s', 2),
]
const far = [...long, clean('sit-stay.step', 2), clean('sit-stay.step-5s', 2), clean('sit-stay.step-15s', 2)]
const stateOf = (plans: readonly SetPlan[]) => work(houseCurriculum, plans).state
const status = (plans: readonly SetPlan[], wanted = promises) =>
  commandStatus(houseCurriculum, command, stateOf(plans), wanted)
const conditions = (day: number): WorkingConditions => ({
  now: monday + day * msPerDay,
  today: dayName(day),
  places: [{ id: 'barn', kind: 'room' }],
  people: ['ada', 'ben'],
  method: defaultMethod,
  forgetting: houseForgetting,
})

describe('a command promised for its duration and for its distance', () => {
  it('works on the duration first, then on the distance, and is held only when both are', () => {
    expect(status(sits)).toMatchObject({
      mainRun: 'duration',
      word: 'not started',
      next: { rungId: 'sit-stay.1s' },
      promise: { promise: { rungId: 'sit-stay.30s' } },
    })
    expect(status(long)).toMatchObject({
      mainRun: 'distance',
      word: 'building',
      next: { rungId: 'sit-stay.step' },
      promise: { met: false, promise: { rungId: 'sit-stay.step-15s' } },
    })
    expect(status(long).promises.map((p) => p.met)).toEqual([true, false])
    expect(status(far)).toMatchObject({ word: 'building', next: { why: 'second-day' } })
    expect(status([...far, clean('sit-stay.step-15s', 3)])).toMatchObject({ word: 'held', promise: { met: true } })
    const twoHands = promises.map((p) => ({ ...p, people: p.rungId === 'sit-stay.30s' ? 2 : 1 }))
    expect(status([...far, clean('sit-stay.step-15s', 3)], twoHands)).toMatchObject({
      word: 'proofing',
      mainRun: 'duration',
      promise: { met: false, promise: { rungId: 'sit-stay.30s' } },
    })
    expect(status(sits).runs.map((r) => r.promised)).toEqual([12, 2, undefined, undefined])
  })

  it('is ready when both are met, and both are in what is needed', () => {
    const summary = (plans: readonly SetPlan[], wanted = promises) =>
      summarize(houseCurriculum, stateOf(plans), wanted, { days: 0, reps: 0 })
    expect(summary(far).readyOn).toBeUndefined()
    expect(summary([...far, clean('sit-stay.step-15s', 3)]).readyOn).toBe(dayName(3))
    const [both, one, other] = [promises, promises.slice(1), promises.slice(0, 1)].map((p) => summary(sits, p).needs)
    expect(both).toHaveLength(1)
    expect(both?.[0]?.reps).toBeGreaterThan(one?.[0]?.reps ?? Number.NaN)
    // The distance alone counts the way to its prerequisite too: twelve rungs, that one, and the first two of its own.
    expect(both?.[0]?.rungs).toBe(12 + 2)
    expect(other?.[0]?.rungs).toBe(12 + 1 + 2)
  })

  it('when today can add nothing to the one that leads, the other is worked', () => {
    const twoPlaces = promises.map((p) => ({ ...p, people: p.rungId === 'sit-stay.30s' ? 2 : 1 }))
    const state = stateOf(far)
    const leads = commandStatus(houseCurriculum, command, state, twoPlaces)
    expect(leads.promise?.promise.rungId).toBe('sit-stay.step-15s')
    expect(suggestedFor(houseCurriculum, state, command.id, promises, conditions(2))).toBeUndefined()
    expect(suggestedFor(houseCurriculum, state, command.id, twoPlaces, conditions(2))).toMatchObject({
      why: 'new-hands',
      personId: 'ben',
      rungId: 'sit-stay.15s',
      relaxed: true,
    })
  })

  it('of two promises that come to one run for this dog, the higher one holds both', () => {
    const wanted = ['sit-stay.30s', 'sit-stay.10s', 'sit-stay.20s'].map((rungId) => ({
      rungId,
      level: 0,
      places: 1,
      people: 1,
    }))
    expect(status(sits, wanted).promises.map((p) => p.promise.rungId)).toEqual(['sit-stay.30s'])
  })
})
