import { describe, expect, it } from 'vitest'
import { choicesOf } from './candidates'
import type { Ground, Kennel, Trainer, Visit } from './kennel'
import { match } from './match'
import { pointsOf } from './tests/checker'
import { kennelOf, sizes } from './tests/kennels'
import { bestPoints } from './tests/solver'
import { usualADay, usualFloor, usualWorth } from './worth'

const span = (from: number, to: number) => Array.from({ length: to - from }, (_, i) => from + i)
const at = (day: number, half: number) => day * 48 + half
const trainer = (id: string, days: readonly number[], more: Partial<Trainer> = {}): Trainer => ({
  id,
  free: new Set(days.flatMap((d) => span(at(d, 18), at(d, 34)))),
  shows: new Map(),
  ...more,
})
const ground = (id: string, more: Partial<Ground> = {}): Ground => ({ id, outdoors: false, room: () => 1, ...more })
const visit = (more: Partial<Visit> = {}, dog: Partial<Visit['dogs'][number]> = {}): Visit => ({
  id: 'v',
  dogs: [
    { residencyId: 'd', chanceBy: [0, 0.2, 0.4, 0.6, 0.8, 0.9], trainer: 'ada', home: 5, rehearsal: 'none', ...dog },
  ],
  times: [
    { from: at(3, 20), to: at(3, 22), rank: 0 },
    { from: at(5, 20), to: at(5, 22), rank: 1 },
  ],
  ...more,
})
const kennel = (more: Partial<Kennel> = {}): Kennel => ({
  days: 6,
  notBefore: 0,
  trainers: [trainer('ada', [0, 1, 2, 3, 4, 5]), trainer('wyn', [3])],
  grounds: [ground('barn'), ground('paddock', { outdoors: true })],
  visits: [],
  worth: usualWorth,
  floor: usualFloor,
  perTrainerAndDay: usualADay,
  rain: [0, 0, 0, 0.5, 0, 0],
  ...more,
})

describe('what a time is worth, worked by hand', () => {
  const worth = (of: Visit, in_: Kennel = kennel()) =>
    Object.fromEntries(
      choicesOf(in_, of).candidates.map((c) => [`${c.from} ${c.trainer} ${c.ground}`, Number(c.worth.toFixed(4))]),
    )
  // Day 3: 100 · (.6 + .7 · .3) − 30 · .4 = 69; two days of slack. Day 5: 100 · .9 − 30 · .1 = 87, second wish −3, two
  // days later −2, no slack −10.
  it('chance, waiting, risk, wishes, lateness and slack', () => {
    expect(worth(visit())).toEqual({
      '164 ada barn': 69,
      // Rain: −20 · .5. Another’s hands: −8.
      '164 ada paddock': 59,
      '164 wyn barn': 61,
      '164 wyn paddock': 51,
      '260 ada barn': 72,
      '260 ada paddock': 72,
    })
  })

  it('what stands is rewarded: its time, its trainer, its location', () => {
    const stands = { from: at(3, 20), trainer: 'wyn', ground: 'paddock', pinned: false }
    expect(worth(visit({ stands }))).toMatchObject({
      '164 ada barn': 69 + 40,
      '164 ada paddock': 59 + 40 + 2,
      '164 wyn barn': 61 + 40 + 8,
      '164 wyn paddock': 51 + 40 + 8 + 2,
      '260 ada barn': 72,
    })
  })

  it('two dogs of one owner take half an hour more, are both ready or not, and go home with the first', () => {
    const [one] = visit().dogs
    if (!one) throw new Error('no dog')
    const two = visit({
      dogs: [one, { ...one, residencyId: 'e', chanceBy: [1, 1, 1, 0.9, 1, 1], trainer: 'wyn', home: 4 }],
      times: [
        { from: at(3, 20), to: at(3, 23), rank: 0 },
        { from: at(4, 20), to: at(4, 22), rank: 0 },
      ],
    })
    // .6 · .9 = .54: 54 − 30 · .46 = 40.2; one of two dogs is not its trainer’s: −4; a day of slack missing: −5.
    expect(worth(two)).toMatchObject({ '164 ada barn': 31.2, '164 wyn barn': 31.2 })
    expect(choicesOf(kennel(), two).candidates.map((c) => c.from)).toEqual([164, 164, 164, 164])
  })

  it('what could be shown is worth a point, however little else speaks for it', () => {
    const late = visit({ times: [{ from: at(5, 20), to: at(5, 22), rank: 40 }] }, { chanceBy: [0, 0, 0, 0, 0, 0.5] })
    expect(worth(late)).toEqual({ '260 ada barn': 1, '260 ada paddock': 1 })
  })
})

