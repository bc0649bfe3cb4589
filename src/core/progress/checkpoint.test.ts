import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { houseCurriculum } from '../curriculum/house'
import { compareFacts, type RepFact, type SetFact } from '../facts/fact'
import { plainDog } from '../dog/traits'
import { freeze, monday, msPerDay, setsFrom } from '../tests/facts'
import { foldDog, foldFrom, foldMarked } from './fold'
import { regimesOf, upTo, type Regimes } from './regime'

/**
 * A dog that grows up on the sixth day, in a house that changes its mind about late reps on the fourth, with a baseline
 * on the second.
 */
const day = (n: number) => monday + n * msPerDay
const all: Regimes = regimesOf({
  versions: [{ from: Number.NEGATIVE_INFINITY, curriculum: houseCurriculum }],
  changes: [{ at: day(4), row: 'late', option: 'not-paid' }],
  traits: { ...plainDog, bornOn: '2025-09-08' },
  side: 'left',
  arrivesOn: '2026-03-01',
  starts: [{ at: day(2), rungId: 'down.lure-sit' }],
  startOfDay: (d) => Date.parse(`${d}T00:00:00Z`),
})

/** Sets that overlap: two devices work one dog in turns, some reps at the same moment. */
const overlapping = fc
  .array(
    fc.record({
      rung: fc.constantFrom(
        'sit.rear',
        'sit.full',
        'sit.empty',
        'down.lure-sit',
        'sit-stay.1s',
        'sit-stay.2s',
        'recall.attention',
      ),
      reps: fc
        .array(fc.constantFrom('C', 'C', 'C', 'C', 'C', 'H', 'L', 'M'), { minLength: 1, maxLength: 10 })
        .map((r) => r.join(' ')),
      purpose: fc.constantFrom('work' as const, 'work' as const, 'refresh' as const),
      device: fc.constantFrom('d', 'e'),
      by: fc.constantFrom('ada', 'ben'),
      after: fc.nat(20_000),
      night: fc.boolean(),
    }),
    { minLength: 2, maxLength: 30 },
  )
  .map((plans) => {
    let at = monday
    return setsFrom(plans).map((set, i): SetFact => {
      at += (plans[i]?.after ?? 0) + (plans[i]?.night && i % 3 === 0 ? msPerDay : 0)
      return {
        ...set,
        day: new Date(at).toISOString().slice(0, 10),
        reps: set.reps.map((r, n) => ({ ...r, at: at + n * 3000 })),
      }
    })
  })

const inOrder = (sets: readonly SetFact[]) =>
  sets.flatMap((set) => set.reps.map((rep) => ({ set, rep }))).sort((a, b) => compareFacts(a.rep, b.rep))
/** The sets with those of their reps that are here. */
const only = (sets: readonly SetFact[], here: (rep: RepFact) => boolean): SetFact[] =>
  sets.map((s) => ({ ...s, reps: s.reps.filter(here) }))
const plain = (value: unknown): unknown => JSON.parse(JSON.stringify(value))

describe('folding onto what was folded', () => {
  it('ends as if all had been folded together, wherever it was cut and stored', () => {
    let went = 0
    fc.assert(
      fc.property(
        overlapping,
        fc.array(fc.integer({ min: 1, max: 25 }), { minLength: 1, maxLength: 12 }),
        (sets, sizes) => {
          const order = inOrder(sets)
          let done = 0
          let kept = foldMarked(upTo(all, monday), [])
          for (let i = 0; done < order.length; i++) {
            const batch = order.slice(done, done + (sizes[i % sizes.length] ?? 1))
            done += batch.length
            const now = batch.at(-1)?.rep.at ?? monday
            const here = new Set(order.slice(0, done).map((x) => x.rep.id))
            const touched = new Set(batch.map((x) => x.set.id))
            const sofar = only(sets, (r) => here.has(r.id))
            const whole = foldMarked(
              upTo(all, now),
              sofar.filter((s) => s.reps.length > 0),
            )
            // As it lies in the store.
            const stored = JSON.parse(JSON.stringify(kept)) as typeof kept
            freeze(stored.state)
            const onto = foldFrom(
              stored.state,
              stored.mark,
              upTo(all, now),
              sofar.filter((s) => touched.has(s.id)),
            )
            if (onto) {
              went++
              expect(plain(onto)).toEqual(plain(whole))
            }
            kept = onto ?? whole
          }
          expect(plain(kept.state)).toEqual(plain(foldDog(upTo(all, order.at(-1)?.rep.at ?? 0), sets)))
        },
      ),
      { numRuns: 120 },
    )
    expect(went).toBeGreaterThan(200)
  })

  it('is refused when a rep lies before what was folded, whatever set it belongs to', () => {
    fc.assert(
      fc.property(overlapping, fc.nat(), (sets, pick) => {
        const order = inOrder(sets)
        const late = order[pick % (order.length - 1)]
        if (!late) return
        const before = foldMarked(
          upTo(all, day(30)),
          only(sets, (r) => r.id !== late.rep.id).filter((s) => s.reps.length > 0),
        )
        expect(
          foldFrom(
            before.state,
            before.mark,
            upTo(all, day(30)),
            sets.filter((s) => s.id === late.set.id),
          ),
        ).toBeUndefined()
      }),
      { numRuns: 60 },
    )
  })

  it('is refused when other rules came into force after the rep was done', () => {
    const [set] = setsFrom([{ rung: 'sit.rear', reps: 'C' }])
    if (!set) throw new Error('no set')
    const before = foldMarked(upTo(all, day(9)), [])
    expect(foldFrom(before.state, before.mark, upTo(all, day(9)), [set])).toBeUndefined()
  })

  it('goes on with a set that another one interrupted, and refuses one that five others did', () => {
    const [first, ...others] = setsFrom(
      ['sit.rear', 'down.lure-sit', 'sit.rear', 'down.lure-sit', 'sit.rear', 'down.lure-sit'].map((rung) => ({
        rung,
        reps: 'C C',
      })),
    )
    if (!first) throw new Error('no set')
    const further = {
      ...first,
      reps: [...first.reps, ...first.reps.map((r) => ({ ...r, id: `${r.id}-more`, at: day(0.5), seq: r.seq + 100 }))],
    }
    const onto = (n: number) => {
      const before = foldMarked(upTo(all, day(1)), [first, ...others.slice(0, n)])
      return foldFrom(before.state, before.mark, upTo(all, day(1)), [further])
    }
    expect([onto(0), onto(1), onto(3)].every((x) => x !== undefined)).toBe(true)
    expect(onto(5)).toBeUndefined()
  })
})
