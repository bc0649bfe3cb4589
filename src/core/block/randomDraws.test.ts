import { allRungs } from '../curriculum/lookup'
import fc from 'fast-check'
import jstat from 'jstat'
import { describe, expect, it } from 'vitest'
import { houseCurriculum } from '../curriculum/house'
import { findRung } from '../curriculum/lookup'
import { plainDog } from '../dog/traits'
import { isAlwaysPaid, newReps } from '../method/pay'
import { defaultMethod } from '../method/method'
import { emptyDogState, emptyLadderState, emptyTally, type DogState } from '../progress/state'
import { drawPays, drawReps, drawScene, longestGap, unpaidRun, type DrawScene } from './randomDraws'
import { callMoment, stepsFor } from '../method/call'
import { holdPay, intervalAt, mustConfirm, paidInside, payMoments } from './hold'
import { holdEnds, holdPaid, holdSeconds } from '../method/hold'

const rungOf = (id: string) => {
  const found = findRung(houseCurriculum, id)
  if (!found) throw new Error(id)
  return found
}

/** A state in which these rungs were passed once. */
function passedState(...ids: string[]): DogState {
  const state = emptyDogState()
  for (const id of ids) {
    const at = rungOf(id)
    const run = (state.runs[at.ladderKey] ??= emptyLadderState())
    run.tallies[id] = { ...emptyTally(), reps: 10, clean: 10, met: [{ day: '2026-03-02', level: 0 }] }
  }
  return state
}

const scene = (id: string, more: Partial<DrawScene> = {}, passed: string[] = []): DrawScene => ({
  ...drawScene(houseCurriculum, passedState(...passed), rungOf(id).rung, false, defaultMethod, plainDog),
  ...more,
})

/** A scene of a rung that has been worked long enough to be new no more. */
const worked = <S>(of: S) => ({ ...of, cleanBefore: 100 })

