import { describe, expect, it } from 'vitest'
import { seeded } from '../seeded'
import type { Hour, Kennel, Visit } from './kennel'
import { match, type Plan } from './match'
import { offersOf } from './offers'
import { broken, pointsOf } from './tests/checker'
import { kennelOf, sizes } from './tests/kennels'
import { bestPoints } from './tests/solver'

/** Kennels of all sizes but the largest, each with its plan: made once, and looked at from every side. */
const many = Array.from({ length: 500 }, (_, seed) => {
  const kennel = kennelOf([sizes.tiny, sizes.eight, sizes.crunch, sizes.twenty][seed % 4] ?? sizes.tiny, seed)
  return { seed, kennel, plan: match(kennel, seed) }
})

describe('a time for every dog at once', () => {
  it('breaks no rule, and says what it is worth, in 500 kennels', () => {
    for (const { seed, kennel, plan } of many) {
      expect([seed, broken(kennel, plan)]).toEqual([seed, []])
      expect(plan.points, `${seed}`).toBeCloseTo(pointsOf(kennel, plan), 6)
    }
  })

  // Bounds measured beforehand on made-up kennels; the solver is the judge.
  it.each([
    ['eight', 20, 0.001],
    ['twenty', 10, 0.001],
    ['sixty', 2, 0.005],
    ['crunch', 20, 0.04],
  ] as const)('is as good as the solver’s: %s', async (size, many, within) => {
    let [ours, best, worst] = [0, 0, 0]
    for (let seed = 1; seed <= many; seed++) {
      const kennel = kennelOf(sizes[size], 1000 + seed)
      const [own, proven] = [match(kennel).points, await bestPoints(kennel)]
      expect(own).toBeLessThanOrEqual(proven + 1e-6)
      ours += own
      best += proven
      worst = Math.max(worst, 1 - own / proven)
    }
    expect(size === 'crunch' ? worst : 1 - ours / best).toBeLessThanOrEqual(within)
  })
})

