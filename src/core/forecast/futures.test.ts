import fc from 'fast-check'
import jstat from 'jstat'
import { describe, expect, it } from 'vitest'
import { houseCurriculum } from '../curriculum/house'
import { addDays } from '../days'
import { foldDog } from '../progress/fold'
import { liveInBlocks } from '../tests/loop/blocks'
import { laws } from '../tests/loop/dogs'
import { arrival, perfectDog, regimesIn, type World } from '../tests/loop/live'
import { chanceBy } from './futures'
import { drawsOfFuture } from '../seeded'
import type { Plan } from './plan'
import { unreachedDay } from './simulation'
import { planOf, usualBlocks, usualHeld } from './plan'
import { shippedRates } from './tests/plain'
import { futuresBy, setsOn } from './tests/futures'
import { speedFrom, type Speed } from './speed'
import { pastOf } from './rungExposures'
import { workLeft, type GoalWork } from './workLeft'

const usual: Speed = { mean: 0, precision: 4, commands: new Map() }
const plan = (days: number, sets = 8): Plan => setsOn(new Array<number>(days).fill(sets))
const goal = (steps: number, more: Partial<GoalWork> = {}): GoalWork => ({
  command: 'sit',
  rungId: 'sit.word',
  kind: 'word',
  promised: true,
  reps: 5,
  least: 1,
  steps: Array.from({ length: steps }, () => ({ rate: 0.4, done: 0, least: 1, reps: 5, needs: [] })),
  days: 1,
  metToday: false,
  contexts: [],
  sooner: false,
  ...more,
})
/** The day by which this share of futures is ready; `unreachedDay` where fewer are. */
function dayOf(ready: Int16Array, share: number): number {
  const sorted = [...ready].sort((a, b) => a - b)
  return sorted[Math.min(sorted.length - 1, Math.max(0, Math.ceil(share * sorted.length) - 1))] ?? unreachedDay
}

const legs = fc.array(
  fc.record({
    command: fc.constantFrom('sit', 'heel', 'recall'),
    rungId: fc.constantFrom('a', 'b', 'c'),
    kind: fc.constantFrom('word' as const, 'heel' as const),
    promised: fc.constant(true),
    reps: fc.constantFrom(3, 5, 10),
    least: fc.constantFrom(1, 2),
    steps: fc.array(
      fc.record({
        rate: fc.double({ min: 0.1, max: 1, noNaN: true }),
        done: fc.integer({ min: 0, max: 6 }),
        least: fc.integer({ min: 1, max: 2 }),
        reps: fc.constantFrom(3, 5, 10),
        needs: fc.constant([]),
      }),
      { maxLength: 6 },
    ),
    days: fc.integer({ min: 0, max: 2 }),
    metToday: fc.boolean(),
    sooner: fc.constant(false),
    contexts: fc.array(
      fc.record({
        days: fc.integer({ min: 1, max: 2 }),
        eased: fc.integer({ min: 0, max: 3 }),
        metToday: fc.boolean(),
      }),
      { maxLength: 2 },
    ),
  }),
  { minLength: 1, maxLength: 4 },
)

