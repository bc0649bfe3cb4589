import { describe, expect, it } from 'vitest'
import { setsFrom } from '../tests/facts'
import { dailyKcal, restingKcal, rewardKcal } from '../food/energy'
import { faultShares, firstCueSuccess, helpByDay, latencyByDay, latencyOf, successByDay } from './evidence'
import { differenceOf, wilson } from './interval'
import { compareKit, kitComparisons, kitTurn, wornText, wornOf, type Worn } from './kit'

describe('the 95 % interval of a share against Wilson (1927), worked values', () => {
  it.each([
    { clean: 8, total: 10, low: 0.49, high: 0.943 },
    { clean: 5, total: 5, low: 0.566, high: 1 },
  ])('$clean of $total: $low–$high', ({ clean, total, low, high }) => {
    const found = wilson(clean, total)
    expect(found?.low).toBeCloseTo(low, 3)
    expect(found?.high).toBeCloseTo(high, 3)
  })

  // Newcombe, Statistics in Medicine 17 (1998) 857–872, table I, method 3 (values from memory).
  it.each([
    { clean: 81, total: 263, low: 0.2553, high: 0.3662 },
    { clean: 15, total: 148, low: 0.0624, high: 0.1605 },
    { clean: 0, total: 20, low: 0, high: 0.1611 },
    { clean: 1, total: 29, low: 0.0061, high: 0.1718 },
  ])('$clean of $total: $low–$high', ({ clean, total, low, high }) => {
    expect(wilson(clean, total)?.low).toBeCloseTo(low, 4)
    expect(wilson(clean, total)?.high).toBeCloseTo(high, 4)
  })

  it('nothing counted, nothing said', () => {
    expect(wilson(0, 0)).toBeUndefined()
  })

  it('a difference of 56/70 and 48/80 is .2, .0524 to .3339 (Newcombe 1998, method 10; from memory)', () => {
    const [a, b] = [wilson(56, 70), wilson(48, 80)]
    if (!a || !b) throw new Error('counted')
    const d = differenceOf(a, b)
    expect(d.difference).toBeCloseTo(0.2, 10)
    expect(d.low).toBeCloseTo(0.0524, 4)
    expect(d.high).toBeCloseTo(0.3339, 4)
  })
})

describe('energy (trade figures: Kleiber 1947, rounded)', () => {
  it.each([
    [10, 394],
    [20, 662],
    [30, 897],
    [40, 1113],
  ])('%i kg rests on %i kcal a day', (kg, kcal) => {
    expect(Math.round(restingKcal(kg))).toBe(kcal)
  })
  it('life stage multiplies, pieces add up', () => {
    expect(dailyKcal(20, 'neutered adult')).toBeCloseTo(662.04 * 1.6, 0)
    expect(rewardKcal(40, 2.5)).toBe(100)
    expect(rewardKcal(3, 2, 5)).toBe(30)
  })
})

describe('evidence of a rung', () => {
  const sets = setsFrom([
    { rung: 'sit.word', reps: 'C C H M', faults: ['slow'], day: 0 },
    { rung: 'sit.word', reps: 'C C', day: 1 },
    { rung: 'sit.rear', reps: 'M', day: 1 },
  ]).map((s, i) => ({ ...s, reps: s.reps.map((r, j) => ({ ...r, latencySeconds: 3 - i + j * 0.2 })) }))

  it('counts first-cue success, help by day, success by day', () => {
    expect(firstCueSuccess(sets, 'sit.word')).toMatchObject({ clean: 4, total: 6 })
    expect(helpByDay(sets.slice(0, 2), () => 'none')).toEqual([
      { day: '2026-03-02', reps: [2, 0, 0, 0, 0, 0, 0], notSaid: 1 },
      { day: '2026-03-03', reps: [2, 0, 0, 0, 0, 0, 0], notSaid: 0 },
    ])
    // Where a clean rep may have a lure, nobody knows that it had none.
    expect(helpByDay(sets.slice(1, 2), () => 'lure')).toEqual([
      { day: '2026-03-03', reps: [0, 0, 0, 0, 0, 0, 0], notSaid: 2 },
    ])
    const lured = sets.slice(1, 2).map((s) => ({ ...s, reps: s.reps.map((r) => ({ ...r, prompt: 'lure' as const })) }))
    expect(helpByDay(lured, () => 'lure')).toEqual([{ day: '2026-03-03', reps: [0, 0, 0, 0, 0, 2, 0], notSaid: 0 }])
    expect(successByDay(sets)).toEqual([
      { day: '2026-03-02', clean: 2, total: 4 },
      { day: '2026-03-03', clean: 2, total: 3 },
    ])
  })

  it('takes the median latency and, from three days on, its trend', () => {
    expect(latencyByDay(sets).map((d) => d.seconds)).toEqual([expect.closeTo(3.3, 9), expect.closeTo(2, 9)])
    expect(latencyOf(sets)?.trendPerDay).toBeUndefined()
    const falling = setsFrom([0, 1, 2, 4].map((day) => ({ rung: 'sit.word', reps: 'C', day }))).map((s, i) => ({
      ...s,
      reps: s.reps.map((r) => ({ ...r, latencySeconds: 3 - ([0, 1, 2, 4][i] ?? 0) * 0.25 })),
    }))
    expect(latencyOf(falling)).toMatchObject({ measured: 4, trendPerDay: expect.closeTo(-0.25, 9) })
    expect(latencyOf([])).toBeUndefined()
  })

  it('shares out the faults over all reps', () => {
    expect(faultShares(sets)).toEqual([{ fault: 'slow', reps: 4, share: 4 / 7 }])
  })
})