describe('why a visit has no time at all', () => {
  const because = (of: Visit, more: Partial<Kennel> = {}) => choicesOf(kennel(more), of).hindrance
  const on = (day: number, from = 20, to = 22) => ({ times: [{ from: at(day, from), to: at(day, to), rank: 0 }] })

  it.each([
    ['nobody asked', { times: [] }, {}, {}, 'no-times'],
    ['all of it is too soon', on(3), {}, { notBefore: at(4, 0) }, 'too-soon'],
    ['half an hour is too short', on(3, 20, 21), {}, {}, 'too-soon'],
    ['all of it is after going home', on(5), { home: 4 }, {}, 'after-home'],
    ['nobody works then', on(3, 40, 44), {}, {}, 'no-trainer'],
    [
      'who works then shows two already',
      on(4),
      {},
      { trainers: [trainer('ada', [4], { shows: new Map([[4, 2]]) })] },
      'no-trainer',
    ],
    ['everywhere is taken', on(3), {}, { grounds: [ground('barn', { room: () => 0 })] }, 'no-ground'],
    ['not likely on any day', on(1), {}, {}, 'not-likely'],
    [
      'somebody who is gone',
      { stands: { from: at(3, 20), trainer: 'gone', ground: 'barn', pinned: true } },
      {},
      {},
      'pinned-broken',
    ],
  ] as const)('%s', (_, of, dog, more, said) => {
    expect(because(visit(of, dog), more)).toBe(said)
  })

  it('where no day has chance enough, the owner’s best day does, from three in ten', () => {
    const days = (chanceBy: readonly number[]) => [
      ...new Set(
        choicesOf(kennel(), visit({ times: [...on(2).times, ...on(3).times] }, { chanceBy })).candidates.map(
          (c) => c.day,
        ),
      ),
    ]
    expect(days([0, 0, 0.5, 0.7])).toEqual([3, 2])
    expect(days([0, 0, 0.31, 0.4])).toEqual([3])
    expect(days([0, 0, 0.1, 0.29])).toEqual([])
  })
})

describe('the best of all plans', () => {
  /** Every plan there is, one visit after the other: slow, and knows no better than to try. */
  function everyPlan(of: Kennel): number {
    const choices = of.visits.map((v) => choicesOf(of, v))
    const free = (a: { from: number; to: number; trainer: string; ground: string }, b: typeof a) =>
      a.to <= b.from || b.to <= a.from || (a.trainer !== b.trainer && a.ground !== b.ground)
    let best = 0
    const go = (i: number, laid: readonly (Parameters<typeof pointsOf>[1]['matched'][number] & { to: number })[]) => {
      const next = choices[i]
      if (!next) {
        best = Math.max(best, pointsOf(of, { matched: laid }))
        return
      }
      go(i + 1, laid)
      for (const c of next.candidates) {
        const own = { ...c, visit: next.visit, to: c.from + next.visit.dogs.length + 1 }
        const sameDay = laid.filter((l) => l.trainer === c.trainer && Math.floor(l.from / 48) === c.day)
        const shown = sameDay.reduce((n, l) => n + l.visit.dogs.length, next.visit.dogs.length)
        const before = of.trainers.find((t) => t.id === c.trainer)?.shows.get(c.day) ?? 0
        if (before + shown <= of.perTrainerAndDay && laid.every((l) => free(own, l))) go(i + 1, [...laid, own])
      }
    }
    go(0, [])
    return best
  }

  it('is what the solver’s model says, and the search, in 20 tiny kennels', async () => {
    let some = 0
    for (let seed = 0; seed < 20; seed++) {
      const room = (half: number) => (half >= 0 ? 1 : 0)
      const made = kennelOf({ ...sizes.tiny, dogs: 3, times: 1 }, 700 + seed)
      const of = { ...made, grounds: made.grounds.map((g) => ({ ...g, room })) }
      const best = everyPlan(of)
      if (best > 0) some++
      expect([seed, await bestPoints(of)]).toEqual([seed, expect.closeTo(best, 6)])
      expect([seed, match(of).points]).toEqual([seed, expect.closeTo(best, 6)])
    }
    expect(some).toBeGreaterThan(10)
  })
})
