import { describe, expect, it } from 'vitest'
import { houseCurriculum } from '../curriculum/house'
import type { OwnerPromise } from '../promise/ownerPromise'
import { targetsOf } from '../promise/standing'
import { emptyDogState, type DogState } from '../progress/state'
import { passTo, work } from '../tests/facts'
import { effortOf, needsOf, usualEffort, usualRepsPerDay } from '../promise/need'
import { chanceInTime, outFrom, tightFrom, upNext, type Candidate, type NeedOfCommand } from './upNext'

describe('what a promise still needs', () => {
  const promise = { rungId: 'sit-stay.30s', level: 0, places: 1, people: 1 }
  const withSit = work(houseCurriculum, [
    ...passTo(houseCurriculum, 'sit.word-hand'),
    ...passTo(houseCurriculum, 'sit.word-hand', 1),
  ]).state

  const needOf = (state: DogState, ...promises: OwnerPromise[]) =>
    needsOf(houseCurriculum, state, targetsOf(houseCurriculum, promises))
  const perfect = { gained: 1000, came: 1000 }

  it('counts the rungs to climb and two days at the promised one, each as often as the dog does it for once', () => {
    const [need] = needOf({ ...withSit, ...perfect }, promise)
    expect(need).toMatchObject({ rungs: 11, meetings: 2, days: 2 })
    // Eleven rungs of five of five and the promised one, three of three, on two days; effort (1000 + 60 × 1.8) ÷ (1000
    // + 60).
    const ideal = 11 * 5 + 2 * 3
    expect(need?.reps).toBeGreaterThan(ideal * (1108 / 1060))
    // Refreshers of sit and of the stay itself, in the day that it takes: no more than two sets.
    expect(need?.reps).toBeLessThanOrEqual(ideal * (1108 / 1060) + 15)
  })

  it('takes the dog’s own figure the more, the more it has done', () => {
    expect(effortOf({ gained: 0, came: 0 })).toBeCloseTo(usualEffort.ratio, 9)
    expect(effortOf({ gained: 600, came: 200 })).toBeCloseTo((600 + 60 * 1.8) / 260, 9)
    expect(effortOf({ gained: 60_000, came: 20_000 })).toBeCloseTo(3, 2)
  })

  it('counts in a prerequisite that nobody promised, once, with the first that needs it', () => {
    const sit = { rungId: 'sit.full', level: 0, places: 1, people: 1 }
    const [alone] = needOf(emptyDogState(), promise)
    const both = needOf(emptyDogState(), sit, promise)
    expect(alone?.rungs).toBe(2 + 11)
    expect(both.map((n) => [n.command, n.rungs])).toEqual([
      ['sit', 1],
      ['sit-stay', 11],
    ])
  })

  it('counts the eased way up in each further place, and each person’s', () => {
    const one = needOf({ ...withSit, ...perfect }, promise)[0]?.reps ?? 0
    const three = needOf({ ...withSit, ...perfect }, { ...promise, places: 3 })[0]?.reps ?? 0
    // Two further places: 10, 15, 20 s of five of five each, and twice three of three at 30 s.
    expect(three - one).toBeGreaterThanOrEqual(2 * (15 + 6))
    expect(needOf({ ...withSit, ...perfect }, { ...promise, people: 2 })[0]?.reps ?? 0).toBeGreaterThan(one)
  })

  it('asks for nothing once it is met', () => {
    const met = work(
      houseCurriculum,
      [...passTo(houseCurriculum, 'sit-stay.45s'), ...passTo(houseCurriculum, 'sit-stay.45s', 1)],
      withSit,
    ).state
    expect(needOf(met, promise)[0]?.reps).toBe(0)
  })
})

