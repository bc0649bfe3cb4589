import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { houseCurriculum } from '../curriculum/house'
import { findRung, rungsOf } from '../curriculum/lookup'
import { firstNext, whatNext } from '../coach/next'
import { plainDog } from '../dog/traits'
import { defaultMethod } from '../method/method'
import { methodRows } from '../method/rows'
import { dayName, freeze, monday, passTo, setsFrom, type SetPlan } from '../tests/facts'
import { lockedReason } from './gates'
import { houseForgetting } from './retention'
import { always, regimeOf } from './regime'
import { summarize } from '../promise/summary'

import { applyRep, foldDog } from './fold'
import {
  emptyDogState,
  emptyLadderState,
  emptyTally,
  masteredSince,
  isMastered,
  talliesOf,
  topMastered,
  topMasteredBy,
} from './state'
import { wren } from '../tests/wren'

const rungIds = houseCurriculum.commands.flatMap((c) => rungsOf(c)).map((r) => r.id)

const plan: fc.Arbitrary<SetPlan> = fc.record({
  rung: fc.oneof(
    { weight: 3, arbitrary: fc.constantFrom('sit.rear', 'sit.full', 'sit.empty', 'down.lure-sit') },
    { weight: 1, arbitrary: fc.constantFrom(...rungIds) },
  ),
  reps: fc
    .array(fc.constantFrom('C', 'C', 'C', 'C', 'H', 'L', 'M', 'M2'), { minLength: 1, maxLength: 10 })
    .map((r) => r.join(' ')),
  day: fc.integer({ min: 0, max: 20 }),
  purpose: fc.constantFrom('work' as const, 'refresh' as const),
  place: fc.constantFrom('barn', 'yard'),
  by: fc.constantFrom('ada', 'ben'),
  device: fc.constantFrom('d', 'e'),
})
const history = fc.array(plan, { minLength: 1, maxLength: 25 }).map(setsFrom)