describe('futures of a dog', () => {
  it('the same seed gives the same, to the last one', () => {
    fc.assert(
      fc.property(legs, fc.integer(), (all, seed) => {
        expect(futuresBy(all, usual, plan(9), 50, seed)).toEqual(futuresBy(all, usual, plan(9), 50, seed))
      }),
      { numRuns: 20 },
    )
  })

  it('another place on two days comes when the second day on which one is to be had does (negative binomial)', () => {
    // So fast that a set there always works; what slips in the meantime is put right the same day, half the time.
    const fast: Speed = { mean: Math.log(200), precision: 1000, commands: new Map() }
    const away = goal(0, { days: 0, contexts: [{ days: 2, eased: 0, metToday: false }] })
    const elsewhere = 0.6
    const { ready } = futuresBy([away], fast, { ...plan(12, 60), elsewhere }, 4000, 5)
    for (const day of [0, 1, 2, 3, 5])
      expect(Math.abs(chanceBy(ready, day) - (1 - jstat.binomial.cdf(1, day + 1, elsewhere))), `${day}`).toBeLessThan(
        0.03,
      )
  })

  it('what was met slips after a geometric number of days, and is put right after one of sets', () => {
    const [out, back] = [0.2, 0.3]
    const held = goal(0, { days: 0 })
    const sure: Speed = { mean: 0, precision: 1e6, commands: new Map() }
    const aSetADay = { ...plan(14, 1), slips: { out, back } }
    // One that slips on the first morning is put right with one chance a day.
    const { ready } = futuresBy([held], sure, aSetADay, 8000, 3)
    for (const day of [0, 1, 3, 6])
      expect(Math.abs(chanceBy(ready, day) - (1 - out * (1 - back) ** (day + 1))), `${day}`).toBeLessThan(0.015)
    // Another takes five sets: it is ready on the fifth day where the first did not slip on any of the five.
    const five = goal(0, { rungId: 'b', days: 0, steps: [{ rate: 1e6, done: 0, least: 5, reps: 5, needs: [] }] })
    const both = futuresBy([held, five], sure, aSetADay, 8000, 3)
    expect(chanceBy(both.ready, 3)).toBe(0)
    expect(Math.abs(chanceBy(both.ready, 4) - (1 - out) ** 5)).toBeLessThan(0.015)
  })

  it('what was met once slips on its way to the second day, too', () => {
    const climbing = goal(1, { steps: [{ rate: 1e6, done: 0, least: 1, reps: 5, needs: [] }] })
    for (const once of [goal(0), climbing]) {
      const chance = (out: number) =>
        chanceBy(futuresBy([once], usual, { ...plan(12, 1), slips: { out, back: 0.1 } }, 4000, 3).ready, 4)
      expect(chance(0.3)).toBeLessThan(chance(0.001) - 0.1)
    }
  })

  it('nothing left is ready today; no days make nothing ready; held takes another day', () => {
    expect(dayOf(futuresBy([goal(0, { days: 0 })], usual, plan(3), 200, 1).ready, 0.9)).toBe(0)
    expect(dayOf(futuresBy([goal(0, { days: 0 })], usual, plan(0), 200, 1).ready, 0.1)).toBe(unreachedDay)
    const taught = futuresBy([goal(2)], usual, plan(30, 60), 400, 1)
    expect(Math.min(...taught.ready)).toBe(1)
    const met = futuresBy([goal(0, { metToday: true })], usual, plan(30, 60), 400, 1)
    expect(Math.min(...met.ready)).toBe(1)
  })

  it('sparing, plays the same futures and no more than its chance asks for: it scatters as a half of all would', () => {
    const seen = { few: 0, many: 0 }
    for (const days of [3, 6, 8, 10, 12, 15, 20]) {
      const onward = { until: days, full: 300 }
      const whole = futuresBy([goal(6), goal(4, { rungId: 'b' })], usual, plan(40, 5), 4000, 4, onward)
      const some = futuresBy([goal(6), goal(4, { rungId: 'b' })], usual, plan(40, 5), 4000, 4, {
        ...onward,
        least: 500,
      })
      expect(some.n).toBeGreaterThanOrEqual(500)
      expect(some.ready).toHaveLength(some.n)
      expect(some.legs.map((l) => l.ready.length)).toEqual([some.n, some.n])
      const until = (of: Int16Array) => Array.from(of.subarray(0, some.n), (day) => (day < days ? day : unreachedDay))
      expect(until(some.ready)).toEqual(until(whole.ready))
      const chance = chanceBy(some.ready, days - 1)
      // The pilot may lie off itself.
      expect(Math.sqrt((chance * (1 - chance)) / some.n)).toBeLessThan(1.15 * Math.sqrt(0.25 / 4000))
      expect(Math.abs(chance - chanceBy(whole.ready, days - 1))).toBeLessThan(4 * Math.sqrt(0.25 / 4000))
      seen.few += Number(some.n < 1000)
      seen.many += Number(some.n > 3000)
    }
    expect([seen.few > 0, seen.many > 0]).toEqual([true, true])
    // Of few futures none is spared.
    const few = futuresBy([goal(6)], usual, plan(9), 200, 4, { until: 9, full: 500, least: 500 })
    expect(few.n).toBe(200)
  })

  it('played on by a part of them, all are as before until that day, that part to the last, and the rest alike', () => {
    const all = [goal(6), goal(4, { command: 'heel', rungId: 'heel.x' })]
    const whole = futuresBy(all, usual, plan(40, 5), 3000, 4)
    const part = futuresBy(all, usual, plan(40, 5), 3000, 4, { until: 8, full: 800 })
    for (const [is, was] of [[part, whole] as const, ...part.legs.map((l, k) => [l, whole.legs[k]] as const)]) {
      const early = (ready: Int16Array | undefined) => [...(ready ?? [])].map((d) => (d < 8 ? d : -1))
      expect(early(is.ready)).toEqual(early(was?.ready))
      expect([...is.ready.slice(0, 800)]).toEqual([...(was?.ready.slice(0, 800) ?? [])])
      // 4 standard errors of a share of 800.
      for (const by of [12, 18, 30])
        expect(Math.abs(chanceBy(is.ready, by) - chanceBy(was?.ready ?? is.ready, by))).toBeLessThan(0.07)
    }
    expect(chanceBy(whole.ready, 8)).toBeLessThan(0.9)
    expect(chanceBy(part.ready, 30)).toBeGreaterThan(chanceBy(part.ready, 8) + 0.05)
  })

  it('neighboring futures, and dogs, have chances that know nothing of each other', () => {
    // Chi square of 16 × 16 pairs in 40,000: 255 degrees; 99.99 in 100 below 350 (handbook tables, by Wilson–Hilferty).
    for (const [nextSeed, nextFuture] of [
      [0, 1],
      [1, 0],
      [-1, 1],
    ] as const) {
      const counts = new Array<number>(256).fill(0)
      for (let f = 0; f < 40_000; f++) {
        const [a, b] = [drawsOfFuture(77, f), drawsOfFuture(77 + nextSeed, f + nextFuture)].map((d) => d.next() >>> 28)
        const at = (a ?? 0) * 16 + (b ?? 0)
        counts[at] = (counts[at] ?? 0) + 1
      }
      expect(counts.reduce((sum, n) => sum + (n - 156.25) ** 2 / 156.25, 0)).toBeLessThan(350)
    }
  })

  it('what a promise needs first is held on two days before it begins', () => {
    const first = goal(1, { promised: false, command: 'down', rungId: 'down.no-lure' })
    const then = goal(1, {
      steps: [{ rate: 5, done: 0, least: 1, reps: 5, needs: [0] }],
      command: 'place',
      rungId: 'place.x',
    })
    const { ready } = futuresBy([first, then], usual, plan(20, 60), 400, 1)
    // Passed on day 0, held on 1; then passed on 2 at the earliest, held on 3.
    expect(Math.min(...ready)).toBe(3)
  })

  it('a longer stay never lowers the chance: the days before it are the same', () => {
    fc.assert(
      fc.property(legs, fc.integer({ min: 1, max: 12 }), fc.integer({ min: 1, max: 6 }), (all, days, more) => {
        const [short, long] = [days, days + more].map((d) => futuresBy(all, usual, plan(d), 60, 5))
        expect(chanceBy(long?.ready ?? new Int16Array(1), days + more)).toBeGreaterThanOrEqual(
          chanceBy(short?.ready ?? new Int16Array(1), days),
        )
      }),
      { numRuns: 40 },
    )
  })

  // By more than their scatter: 4 standard errors of the difference of two shares of 500.
  const scatter = 4 * Math.sqrt(0.5 / 500)
  it('more work a day, a promise less, and one rung less never lower it by more than the scatter', () => {
    fc.assert(
      fc.property(legs, fc.integer({ min: 3, max: 12 }), (all, days) => {
        const chance = (of: readonly GoalWork[], sets: number) =>
          chanceBy(futuresBy(of, usual, plan(days, sets), 500, 9).ready, days)
        const was = chance(all, 6)
        expect(chance(all, 9)).toBeGreaterThanOrEqual(was - scatter)
        if (all.length > 1) expect(chance(all.slice(1), 6)).toBeGreaterThanOrEqual(was - scatter)
        const easier = all.map((l, i) => (i === 0 ? { ...l, steps: l.steps.slice(1) } : l))
        if ((all[0]?.steps.length ?? 0) > 1) expect(chance(easier, 6)).toBeGreaterThanOrEqual(was - scatter)
      }),
      { numRuns: 40 },
    )
  })

  it('a dog that is faster is ready earlier, and commands of one dog go together', () => {
    const two = [goal(6, { command: 'sit' }), goal(6, { command: 'heel', rungId: 'heel.x' })]
    const fast = futuresBy(two, { ...usual, mean: Math.log(2) }, plan(20), 1000, 2)
    const slow = futuresBy(two, { ...usual, mean: Math.log(0.5) }, plan(20), 1000, 2)
    expect(chanceBy(fast.ready, 8)).toBeGreaterThan(chanceBy(slow.ready, 8) + 0.2)
    const { ready, legs: each } = futuresBy(two, usual, plan(40, 12), 3000, 2)
    const by = 8
    const product = each.reduce((p, l) => p * chanceBy(l.ready, by), 1)
    expect(chanceBy(ready, by)).toBeGreaterThan(product + 0.02)
  })
})