describe('who needs a block now', () => {
  const need = (command: string, reps: number, more: Partial<NeedOfCommand> = {}): NeedOfCommand => ({
    command,
    reps,
    days: 1,
    refresher: 0,
    work: command,
    ...more,
  })
  const dog = (
    residencyId: string,
    daysLeft: number,
    needs: NeedOfCommand[],
    repsPerDay?: number,
    more: Partial<Candidate> = {},
  ): Candidate => ({
    residencyId,
    runNumber: residencyId,
    daysLeft,
    shareOfToday: 1,
    repsPerDay,
    needs,
    not: '',
    ...more,
  })

  it('puts those that can still be saved first, then those in hand, then those out of reach', () => {
    const rows = upNext([
      dog('1', 4, [need('sit', 20)], 40),
      dog('2', 9, [need('heel', 400)], 40),
      dog('3', 9, [need('heel', 180)], 40),
      dog('4', 9, [need('heel', 250)], 40),
    ])
    expect(rows.map((r) => [r.residencyId, r.reach])).toEqual([
      ['4', 'tight'],
      ['3', 'tight'],
      ['1', 'in hand'],
      ['2', 'out of reach'],
    ])
    expect(rows[3]).toMatchObject({ command: 'heel', allowed: 360 })
    expect(rows[2]?.ratio).toBeCloseTo(20 / 160, 10)
  })

  it('adds up what a dog still needs and names the largest that can be worked, what is going stale first', () => {
    expect(
      upNext([dog('1', 5, [need('sit', 50), need('recall', 100, { work: undefined }), need('place', 80)], 60)])[0],
    ).toMatchObject({ command: 'place', needed: 230, neededHere: 80 })
    expect(upNext([dog('1', 5, [need('sit', 5, { refresher: 10 }), need('place', 80)], 60)])[0]).toMatchObject({
      command: 'sit',
      needed: 95,
    })
  })

  it('counts what is left of today, not the whole of it', () => {
    expect(upNext([dog('1', 2, [need('sit', 60)], 60)])[0]).toMatchObject({ allowed: 120, ratio: 0.5 })
    expect(upNext([dog('1', 2, [need('sit', 60)], 60, { shareOfToday: 0 })])[0]).toMatchObject({
      allowed: 60,
      ratio: 1,
      reach: 'out of reach',
    })
  })

  it('calls no new dog out of reach by the pace of others, unless nobody made it from there', () => {
    const reach = (reps: number, repsPerDay: number | undefined) =>
      upNext([dog('1', 10, [need('sit', reps)], repsPerDay)])[0]?.reach
    const house = usualRepsPerDay * 10
    expect([
      reach(house, usualRepsPerDay),
      reach(house, undefined),
      reach(house * 1.4, undefined),
      reach(house * 1.6, undefined),
    ]).toEqual(['out of reach', 'tight', 'tight', 'out of reach'])
    // The days themselves are no matter of pace.
    expect(upNext([dog('1', 1, [need('sit', 5, { days: 2 })])])[0]?.reach).toBe('out of reach')
  })

  it('calls a date out of reach when the second day does not fit, however few the reps', () => {
    expect(upNext([dog('1', 1, [need('sit', 5, { days: 2 })], 60)])[0]).toMatchObject({
      reach: 'out of reach',
      chance: 0,
    })
    expect(upNext([dog('1', 2, [need('sit', 5, { days: 2 })], 60)])[0]?.reach).toBe('in hand')
  })

  it('says why no block can begin now: what was told, or that all waits for another day', () => {
    expect(upNext([dog('1', 3, [need('sit', 50)], 60, { not: 'rests until 14:20' })])[0]?.not).toBe('rests until 14:20')
    expect(upNext([dog('1', 3, [need('sit', 50, { work: undefined })], 60)])[0]).toMatchObject({
      command: undefined,
      not: 'all that is promised waits for another day',
    })
  })

  it('leaves out dogs that need nothing; one that goes home today has no time left', () => {
    expect(upNext([dog('1', 3, [need('sit', 0)])])).toEqual([])
    expect(upNext([dog('2', 0, [need('sit', 5)])])[0]).toMatchObject({
      ratio: Number.POSITIVE_INFINITY,
      reach: 'out of reach',
    })
  })

  it('the chance falls as the ratio grows, by the table of simulated dogs', () => {
    expect([0, 0.35, 0.6, 0.9, 5].map((r) => Number(chanceInTime(r).toFixed(3)))).toEqual([1, 0.895, 0.53, 0.11, 0])
    for (let r = 0; r < 2; r += 0.01) expect(chanceInTime(r)).toBeGreaterThanOrEqual(chanceInTime(r + 0.01))
    expect(chanceInTime(tightFrom)).toBeCloseTo(0.9, 2)
    expect(chanceInTime(outFrom)).toBeLessThan(0.12)
  })
})
