import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  beginCorrection,
  mostReps,
  reduceCorrection,
  sentCorrection,
  type CorrectionAction,
  type RecordedSet,
} from './correction'

const set: RecordedSet = {
  id: 's1',
  outcomes: 'CHLM',
  rungId: 'sit.word',
  placeId: 'barn',
  leashHolder: 'ada',
  level: 2,
  kit: '1.8 m leash',
}
const begun = { day: '2026-03-02', at: '10:30' }
const opened = beginCorrection(set, begun)
const after = (...actions: readonly CorrectionAction[]) => actions.reduce(reduceCorrection, opened)

describe('a set that is being corrected', () => {
  it('begins as it was recorded, and is sent as nothing but that', () => {
    expect(sentCorrection(set, begun, opened)).toEqual({
      setId: 's1',
      reason: '',
      placeId: 'barn',
      leashHolder: 'ada',
      level: '2',
      kit: '1.8 m leash',
      outcomes: ['clean', 'helped', 'late', 'miss'],
      from: [0, 1, 2, 3],
    })
  })

  it('turns a rep through the outcomes, and comes back to what it was', () => {
    expect(after({ do: 'turn rep', at: 0 }).reps[0]).toEqual({ was: 0, outcome: 'helped' })
    expect(after(...Array.from({ length: 4 }, () => ({ do: 'turn rep', at: 1 }) as const))).toEqual(opened)
    expect(after({ do: 'turn rep', at: 9 })).toEqual(opened)
  })

  it('says of each rep which one it was, and of one that is added that it was none', () => {
    const state = after({ do: 'drop rep' }, { do: 'add rep' })
    expect(sentCorrection(set, begun, state)).toMatchObject({
      outcomes: ['clean', 'helped', 'late', 'clean'],
      from: [0, 1, 2, null],
    })
  })

  it('names rung and beginning where they are others, and the dog where it was another one', () => {
    const other = after({ do: 'say', of: { rungId: 'sit.lure', begins: { ...begun, at: '11:00' } } })
    expect(sentCorrection(set, begun, other)).toMatchObject({ rungId: 'sit.lure', begins: { at: '11:00' } })
    expect(sentCorrection(set, begun, opened, 'wren')).toMatchObject({ residencyId: 'wren', reason: 'wrong dog' })
    const said = after({ do: 'say', of: { reason: 'It was Wren.' } })
    expect(sentCorrection(set, begun, said, 'wren').reason).toBe('It was Wren.')
  })

  it('never has more reps than a set may, nor fewer than none, and a number for each', () => {
    const action: fc.Arbitrary<CorrectionAction> = fc.oneof(
      fc.record({ do: fc.constantFrom('add rep' as const, 'drop rep' as const) }),
      fc.record({ do: fc.constant('turn rep' as const), at: fc.nat(70) }),
    )
    fc.assert(
      fc.property(fc.array(action, { maxLength: 150 }), (actions) => {
        const sent = sentCorrection(set, begun, after(...actions))
        expect(sent.outcomes.length).toBeLessThanOrEqual(mostReps)
        expect(sent.from).toHaveLength(sent.outcomes.length)
        const known = sent.from.filter((n) => n !== null)
        expect(known).toEqual(known.map((_, i) => i))
      }),
    )
    expect(after(...Array.from({ length: 99 }, () => ({ do: 'add rep' }) as const)).reps).toHaveLength(mostReps)
    expect(after(...Array.from({ length: 9 }, () => ({ do: 'drop rep' }) as const)).reps).toEqual([])
  })
})