describe('standing is a pure fold over the facts', () => {
  it('whatever order they arrive in', () => {
    fc.assert(
      fc.property(history, fc.infiniteStream(fc.nat()), (sets, order) => {
        const shuffled = sets
          .map((set) => ({ set: { ...set, reps: [...set.reps].reverse() }, key: order.next().value }))
          .sort((a, b) => a.key - b.key)
          .map((x) => x.set)
        expect(foldDog(always(houseCurriculum), shuffled)).toEqual(foldDog(always(houseCurriculum), sets))
      }),
      { numRuns: 150 },
    )
  })

  it('rep by rep as all at once, each leaving the state before it as it was', () => {
    fc.assert(
      fc.property(history, (sets) => {
        const inOrder = [...sets].sort((a, b) => (a.reps[0]?.at ?? 0) - (b.reps[0]?.at ?? 0))
        const apart = inOrder.every((s, i) => i === 0 || (inOrder[i - 1]?.reps.at(-1)?.at ?? 0) < (s.reps[0]?.at ?? 0))
        fc.pre(apart)
        let state = emptyDogState()
        for (const set of inOrder)
          set.reps.forEach((rep, i) => {
            // Writing to what is frozen throws.
            freeze(state)
            state = applyRep(state, always(houseCurriculum), set, rep, set.reps.slice(0, i)).state
          })
        expect(state).toEqual(foldDog(always(houseCurriculum), sets))
      }),
      { numRuns: 100 },
    )
  })

  it('the highest held rung, found in one pass, is the highest of those held one by one', () => {
    fc.assert(
      fc.property(history, (sets) => {
        const state = foldDog(always(houseCurriculum), sets)
        for (const command of houseCurriculum.commands)
          for (const ladder of command.runs) {
            const runState = state.runs[`${command.id}/${ladder.id}`]
            const top = ladder.rungs.findLastIndex((_, i) => isMastered(ladder, runState, i))
            expect(topMastered(ladder, runState)).toBe(top)
            if (runState && top >= 0)
              expect(topMasteredBy(ladder, talliesOf(ladder, runState), Math.floor(top / 2))).toBe(
                Math.max(top, Math.floor(top / 2)),
              )
          }
      }),
      { numRuns: 100 },
    )
  })

  it('and so it is with any meetings and slips, worked or not', () => {
    const tally = fc.record({
      worked: fc.boolean(),
      days: fc.subarray(['2026-03-01', '2026-03-02', '2026-03-03']),
      lastMet: fc.integer({ min: 1, max: 9 }),
      slipped: fc.constantFrom(0, 0, 3, 6),
      loose: fc.boolean(),
    })
    const runs = houseCurriculum.commands.flatMap((c) => c.runs)
    fc.assert(
      fc.property(fc.constantFrom(...runs), fc.array(tally, { minLength: 30, maxLength: 30 }), (ladder, drawn) => {
        const state = emptyLadderState()
        ladder.rungs.forEach((rung, i) => {
          const t = drawn[i]
          if (t?.worked)
            state.tallies[rung.id] = {
              ...emptyTally(),
              reps: 1,
              met: t.days.map((day, d) => ({ day, level: 0, ...(t.loose && d > 0 ? { loose: true as const } : {}) })),
              lastMet: t.days.length > 0 ? t.lastMet : 0,
              slipped: t.slipped,
            }
        })
        expect(topMastered(ladder, state)).toBe(ladder.rungs.findLastIndex((_, i) => isMastered(ladder, state, i)))
        // What holds, and what holds on leash, is what has a day since which it does.
        ladder.rungs.forEach((_, i) => {
          for (const leashed of [false, true])
            expect(isMastered(ladder, state, i, leashed)).toBe(
              masteredSince(ladder, state, i, { leashed }) !== undefined,
            )
        })
      }),
      { numRuns: 500 },
    )
  })

  it('a clean set never lowers a rung', () => {
    fc.assert(
      fc.property(history, fc.constantFrom(...rungIds), fc.integer({ min: 1, max: 10 }), (sets, rung, n) => {
        const found = findRung(houseCurriculum, rung)
        if (!found) throw new Error(rung)
        const before = foldDog(always(houseCurriculum), sets)
        const clean = setsFrom(
          [
            {
              rung,
              reps: Array.from({ length: n }, () => 'C').join(' '),
              day: 30,
              placeKind: found.rung.criterion.place ?? 'room',
            },
          ],
          'clean',
        )
        const after = foldDog(always(houseCurriculum), [...sets, ...clean])
        expect(after.runs[found.ladderKey]?.position ?? 0).toBeGreaterThanOrEqual(
          before.runs[found.ladderKey]?.position ?? 0,
        )
      }),
      { numRuns: 150 },
    )
  })
})

describe('reps beyond a gate', () => {
  it('a rep beyond a shut gate is kept, marked and moves nothing', () => {
    fc.assert(
      fc.property(
        history,
        fc.constantFrom('sit-stay.30s', 'recall.off-leash', 'down-distance.0.5m', 'recall.from-stay'),
        (sets, rung) => {
          const before = foldDog(always(houseCurriculum), sets)
          const found = findRung(houseCurriculum, rung)
          if (!found) throw new Error(rung)
          fc.pre(
            lockedReason(before, houseCurriculum, found.rung, {
              placeId: 'square',
              placeKind: 'square',
              level: 0,
              kit: 'none',
            }) !== undefined,
          )
          const beyond = setsFrom(
            [{ rung, reps: 'C C C C C C C C C C', day: 30, place: 'square', placeKind: 'square', kit: 'none' }],
            'beyond',
          )
          const after = foldDog(always(houseCurriculum), [...sets, ...beyond])
          expect(after.beyond[rung]).toBe((before.beyond[rung] ?? 0) + 10)
          expect(after.runs).toEqual(before.runs)
        },
      ),
      { numRuns: 150 },
    )
  })
})

/** A dog that holds all it needs on leash, in the barn only: calling it off leash in the yard is still shut. */
const to = (rung: string, ...days: number[]): SetPlan[] => days.flatMap((day) => passTo(houseCurriculum, rung, day))
const advanced = setsFrom(
  [
    ...to('sit.empty', -4, -3),
    ...to('recall.bowl-word', -4, -3),
    ...to('sit-stay.45s', -3, -2),
    ...to('heel.other-side', -3, -2),
    ...to('recall.from-stay', -3, -2),
    ...to('recall.off-leash', -2, -1),
  ],
  'advanced',
)