describe('a forecast from what was recorded', () => {
  const promises = ['sit.word', 'down.no-lure', 'sit-stay.20s'].map((rungId) => ({
    rungId,
    level: 0,
    places: 1,
    people: 1,
  }))
  const world = (more: Partial<World> = {}) => ({
    curriculum: houseCurriculum,
    promises,
    days: 40,
    setsADay: 0,
    blocksADay: 3,
    ...more,
  })
  const forecast = (lived: ReturnType<typeof liveInBlocks>, of: World, day: number) => {
    const today = addDays(arrival, day)
    const regimes = regimesIn(of)
    const sets = lived.sets.filter((s) => s.day < today)
    const past = pastOf(regimes, sets)
    const { exposures, useful } = past
    const state = foldDog(regimes, sets)
    const left = workLeft(houseCurriculum, state, promises, shippedRates, exposures, today)
    const usual = () => usualBlocks.weekday
    const days = planOf(past, { today, leavesOn: addDays(arrival, 60), shareOfToday: 1, usual }, usualHeld)
    return {
      left,
      exposures,
      useful,
      futures: futuresBy(left, speedFrom(exposures, shippedRates), days, 400, 1),
    }
  }

  it('a dog of which nothing is known is not ready tomorrow, and likely within forty days', () => {
    const of = world({ dog: perfectDog })
    const { futures, left } = forecast({ ...liveInBlocks({ ...of, days: 0 }), sets: [] }, of, 1)
    expect(left.filter((l) => l.promised).map((l) => l.rungId)).toEqual(
      expect.arrayContaining(promises.map((p) => p.rungId)),
    )
    expect(chanceBy(futures.ready, 1)).toBe(0)
    expect(chanceBy(futures.ready, 40)).toBeGreaterThan(0.5)
  })

  it('one that never misses spends a set or two at each rung, is fast, and is said to be ready when it is', () => {
    const of = world({ dog: perfectDog })
    const lived = liveInBlocks(of)
    const day = (lived.readyOn ?? 0) - 1
    const { futures, exposures } = forecast(lived, of, day)
    const passed = exposures.filter((s) => s.passed)
    expect(passed.length).toBeGreaterThan(10)
    expect(passed.reduce((n, s) => n + s.sets, 0) / passed.length).toBeLessThan(2)
    expect(speedFrom(exposures, shippedRates).mean).toBeGreaterThan(Math.log(2))
    expect(dayOf(futures.ready, 0.5)).toBeLessThanOrEqual(3)
    const after = forecast({ ...lived, sets: lived.sets }, of, (lived.readyOn ?? 0) + 1)
    expect(after.left.every((l) => l.steps.length === 0 && l.days === 0 && l.contexts.length === 0)).toBe(true)
    expect(dayOf(after.futures.ready, 0.9)).toBe(0)
  })

  it('a set at a frontier is one of the day’s, whatever came of it', () => {
    const of = world({ dog: laws.insight('slow', 3) })
    const lived = liveInBlocks(of)
    const { frontier, useful } = pastOf(regimesIn(of), lived.sets)
    const dayOfSet = new Map(lived.sets.map((set) => [set.id, set.day]))
    const spent = new Map<string, number>()
    for (const { setId } of frontier) {
      const day = dayOfSet.get(setId) ?? ''
      spent.set(day, (spent.get(day) ?? 0) + 1)
    }
    for (const [day, n] of spent) expect(useful.get(day) ?? 0, day).toBeGreaterThanOrEqual(n)
  })

  it('what happened lies within the band most of the time, dogs of three laws', () => {
    let [within, n] = [0, 0]
    for (const law of Object.values(laws))
      for (const seed of [1, 2, 3, 4]) {
        const of = world({ dog: law('usual', seed * 13), days: 60 })
        const lived = liveInBlocks(of)
        const day = Math.round((lived.readyOn ?? 30) / 2)
        const { futures } = forecast(lived, of, day)
        const real = (lived.readyOn ?? unreachedDay) - day
        n++
        if (real >= dayOf(futures.ready, 0.1) && real <= dayOf(futures.ready, 0.9)) within++
      }
    expect(within / n).toBeGreaterThan(0.6)
  })
})