describe('kit transfer', () => {
  const plan = (kit: string, reps: string, minutesIn: number) => ({ plan: { rung: 'heel.word', reps, kit }, minutesIn })
  const build = (plans: ReturnType<typeof plan>[]) =>
    setsFrom(plans.map((p) => p.plan)).map((s, i) => ({
      ...s,
      minutesIn: plans[i]?.minutesIn ?? null,
      temperatureC: 20,
    }))

  it('puts two pieces of kit side by side with the difference, its interval and what flatters the last one', () => {
    const sets = build([
      plan('slip lead', 'C C C C C', 2),
      plan('flat collar', 'C C M C H', 5),
      plan('slip lead', 'C C C C C', 8),
      plan('flat collar', 'C C C M C', 11),
    ])
    const found = compareKit(sets, 'heel.word', 'slip lead', 'flat collar')
    expect(found).toMatchObject({
      alternating: true,
      a: { share: { clean: 10, total: 10 }, minutesIn: 5, temperatureC: 20, exerciseMinutesAgo: undefined },
      b: { share: { clean: 7, total: 10 }, minutesIn: 8 },
    })
    expect(found?.difference.difference).toBeCloseTo(0.3, 10)
    expect(found?.difference.low).toBeLessThan(0.05)
    expect(kitComparisons(sets)).toHaveLength(1)
  })

  it('says when the order did not alternate, and nothing when one was never used', () => {
    const sets = build([
      plan('slip lead', 'C C', 1),
      plan('slip lead', 'C C', 3),
      plan('flat collar', 'C C', 5),
      plan('flat collar', 'C C', 7),
    ])
    expect(compareKit(sets, 'heel.word', 'slip lead', 'flat collar')?.alternating).toBe(false)
    expect(compareKit(sets, 'heel.word', 'slip lead', 'harness')).toBeUndefined()
  })

  it('leads through pairs whose order turns, whatever was done by hand before', () => {
    const sides: readonly [Worn, Worn] = [{ kit: 'leash' }, { kit: 'line' }]
    const [leash, line] = sides
    const done: Worn[] = []
    for (let turn = kitTurn(done, sides); turn; turn = kitTurn(done, sides)) {
      expect(turn).toMatchObject({ number: done.length + 1, of: 4 })
      done.push(turn.worn)
    }
    expect(done).toEqual([leash, line, line, leash])
    expect(
      compareKit(build(done.map(({ kit }, i) => plan(kit, 'C C', i))), 'heel.word', 'leash', 'line'),
    ).toMatchObject({ alternating: true, a: { sets: 2, minutesIn: 1.5 }, b: { minutesIn: 1.5 } })
    expect(kitTurn([line], sides)?.worn).toBe(leash)
    expect(kitTurn([undefined, leash], sides)).toMatchObject({ worn: line, number: 2 })
  })

  it('tells two collars on one leash apart, and a leash with its own collar from the same on another', () => {
    const sides: readonly [Worn, Worn] = [
      { kit: '1.8 m leash', collar: 'slip lead' },
      { kit: '1.8 m leash', collar: 'flat collar' },
    ]
    const on = (kit: string, collar: string | null) => wornOf({ kit, collar }, sides)
    expect([on('1.8 m leash', 'slip lead'), on('1.8 m leash', 'flat collar')]).toEqual([...sides])
    expect([on('1.8 m leash', null), on('1.8 m leash', 'harness'), on('long line', 'slip lead')]).toEqual([
      undefined,
      undefined,
      undefined,
    ])
    expect(sides.map(wornText)).toEqual(['1.8 m leash, slip lead', '1.8 m leash, flat collar'])
    expect(wornText({ kit: 'long line' })).toBe('long line')
  })

  it('compares only days on which both were worked, when there are any', () => {
    const earlier = { plan: { rung: 'heel.word', reps: 'M M M M', kit: 'leash', day: 0 }, minutesIn: 0 }
    const later = ['leash', 'line'].map((kit) => ({
      plan: { rung: 'heel.word', reps: 'C C', kit, day: 3 },
      minutesIn: 0,
    }))
    expect(compareKit(build([earlier, ...later]), 'heel.word', 'leash', 'line')).toMatchObject({
      a: { share: { clean: 2, total: 2 } },
      alternating: true,
    })
    const three = [
      ...later,
      { plan: { rung: 'heel.word', reps: 'C C', kit: 'harness', day: 4 }, minutesIn: 0 },
      { plan: { rung: 'heel.word', reps: 'C', kit: 'leash', day: 4 }, minutesIn: 0 },
    ]
    expect(kitComparisons(build(three)).map((k) => [k.a.kit, k.b.kit])).toEqual([
      ['leash', 'harness'],
      ['leash', 'line'],
    ])
    expect(
      compareKit(
        build([earlier, { ...earlier, plan: { ...earlier.plan, kit: 'line', day: 1 } }]),
        'heel.word',
        'leash',
        'line',
      )?.alternating,
    ).toBe(false)
  })
})