describe('suggestions', () => {
  it('never skip a prerequisite or a shut gate', () => {
    const promises = [
      'sit.10m',
      'sit-stay.60s',
      'down-distance.3m',
      'recall.off-leash',
      'place.1min',
      'check-in.off-leash',
    ].map((rungId) => ({ rungId, level: 1, places: 2, people: 2 }))
    const places = [
      { id: 'barn', kind: 'room' },
      { id: 'yard', kind: 'yard' },
      { id: 'square', kind: 'square' },
    ] as const
    const firsts = new Set<string>()
    const followed = fc.property(
      history,
      fc.boolean(),
      fc.integer({ min: 0, max: 25 }),
      fc.integer({ min: 0, max: 13 }),
      fc.constantFrom(1, 3, 30),
      fc.constantFrom(
        ...methodRows.filter((r) => r.kind === 'judging').flatMap((r) => r.options.map((o) => ({ [r.id]: o.id }))),
      ),
      (random, far, day, promised, here, set) => {
        const sets = far ? [...advanced, ...random] : random
        const method = { ...defaultMethod, ...set }
        const regime = regimeOf(houseCurriculum, method, { traits: plainDog, side: 'left', young: false })
        const state = foldDog([{ fromMs: Number.NEGATIVE_INFINITY, ...regime }], sets)
        const summary = summarize(regime.curriculum, state, promises, { days: 0, reps: 0 })
        const dog = {
          promises: promises.slice(0, promised),
          words: wren(),
          arrivesOn: dayName(day - here),
          cueWords: new Map<string, string>(),
          tried: [],
        } as const
        const around = {
          now: monday + day * 86_400_000,
          today: dayName(day),
          places,
          people: ['ada', 'ben'],
          method,
          forgetting: houseForgetting,
        }
        const next = whatNext(regime.curriculum, state, summary, dog, around)
        // A list of many dogs names the same first step, by a shorter way.
        const first = firstNext(regime.curriculum, state, summary, dog, around)
        firsts.add(next.sets[0]?.why ?? 'none')
        expect(first).toMatchObject(
          next.sets[0]
            ? { rungId: next.sets[0].rungId, command: next.sets[0].command, purpose: next.sets[0].purpose }
            : { rest: next.rest },
        )
        for (const s of next.sets) {
          const found = findRung(regime.curriculum, s.rungId)
          if (!found) throw new Error(s.rungId)
          const where = places.find((p) => p.id === s.placeId) ?? places[0]
          expect([
            s.rungId,
            lockedReason(state, regime.curriculum, found.rung, {
              placeId: where.id,
              placeKind: where.kind,
              level: s.level,
              kit: s.kit,
            }),
          ]).toEqual([s.rungId, undefined])
          // Nothing is skipped: every rung below on the way was passed, or is the one suggested.
          expect(found.index).toBeLessThanOrEqual(
            Math.max(
              state.runs[found.ladderKey]?.position ?? 0,
              topMastered(found.ladder, state.runs[found.ladderKey]),
            ),
          )
        }
      },
    )
    // The refresher that is kept least is stuck, and yields: found by chance once in some thousands.
    const stuck = setsFrom([
      { rung: 'recall.through', reps: 'M M2 M2', day: 0, by: 'ada', place: 'barn', device: 'd' },
      { rung: 'sit.rear', reps: 'C', day: 0, by: 'ada', place: 'barn', device: 'd' },
    ])
    fc.assert(followed, { numRuns: 1, examples: [[stuck, true, 2, 0, 1, { counts: 'by-kind' }]] })
    // Chance may leave out a rare first step: it is drawn on until all were seen.
    const wanted = ['rebuild', 'refresher', 'climb', 'mark-first']
    for (let round = 0; round === 0 || (round < 12 && wanted.some((why) => !firsts.has(why))); round++)
      fc.assert(followed, { numRuns: 250 })
    expect([...firsts]).toEqual(expect.arrayContaining(wanted))
  })
})
