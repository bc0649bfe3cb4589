import { describe, expect, it } from 'vitest'
import { houseCurriculum } from '../../curriculum/house'
import { allRungs, findRung } from '../../curriculum/lookup'
import { methodRows } from '../../method/rows'
import { everyday, regimesIn, type World } from './live'
import { follow, perfectly } from './follow'
import type { RungId } from '../../ids'

/**
 * In the soak every rung is promised to every kind of dog under every option; here each is promised, and the rest in
 * turns.
 */
const whole = process.env['KIBOU_SOAK_LOOP'] !== undefined
const rungs = allRungs(houseCurriculum)
const kinds: readonly (readonly [string, Partial<World>])[] = [
  ['deaf', { traits: { deaf: true } }],
  ['blind', { traits: { blind: true } }],
  ['stiff', { traits: { stiff: true } }],
  ['giant', { traits: { giant: true } }],
  ['frightened of people', { traits: { shy: true } }],
  ['too fond of people', { traits: { fond: true } }],
  ['anxious', { traits: { anxious: true } }],
  ['working for toys', { traits: { toys: true } }],
  ['a puppy', { ageDays: 100 }],
  ['four days short of six months', { ageDays: 178 }],
  ['old', { ageDays: 4000, traits: { stiff: true } }],
  ['deaf and young', { traits: { deaf: true }, ageDays: 120 }],
]
const asks = [
  [1, 1, 0],
  [3, 2, 1],
  [2, 2, 3],
  [3, 1, 2],
] as const
const options = methodRows
  .filter((r) => r.kind === 'judging')
  .flatMap((r) => r.options.map((o) => [r.id, o.id] as const))

const world = (
  rungId: RungId,
  [places, people, level]: readonly [number, number, number],
  more: Partial<World> = {},
): World => ({
  curriculum: houseCurriculum,
  promises: [
    {
      rungId,
      level,
      places: findRung(houseCurriculum, rungId)?.rung.criterion.place === undefined ? places : 1,
      people,
    },
  ],
  days: 24,
  setsADay: 400,
  ...more,
})

/** Of each rung by name: what went wrong. Empty when all is well. */
const failures = (worlds: readonly (readonly [string, World])[]): readonly string[] =>
  worlds.flatMap(([name, w]) => {
    // A rung that this dog’s ladder has nothing for cannot be promised to it.
    if (!findRung(regimesIn(w)[0].curriculum, w.promises[0]?.rungId ?? '')) return []
    const wrong = perfectly(w)
    return wrong === undefined ? [] : [`${name} ${JSON.stringify(w.promises[0])}: ${wrong}`]
  })

describe('a dog that never misses, worked by the book', () => {
  it.each(asks.map((a) => [`${a[0]} places, ${a[1]} people, level ${a[2]}`, a] as const))(
    'becomes ready for every rung promised alone, in the fewest days plus two: %s',
    (_, ask) => {
      expect(
        failures(
          rungs
            .filter((_, i) => whole || ask === asks[0] || i % 3 === asks.indexOf(ask) % 3)
            .map((r) => [r.id, world(r.id, ask)]),
        ),
      ).toEqual([])
    },
  )

  it.each(kinds)('and so does one that is %s', (kind, more) => {
    const turn = kinds.findIndex(([k]) => k === kind)
    expect(
      failures(
        rungs
          .filter((_, i) => whole || i % 6 === turn % 6)
          .flatMap((r, i) =>
            (whole ? asks : [asks[i % asks.length] ?? asks[0]]).map((ask) => [r.id, world(r.id, ask, more)] as const),
          ),
      ),
    ).toEqual([])
  })

  it.each(options.map(([row, option]) => [`${row}: ${option}`, row, option] as const))(
    'and under every judging option of the house method: %s',
    (_, row, option) => {
      const turn = options.findIndex(([r, o]) => r === row && o === option)
      expect(
        failures(
          rungs
            .filter((_, i) => whole || i % 9 === turn % 9)
            .map((r, i) => [r.id, world(r.id, asks[i % asks.length] ?? asks[0], { method: { [row]: option } })]),
        ),
      ).toEqual([])
    },
  )

  it('and for what is promised below the level at which a house teaches', () => {
    const schools = [{ ds: 'distraction-first' }, { 'handler-in-stay': 'busy-from-start' }]
    const gated = rungs.filter((r) => r.gate !== undefined)
    expect(gated.length).toBeGreaterThan(1)
    for (const method of schools)
      expect(
        failures(
          gated.flatMap((r) =>
            ([1, 2] as const).map((places) => [r.id, world(r.id, [places, 1, 0], { method })] as const),
          ),
        ),
      ).toEqual([])
  })

  it.each(['recall.front', 'recall.through', 'recall.off-leash'])(
    'and one whose owner wants another finish in mid-ladder learns the new one as it learned the other: %s',
    (rungId) => {
      const asked: World = {
        curriculum: houseCurriculum,
        promises: [{ rungId, level: 0, places: 2, people: 1 }],
        days: 30,
        setsADay: 600,
      }
      const straight = follow(asked)
      const ready = straight.readyOn ?? 0
      expect(ready).toBeGreaterThan(2)
      const changed = follow({ ...asked, finishes: [{ day: ready, finish: 'steps-in' }] })
      expect(changed.wrong).toEqual([])
      // The front took it from its first day to this one; the new finish takes as long, beginning today. What it does
      // off leash already it goes on doing, by way of the new finish.
      const began = straight.worked.find((w) => w.set.rungId === 'recall.front')?.day ?? 0
      expect([changed.readyOn, rungId]).toEqual([ready + (rungId === 'recall.off-leash' ? 0 : ready - began), rungId])
      expect(changed.worked.filter((w) => w.set.rungId === 'recall.front' && w.day >= ready).length).toBeGreaterThan(0)
      // The same finish said again begins nothing again.
      expect(follow({ ...asked, finishes: [{ day: ready, finish: 'front' }] }).readyOn).toBe(ready)
    },
  )

  it('and for an everyday set of promises all at once, in the same fewest days', () => {
    const p = (rungId: RungId, level = 0) => ({ rungId, level, places: 2, people: 2 })
    const usual = everyday.map((promise) => promise.rungId)
    const sets = [
      usual.slice(0, 5),
      [...usual, 'sit-stay.round-5s'],
      ['sit.10m', 'down-distance.30s', 'recall.off-leash', 'check-in.off-leash', 'place.1min'],
    ]
    for (const ids of sets)
      for (const level of [0, 2])
        expect([
          ids,
          perfectly({ curriculum: houseCurriculum, promises: ids.map((id) => p(id, level)), days: 24, setsADay: 600 }),
        ]).toEqual([ids, undefined])
  })
})