describe('what chance decides', () => {
  it('is the same for the same seed, and further reps change no earlier one', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 2 ** 32 - 1 }), fc.integer({ min: 1, max: 30 }), (seed, n) => {
        const s = scene('recall.through', { held: true }, ['recall.line-5', 'recall.line-15'])
        expect(drawReps(seed, s, 40).slice(0, n)).toEqual(drawReps(seed, s, n))
      }),
    )
    expect(drawReps(1, scene('recall.attention'), 40)).not.toEqual(drawReps(2, scene('recall.attention'), 40))
  })

  it('never leaves unpaid what is always rewarded: recalls, marker pairs, the first reps of a rung', () => {
    for (const id of ['recall.bowl', 'recall.line-30', 'recall.off-leash', 'marker.pairs'])
      for (let seed = 0; seed < 200; seed++)
        for (const rate of ['until-held', 'early-variable', 'long'])
          expect(
            drawPays(seed, worked(scene(id, { held: true, method: { ...defaultMethod, rate } })), 3, 12).every(Boolean),
          ).toBe(true)
    // Where chance pays from the start, the first five clean reps of a rung are paid all the same, over sets.
    const early = scene('sit.word', { method: { ...defaultMethod, rate: 'early-variable' } })
    const paid = (cleanBefore: number) =>
      Array.from({ length: 4000 }, (_, seed) => drawPays(seed, { ...early, cleanBefore }, 0, 8))
    expect(paid(0).every((p) => p.slice(0, newReps).every(Boolean))).toBe(true)
    expect(paid(3).every((p) => p.slice(0, newReps - 3).every(Boolean))).toBe(true)
    expect(paid(0).filter((p) => p[newReps]).length / 4000).toBeLessThan(0.5)
    // A file may say so of any rung, or take it back.
    const { rung } = rungOf('recall.bowl')
    expect(isAlwaysPaid({ ...rungOf('sit.word').rung, alwaysPaid: true })).toBe(true)
    expect(isAlwaysPaid({ ...rung, alwaysPaid: false })).toBe(false)
  })

  it('pays every rep of what is new', () => {
    expect(drawPays(5, worked(scene('sit.word')), 3, 40).every(Boolean)).toBe(true)
  })

  it.each([1, 3, 5, 10])(
    'pays two in five of what is held over sets of %i, the first rep as often as any other, and never lets ' +
      'more than three run unpaid, across sets too',
    (length) => {
      const held = worked(scene('sit.word', { held: true }))
      const sets = 6000
      const paidAt = Array.from({ length }, () => 0)
      const gaps = new Map<number, number>()
      let unpaid: number | undefined
      let gap = 0
      for (let seed = 0; seed < sets; seed++) {
        const pays = drawPays(seed * 7919, held, unpaid, length)
        pays.forEach((p, i) => {
          gap++
          if (!p) return
          paidAt[i] = (paidAt[i] ?? 0) + 1
          gaps.set(gap, (gaps.get(gap) ?? 0) + 1)
          gap = 0
        })
        unpaid = gap
      }
      // Each place in a set on its own, within four standard errors of two in five.
      for (const n of paidAt) expect(Math.abs(n / sets - 0.4)).toBeLessThan(4 * Math.sqrt((0.4 * 0.6) / sets))
      expect(Math.max(...gaps.keys())).toBeLessThanOrEqual(longestGap)
    },
  )

  it('makes gaps of one to four clean reps equally likely, by a chi-square test', () => {
    const held = worked(scene('sit.word', { held: true }))
    const gaps = [0, 0, 0, 0]
    let unpaid = 0
    for (let seed = 0; seed < 4000; seed++) {
      // One rep a set, the hardest for a memory that must run on.
      const [paid] = drawPays(seed * 104_729, held, unpaid, 1)
      if (paid) gaps[unpaid] = (gaps[unpaid] ?? 0) + 1
      unpaid = paid ? 0 : unpaid + 1
    }
    const n = gaps.reduce((a, b) => a + b, 0)
    const statistic = gaps.reduce((sum, seen) => sum + (seen - n / 4) ** 2 / (n / 4), 0)
    // Pearson's statistic against chi-square with three degrees of freedom (jStat).
    expect(1 - jstat.chisquare.cdf(statistic, 3)).toBeGreaterThan(0.001)
  })

  it('a run found at any moment is as a run in the middle, so that sets whose past nobody knows are paid alike', () => {
    const held = worked(scene('sit.word', { held: true }))
    const first =
      Array.from({ length: 20_000 }, (_, seed) => drawPays(seed, held, undefined, 1)[0]).filter(Boolean).length / 20_000
    expect(Math.abs(first - 0.4)).toBeLessThan(4 * Math.sqrt(0.24 / 20_000))
    expect([unpaidRun([]), unpaidRun([true, false]), unpaidRun([false, false, true]), unpaidRun([false])]).toEqual([
      undefined,
      0,
      2,
      1,
    ])
    expect(drawPays(1, held, 3, 1)).toEqual([true])
  })

  it('runs through two or three times, then one front', () => {
    for (let seed = 0; seed < 50; seed++) {
      const word = drawReps(seed, scene('recall.through'), 40)
        .map((d) => (d.pass === 'stop, front' ? 'F' : 's'))
        .join('')
      expect(word).toMatch(/^(s{2,3}F)+s{0,3}$/)
    }
  })

  it('of a stay it is called out of, three of four are gone back to, and never as many that a dog could count', () => {
    const draws = Array.from({ length: 400 }, (_, seed) => drawReps(seed, scene('recall.from-stay'), 3)).flat()
    const before = draws.map((d) => d.returnsFirst ?? 0)
    expect(new Set(before)).toEqual(new Set([2, 3, 4]))
    const returned = before.reduce((a, b) => a + b, 0)
    expect(returned / (returned + before.length)).toBeCloseTo(0.75, 1)
    const called = { ...scene('recall.from-stay'), method: { ...defaultMethod, 'end-of-stay': 'called' } }
    expect(drawReps(1, called, 5).map((d) => d.returnsFirst)).toEqual(Array.from({ length: 5 }, () => undefined))
    expect(drawReps(1, scene('recall.line-5'), 1)[0]?.returnsFirst).toBeUndefined()
  })

  it('stops at 5, 15 or 30 steps, never further than was passed, and at its own distance on a distance rung', () => {
    const own = (s: DrawScene) =>
      new Set(Array.from({ length: 40 }, (_, seed) => drawReps(seed, s, 10).map((d) => d.steps)).flat())
    const drawn = (s: DrawScene) =>
      new Set(
        Array.from({ length: 40 }, (_, seed) =>
          drawReps(seed, s, 10).map((d) => stepsFor(s.passedSteps, d.far ?? 0, undefined)),
        ).flat(),
      )
    expect(
      [...drawn(scene('recall.fist', {}, ['recall.line-5', 'recall.line-15']))].sort((a, b) => (a ?? 0) - (b ?? 0)),
    ).toEqual([5, 15])
    expect(own(scene('recall.line-15'))).toEqual(new Set([15]))
    expect(own(scene('recall.fist'))).toEqual(new Set([undefined]))
    expect(drawReps(1, scene('recall.fist'), 1)[0]?.far).toBeUndefined()
  })

  it.each([
    // Where from, how the last call went, and the exact shares that follow from it.
    ['at first', undefined, { 5: 1 / 3, 15: 1 / 3, 30: 1 / 3 }],
    ['after a clean one from 5', { steps: 5, clean: true, crooked: 0 }, { 5: 1 / 5, 15: 2 / 5, 30: 2 / 5 }],
    ['after a clean one from 30', { steps: 30, clean: true, crooked: 0 }, { 5: 1 / 3, 15: 1 / 3, 30: 1 / 3 }],
    ['after a late one from 15', { steps: 15, clean: false, crooked: 0 }, { 5: 1 / 2, 15: 1 / 2 }],
    ['after two crooked ones', { steps: 30, clean: false, crooked: 2 }, { 7: 1 / 4, 8: 1 / 4, 9: 1 / 4, 10: 1 / 4 }],
  ] as const)('how far %s, by a chi-square test against the exact shares', (_, last, shares) => {
    const s = scene('recall.fist', {}, ['recall.line-5', 'recall.line-15', 'recall.line-30'])
    const seen = new Map<number, number>()
    const n = 6000
    for (let seed = 0; seed < n; seed++) {
      const far = drawReps(seed * 7919, s, 1)[0]?.far ?? 0
      const steps = stepsFor(s.passedSteps, far, last) ?? 0
      seen.set(steps, (seen.get(steps) ?? 0) + 1)
    }
    expect([...seen.keys()].sort((a, b) => a - b)).toEqual(Object.keys(shares).map(Number))
    const statistic = Object.entries(shares).reduce(
      (sum, [steps, share]) => sum + ((seen.get(Number(steps)) ?? 0) - n * share) ** 2 / (n * share),
      0,
    )
    // Pearson's statistic against chi-square (jStat).
    expect(1 - jstat.chisquare.cdf(statistic, Object.keys(shares).length - 1)).toBeGreaterThan(0.001)
  })

  it('is never sent further after two crooked ones than it was ever called from', () => {
    expect(stepsFor([5], 0.9, { steps: 5, clean: false, crooked: 2 })).toBe(5)
    expect(stepsFor([], 0.5, undefined)).toBeUndefined()
    // Called from nearer than any distance listed: the shortest.
    expect(stepsFor([15, 30], 0.9, { steps: 5, clean: false, crooked: 0 })).toBe(15)
  })

  it('the moment to call is the rung’s own, and chance waits only for one that nobody sees come', () => {
    const moments = Object.fromEntries(
      ['recall.bowl', 'recall.tossed', 'recall.from-stay', 'recall.line-15', 'recall.two-people'].map((id) => {
        const draw = drawReps(3, scene(id), 1)[0]
        return [id, [draw?.callWhen, draw?.callAfter === undefined ? 'seen' : 'waited for']]
      }),
    )
    expect(moments).toEqual({
      'recall.bowl': ['finishes-bowl', 'seen'],
      'recall.tossed': ['picks-up', 'seen'],
      'recall.from-stay': ['from-stay', 'waited for'],
      'recall.line-15': ['looks-away', 'waited for'],
      'recall.two-people': ['in-turn', 'seen'],
    })
    // A file of before says nothing: out of the stay where it starts in one, else while it looks away.
    const { callWhen: _, ...old } = rungOf('recall.from-stay').rung
    expect([callMoment(old), callMoment({ ...old, criterion: { ...old.criterion, start: undefined } })]).toEqual([
      'from-stay',
      'looks-away',
    ])
    expect(callMoment(rungOf('sit.full').rung)).toBeUndefined()
  })

  it('waits within limits before a call, and calls a deaf dog with no sound', () => {
    const draws = Array.from({ length: 100 }, (_, seed) => drawReps(seed, scene('recall.attention'), 5)).flat()
    for (const d of draws) {
      expect(d.callAfter).toBeGreaterThanOrEqual(3)
      expect(d.callAfter).toBeLessThanOrEqual(20)
    }
    expect(new Set(draws.map((d) => d.sound)).size).toBe(4)
    expect(
      drawReps(1, scene('recall.attention', { traits: { ...plainDog, deaf: true } }), 5).every(
        (d) => d.sound === undefined,
      ),
    ).toBe(true)
  })

  it('goes back to the dog in three of four stays, always where it never was called out of one', () => {
    const out = (s: DrawScene) =>
      Array.from({ length: 300 }, (_, seed) => drawReps(seed, s, 10))
        .flat()
        .filter((d) => d.end === 'call it out').length / 3000
    const knows = ['recall.from-stay']
    expect(out(scene('sit-stay.3m-5s'))).toBe(0)
    expect(out(scene('sit-stay.3m-5s', {}, knows))).toBeGreaterThan(0.2)
    expect(out(scene('sit-stay.3m-5s', {}, knows))).toBeLessThan(0.3)
    // Also where the house calls dogs out: not before it knows that call, nor from beside it.
    const called = { method: { ...defaultMethod, 'end-of-stay': 'called' } }
    expect(out(scene('sit-stay.3m-5s', called, knows))).toBe(1)
    expect(out(scene('sit-stay.3m-5s', called))).toBe(0)
    for (const near of ['sit-stay.10s', 'sit-stay.step-5s', 'sit-stay.round-5s'])
      expect(out(scene(near, called, knows)), near).toBe(0)
    expect(drawReps(1, scene('sit-stay.10s', {}, knows), 1)[0]?.end).toBeUndefined()
  })

  it('turns and halts inside the stretch, and pays a walk every step, then every 2, then every 3', () => {
    for (const d of drawReps(9, scene('heel.halt-sit'), 20)) expect(d.turn).toMatchObject({ what: 'halt' })
    for (const d of drawReps(9, scene('heel.turns'), 40)) if (d.turn) expect(d.turn.at).toBeLessThan(10)
    expect(['heel.seam-1', 'heel.seam-2', 'heel.seam-3'].map((id) => drawReps(1, scene(id), 1)[0]?.payEvery)).toEqual([
      1, 2, 3,
    ])
    expect(drawReps(1, scene('heel.word'), 1)[0]?.payEvery).toBeUndefined()
  })

  it('springs the emergency sit at no fixed time', () => {
    const at = new Set(
      Array.from({ length: 60 }, (_, seed) => drawReps(seed, scene('check-in.emergency-sit'), 1)[0]?.springAfter),
    )
    expect(at.size).toBeGreaterThan(20)
  })
})

