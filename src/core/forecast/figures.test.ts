import { describe, expect, it } from 'vitest'
import { apart, countLimits, figureRow, figuresFrom } from './figures'
import { shippedRates } from './tests/plain'

describe('what an hour brings', () => {
  it('gives a count its limits as the exact ones of Poisson', () => {
    // Exact 90 % limits from the relation with chi-square, as tables of them have it (Pearson & Hartley, Biometrika
    // Tables for Statisticians vol. 1, table 40; values from memory).
    const exact: readonly (readonly [number, number, number])[] = [
      [1, 0.051, 4.744],
      [5, 1.97, 10.51],
      [10, 5.43, 16.96],
      [30, 21.59, 40.69],
    ]
    for (const [n, low, high] of exact) {
      const limits = countLimits(n)
      expect(Math.abs(limits.low - low)).toBeLessThan(0.05)
      expect(Math.abs(limits.high - high)).toBeLessThan(0.06)
    }
    expect(countLimits(0)).toMatchObject({ low: 0, high: expect.closeTo(3, 1) })
  })

  it('counts rungs and minutes by command, place and whoever held the leash', () => {
    const set = (id: string, place: string, leashHolder: string, minutes: number) => ({
      id,
      rungId: 'sit.word',
      purpose: 'work' as const,
      day: '2026-03-02',
      placeId: place,
      placeKind: 'room' as const,
      leashHolder,
      level: 0,
      kit: '1.8 m leash' as const,
      blockId: 'b',
      reps: [0, minutes * 60_000].map((at, seq) => ({
        id: `${id}${seq}`,
        at,
        device: 'd',
        seq,
        outcome: 'clean' as const,
        faults: [],
      })),
    })
    const at = { day: '2026-03-02', rungId: 'sit.word', command: 'sit', kind: 'word' as const, nth: 1 }
    const figures = figuresFrom(
      [
        {
          speed: 1,
          sets: [set('a', 'barn', 'ada', 2), set('b', 'barn', 'ben', 600)],
          past: {
            exposures: [],
            useful: new Map(),
            blocks: new Map(),
            held: new Map(),
            frontier: [
              { ...at, setId: 'a', passed: false },
              { ...at, setId: 'b', nth: 2, passed: true },
              { ...at, setId: 'gone', passed: true },
            ],
          },
        },
      ],
      shippedRates,
    )
    const of = (by: string, id: string) => figures.find((f) => f.by === by && f.id === id)
    // Five minutes with the play after it; one left open counts as fifteen and its play.
    expect(of('command', 'sit')).toMatchObject({ passes: 1, minutes: 2 + 3 + 15 + 3 })
    expect(of('handler', 'ada')).toMatchObject({ passes: 0, minutes: 5 })
    expect(of('handler', 'ben')).toMatchObject({ passes: 1, minutes: 18 })
    expect(of('place', 'barn')?.expected).toBeGreaterThan(0.5)
  })

  it('puts nobody before anybody where chance alone could', () => {
    const row = (passes: number, expected: number) =>
      figureRow({ by: 'handler', id: 'x', passes, minutes: 600, expected })
    expect(apart(row(12, 10), row(9, 10))).toBe(false)
    expect(apart(row(60, 30), row(30, 30))).toBe(true)
    expect(row(30, 30).anHour.is).toBe(3)
  })
})
