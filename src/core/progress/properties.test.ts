import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { houseCurriculum } from '../curriculum/house'
import { findRung, rungsOf } from '../curriculum/lookup'
import { setsFrom, type SetPlan } from '../tests/facts'
import { always } from './regime'
import { applyRep, foldDog } from './fold'
import { emptyDogState } from './state'

const rungIds = houseCurriculum.commands.flatMap((c) => rungsOf(c)).map((r) => r.id)

const plan: fc.Arbitrary<SetPlan> = fc.record({
  rung: fc.oneof({ weight: 3, arbitrary: fc.constantFrom('sit.rear', 'sit.full', 'sit.empty', 'down.lure-sit') }, { weight: 1, arbitrary: fc.constantFrom(...rungIds) }),
  reps: fc.array(fc.constantFrom('C', 'C', 'C', 'C', 'H', 'L', 'M', 'M2'), { minLength: 1, maxLength: 10 }).map((r) => r.join(' ')),
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
        const shuffled = sets.map((set) => ({ set: { ...set, reps: [...set.reps].reverse() }, key: order.next().value })).sort((a, b) => a.key - b.key).map((x) => x.set)
        expect(foldDog(always(houseCurriculum), shuffled)).toEqual(foldDog(always(houseCurriculum), sets))
      }),
      { numRuns: 150 },
    )
  })

  it('rep by rep as all at once', () => {
    fc.assert(
      fc.property(history, (sets) => {
        const inOrder = [...sets].sort((a, b) => (a.reps[0]?.at ?? 0) - (b.reps[0]?.at ?? 0))
        const apart = inOrder.every((s, i) => i === 0 || (inOrder[i - 1]?.reps.at(-1)?.at ?? 0) < (s.reps[0]?.at ?? 0))
        fc.pre(apart)
        let state = emptyDogState()
        for (const set of inOrder) set.reps.forEach((rep, i) => { state = applyRep(state, always(houseCurriculum), set, rep, set.reps.slice(0, i)).state })
        expect(state).toEqual(foldDog(always(houseCurriculum), sets))
      }),
      { numRuns: 100 },
    )
  })

  it('a clean set never lowers a rung', () => {
    fc.assert(
      fc.property(history, fc.constantFrom(...rungIds), fc.integer({ min: 1, max: 10 }), (sets, rung, n) => {
        const found = findRung(houseCurriculum, rung)
        if (!found) throw new Error(rung)
        const before = foldDog(always(houseCurriculum), sets)
        const clean = setsFrom([{ rung, reps: Array.from({ length: n }, () => 'C').join(' '), day: 30, placeKind: found.rung.criterion.place ?? 'room' }])
        const after = foldDog(always(houseCurriculum), [...sets, ...clean])
        expect(after.runs[found.runKey]?.position ?? 0).toBeGreaterThanOrEqual(before.runs[found.runKey]?.position ?? 0)
      }),
      { numRuns: 150 },
    )
  })
})