describe('pay inside a hold', () => {
  it.each([
    ['fixed', 60, [20, 40]],
    ['fixed', 10, [3, 6, 9]],
    ['fixed', 2, []],
    ['stretching', 60, [6.7, 16.7, 31.7, 54.2]],
  ] as const)('%s, %i s', (how, seconds, moments) => {
    expect(payMoments(seconds, how, 1)).toEqual(moments)
  })

  it('stretches, varies about the interval, and never pays in the last moments', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 3, max: 300 }),
        fc.integer({ min: 0, max: 2 ** 31 }),
        fc.constantFrom('fixed', 'stretching', 'variable' as const),
        (seconds, seed, how) => {
          const at = payMoments(seconds, how as 'fixed', seed)
          expect(at).toEqual([...at].sort((a, b) => a - b))
          for (const m of at) expect(m).toBeLessThanOrEqual(seconds - 0.7)
          at.forEach((m, i) => expect(m - (at[i - 1] ?? 0)).toBeGreaterThanOrEqual(2.9))
          if (how === 'stretching')
            at.slice(2).forEach((m, i) => expect(m - (at[i + 1] ?? 0)).toBeGreaterThan((at[i + 1] ?? 0) - (at[i] ?? 0)))
        },
      ),
    )
    const gaps = Array.from({ length: 200 }, (_, seed) => payMoments(300, 'variable', seed)).flatMap((at) =>
      at.map((m, i) => m - (at[i - 1] ?? 0)),
    )
    expect(Math.min(...gaps)).toBeGreaterThanOrEqual(9.9)
    expect(Math.max(...gaps)).toBeLessThanOrEqual(30.1)
    // Of the first gaps only: the last of a hold are cut off when they are long.
    const first = Array.from({ length: 2000 }, (_, seed) => payMoments(300, 'variable', seed)[0] ?? 0)
    expect(Math.abs(first.reduce((s, g) => s + g, 0) / first.length - 20)).toBeLessThan(0.5)
  })

  it('counts what was given before it broke, the moment itself included', () => {
    const moments = payMoments(60, 'stretching', 1)
    expect([0, 6.6, 6.7, 40, 60].map((s) => paidInside(moments, s))).toEqual([0, 0, 1, 3, 4])
    expect([
      holdSeconds(rungOf('sit-stay.30s').rung),
      holdSeconds(rungOf('heel.word').rung),
      holdSeconds(undefined),
    ]).toEqual([30, undefined, undefined])
  })

  it('pays a short stay at each interval of one hold, a distant one on return, a long one inside', () => {
    // Common practice: at the 3 s rung the dog is paid at 3, 6, 9, 12 and 15 s, then released: five successes.
    expect(holdEnds(rungOf('sit-stay.3s').rung)).toEqual([3, 6, 9, 12, 15])
    expect(
      ['sit-stay.1s', 'sit-stay.20s', 'watch.5s', 'sit-stay.30s', 'down-stay.300s', 'sit-stay.10m-15s', 'sit.full'].map(
        (id) => [holdPaid(rungOf(id).rung), holdEnds(rungOf(id).rung).length],
      ),
    ).toEqual([
      ['each-interval', 5],
      ['each-interval', 5],
      ['each-interval', 5],
      ['inside', 1],
      ['inside', 1],
      ['on-return', 1],
      [undefined, 0],
    ])
    // A payment takes the time to eat: no two within three seconds, whatever the hold.
    expect(holdEnds(rungOf('sit-stay.1s').rung)).toEqual([1, 4, 7, 10, 13])
    expect(holdEnds(rungOf('sit-stay.2s').rung)).toEqual([2, 5, 8, 11, 14])
    for (const rung of allRungs(houseCurriculum)) {
      const ends = holdEnds(rung)
      ends.slice(1).forEach((end, i) => expect(end - (ends[i] ?? 0), rung.id).toBeGreaterThanOrEqual(3))
    }
    // The file may say otherwise.
    expect(holdEnds({ ...rungOf('sit-stay.3s').rung, holdPay: 'inside' })).toEqual([3])
  })

  it('knows which interval of a hold a dog broke in, and how far into it', () => {
    expect([0, 2.94, 4, 11.5].map((s) => intervalAt(s, 4))).toEqual([
      { nth: 0, into: 0 },
      { nth: 0, into: 2.9 },
      { nth: 1, into: 0 },
      { nth: 2, into: 3.5 },
    ])
    // Of one second: paid at 1 s, eaten at 3 s, and from there the next one runs.
    expect([0.9, 1, 2.9, 3.4, 4, 6.5].map((s) => intervalAt(s, 1))).toEqual([
      { nth: 0, into: 0.9 },
      { nth: 1, into: 0 },
      { nth: 1, into: 0 },
      { nth: 1, into: 0.4 },
      { nth: 2, into: 0 },
      { nth: 2, into: 0.5 },
    ])
  })

  it('is even while new, stretched once passed, variable once held', () => {
    const { rung } = rungOf('sit-stay.30s')
    expect(
      [
        { passed: false, held: false },
        { passed: true, held: false },
        { passed: true, held: true },
      ].map((at) => holdPay(rung, defaultMethod, at)),
    ).toEqual(['fixed', 'stretching', 'variable'])
    expect(holdPay(rung, { ...defaultMethod, rate: 'long' }, { passed: true, held: true })).toBe('stretching')
  })

  it.each([
    [30, 30.4, false],
    [30, 31.2, true],
    [2, 90, true],
    [30, 28.9, true],
  ])('monotonic %f s, wall %f s: asked %s', (monotonic, wall, asked) => {
    expect(mustConfirm({ monotonic, wall })).toBe(asked)
  })
})
