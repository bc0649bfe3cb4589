import { describe, expect, it } from 'vitest'
import { attentionShares, handlingOf, type NotedRep } from './calls'
import { wilson } from './interval'

const rep = (more: Partial<NotedRep> = {}): NotedRep => ({
  day: '2026-03-02',
  outcome: 'clean',
  attention: null,
  cuesSaid: null,
  sound: null,
  planned: null,
  pieces: null,
  payError: false,
  looked: null,
  ...more,
})
const times = (n: number, more: Partial<NotedRep>): NotedRep[] => Array.from({ length: n }, () => rep(more))

describe('what the dog was doing when it was called', () => {
  it('is shared among the calls at which somebody looked, each with how often it came', () => {
    const shares = attentionShares([
      ...times(6, { attention: 'sniffing' }),
      ...times(2, { attention: 'sniffing', outcome: 'miss' }),
      ...times(2, { attention: 'looking at you' }),
      ...times(30, {}),
    ])
    expect(shares.map((s) => [s.attention, s.calls, s.share])).toEqual([
      ['sniffing', 8, 0.8],
      ['looking at you', 2, 0.2],
    ])
    expect(shares[0]?.clean).toEqual(wilson(6, 8))
  })

  it('is nothing when nobody noted it', () => {
    expect(attentionShares(times(5, {}))).toEqual([])
  })
})

describe('how it was handled', () => {
  it('counts a cue said again among those at which it was counted', () => {
    expect(
      handlingOf([...times(3, { cuesSaid: 1 }), rep({ cuesSaid: 2 }), rep({ cuesSaid: 0 }), rep()]).repeatedCue,
    ).toEqual({ reps: 1, of: 5 })
  })

  it(
    'pay off plan is pay where none was planned, or none where some was; more or fewer pieces are no fault, a ' +
      'slip is its own',
    () => {
      const handling = handlingOf([
        rep({ planned: 1, pieces: 3 }),
        rep({ planned: 0, pieces: 1 }),
        rep({ planned: 1, pieces: 0 }),
        rep({ planned: 0, pieces: 0 }),
        rep({ planned: 1, pieces: 0, outcome: 'miss' }),
        rep({ planned: 1, pieces: 2, outcome: 'miss', payError: true }),
        rep({ planned: 1 }),
      ])
      expect(handling.offPlan).toEqual({ reps: 2, of: 4 })
      expect(handling.slips).toEqual({ reps: 1, pieces: 2 })
    },
  )

  it('lists sounds, the one used most first', () => {
    expect(
      handlingOf([
        rep({ sound: 'tongue click' }),
        ...times(2, { sound: 'low whistle', outcome: 'late' }),
        rep({ sound: 'low whistle' }),
      ]).sounds,
    ).toEqual([
      { sound: 'low whistle', reps: 3, clean: 1 },
      { sound: 'tongue click', reps: 1, clean: 1 },
    ])
  })
})