describe('what stands already', () => {
  /** A kennel with a plan agreed on, and one thing otherwise than it was. */
  const after = (kennel: Kennel, plan: Plan, change: (kennel: Kennel) => Kennel): Kennel => {
    const at = new Map(plan.matched.map((m) => [m.visit.id, m]))
    const visits = kennel.visits.map((visit) => {
      const m = at.get(visit.id)
      const { stands: _was, ...rest } = visit
      return m ? { ...rest, stands: { from: m.from, trainer: m.trainer, ground: m.ground, pinned: false } } : rest
    })
    return change({ ...kennel, visits })
  }

  it('stays where it is, but for what one change touches: 98 of 100 others, over all kennels', () => {
    let [kept, others] = [0, 0]
    for (let seed = 0; seed < 120; seed++) {
      const kennel = kennelOf(seed % 2 === 0 ? sizes.twenty : sizes.eight, 3000 + seed)
      const plan = match(kennel, seed)
      const hit = plan.matched[seed % plan.matched.length]
      if (!hit) continue
      const day = Math.floor(hit.from / 48)
      const next = after(kennel, plan, (k) =>
        seed % 3 === 0
          ? // Its trainer is away for the day.
            {
              ...k,
              trainers: k.trainers.map((t) =>
                t.id === hit.trainer
                  ? { ...t, free: new Set([...t.free].filter((h) => Math.floor(h / 48) !== day)) }
                  : t,
              ),
            }
          : seed % 3 === 1
            ? // The dog slips by a week.
              {
                ...k,
                visits: k.visits.map((v) =>
                  v.id === hit.visit.id
                    ? {
                        ...v,
                        dogs: v.dogs.map((d) => ({
                          ...d,
                          chanceBy: d.chanceBy.map((_, i) => d.chanceBy[Math.max(0, i - 7)] ?? 0),
                        })),
                      }
                    : v,
                ),
              }
            : // The owner cannot come then after all.
              {
                ...k,
                visits: k.visits.map((v) =>
                  v.id === hit.visit.id
                    ? { ...v, times: v.times.filter((t) => t.from > hit.from || t.to <= hit.from) }
                    : v,
                ),
              },
      )
      const again = new Map(match(next, seed + 7).matched.map((m) => [m.visit.id, m]))
      for (const m of plan.matched) {
        if (
          m.visit.id === hit.visit.id ||
          (seed % 3 === 0 && m.trainer === hit.trainer && Math.floor(m.from / 48) === day)
        )
          continue
        others++
        if (again.get(m.visit.id)?.from === m.from) kept++
      }
    }
    expect(others).toBeGreaterThan(1000)
    expect(kept / others).toBeGreaterThanOrEqual(0.98)
  })

  it('is not touched where it is pinned, and said to be broken where its trainer is gone', () => {
    const kennel = kennelOf(sizes.eight, 71)
    const plan = match(kennel)
    const [first] = plan.matched
    if (!first) throw new Error('nothing matched')
    const pinned = after(kennel, plan, (k) => ({
      ...k,
      visits: k.visits.map((v) =>
        v.id === first.visit.id && v.stands ? { ...v, times: [], stands: { ...v.stands, pinned: true } } : v,
      ),
    }))
    expect(match(pinned).matched.find((m) => m.visit.id === first.visit.id)).toMatchObject({
      from: first.from,
      trainer: first.trainer,
      ground: first.ground,
    })
    const away = { ...pinned, trainers: pinned.trainers.filter((t) => t.id !== first.trainer) }
    expect(match(away).unmatched.find((u) => u.visit.id === first.visit.id)?.because).toBe('pinned-broken')
  })

  it('is one plan for one seed', () => {
    const kennel = kennelOf(sizes.twenty, 5)
    expect(match(kennel, 3)).toEqual(match(kennel, 3))
  })
})

/** The plan that stands once every owner has picked one of the times offered. */
function picked(kennel: Kennel, of: readonly { readonly visit: Visit; readonly hour: Hour }[]) {
  const taken = new Set(of.map((o) => o.visit.id))
  return {
    matched: of.map(({ visit, hour }) => ({ visit, ...hour, chance: 1, worth: 0 })),
    unmatched: kennel.visits.filter((v) => !taken.has(v.id)).map((visit) => ({ visit, because: 'full' as const })),
  }
}

describe('times offered to every owner at once', () => {
  it('can all be kept, whatever each of them picks, in 500 kennels and twenty picks each', () => {
    for (const { seed, kennel, plan } of many) {
      const offers = offersOf(kennel, plan)
      expect(offers.map((o) => [o.visit.id, o.hours[0]?.from])).toEqual(plan.matched.map((m) => [m.visit.id, m.from]))
      const chance = seeded(seed)
      for (let n = 0; n < 20; n++) {
        const of = offers.flatMap(({ visit, hours }) => {
          // Some pick nothing, and are asked again.
          const hour = hours[Math.floor(chance() * (hours.length + 0.2))]
          return hour ? [{ visit, hour }] : []
        })
        expect([seed, n, broken(kennel, picked(kennel, of))]).toEqual([seed, n, []])
      }
    }
  })

  it('are on half days of their own, at most three, and a second one for most', () => {
    let [owners, two] = [0, 0]
    for (const { kennel, plan } of many.filter((_, i) => i % 4 === 3)) {
      for (const { hours } of offersOf(kennel, plan)) {
        expect(hours.length).toBeGreaterThan(0)
        expect(hours.length).toBeLessThanOrEqual(3)
        const halves = hours.map((h) => Math.floor(h.from / 24))
        expect(new Set(halves).size).toBe(halves.length)
        owners++
        if (hours.length > 1) two++
      }
    }
    expect(two / owners).toBeGreaterThan(0.6)
  })
})
