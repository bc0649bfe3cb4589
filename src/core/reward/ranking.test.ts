import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { bradleyTerry, nextPair, rank, roundsWanted, type Choice } from './ranking'

const choices = (a: string, b: string, aWins: number, bWins: number): Choice[] => [
  ...Array.from({ length: aWins }, () => ({ a, b, chosen: a })),
  ...Array.from({ length: bWins }, () => ({ a, b, chosen: b })),
]

describe('paired comparison', () => {
  it(
    'agrees with a published worked example of four players (an encyclopedia’s Bradley–Terry table, from ' + 'memory)',
    () => {
      // A beat B 2:3, A lost to D 1:4, B beat C 5:3, C lost to D 1:3; strengths .640, 1.043, .660, 2.270.
      const played = [
        ...choices('A', 'B', 2, 3),
        ...choices('A', 'D', 1, 4),
        ...choices('B', 'C', 5, 3),
        ...choices('C', 'D', 1, 3),
      ]
      const p = bradleyTerry(['A', 'B', 'C', 'D'], played, 0)
      expect([...p.values()].map((x) => Number(x.toFixed(3)))).toEqual([0.64, 1.043, 0.66, 2.27])
    },
  )
  it('two items: the ratio of strengths is the ratio of wins, whatever the scale (closed form)', () => {
    const p = bradleyTerry(['A', 'B'], choices('A', 'B', 6, 2), 0)
    expect((p.get('A') ?? 0) / (p.get('B') ?? 1)).toBeCloseTo(3, 9)
  })
  it('is at the maximum of its likelihood: the score equations hold', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: 0, max: 3 }), fc.integer({ min: 0, max: 3 }), fc.boolean()), {
          maxLength: 20,
        }),
        (drawn) => {
          const items = ['a', 'b', 'c', 'd']
          const all = drawn.flatMap(([i, j, first]): Choice[] =>
            i === j ? [] : [{ a: items[i] ?? '', b: items[j] ?? '', chosen: items[first ? i : j] }],
          )
          const p = bradleyTerry(items, all)
          for (const item of items) {
            const s = p.get(item) ?? 0
            const expected = all.reduce(
              (sum, c) => (c.a === item || c.b === item ? sum + s / (s + (p.get(c.a === item ? c.b : c.a) ?? 0)) : sum),
              (2 * 0.5 * s) / (s + 1),
            )
            expect(expected).toBeCloseTo(all.filter((c) => c.chosen === item).length + 0.5, 5)
          }
        },
      ),
    )
  })
  it('ranks by strength; what was never chosen comes last and stays finite; nothing taken counts for neither', () => {
    const seen = [
      ...choices('ball', 'rope', 2, 0),
      ...choices('rope', 'squeaker', 2, 0),
      ...choices('ball', 'squeaker', 2, 0),
      { a: 'ball', b: 'rope', chosen: undefined },
    ]
    const ranked = rank(['squeaker', 'rope', 'ball'], seen)
    expect(ranked.map((r) => r.item)).toEqual(['ball', 'rope', 'squeaker'])
    expect(ranked.every((r) => r.strength > 0 && r.strength < 1)).toBe(true)
    expect(ranked[0]).toMatchObject({ wins: 4, trials: 5 })
  })
  it('every pair is held out as often as wanted, once from each side, and then it is done', () => {
    const items = ['a', 'b', 'c', 'd']
    const done: Choice[] = []
    const sides: string[] = []
    for (;;) {
      const pair = nextPair(items, done)
      if (!pair) break
      sides.push(`${pair.left}${pair.right}`)
      done.push({ a: pair.left, b: pair.right, chosen: pair.left < pair.right ? pair.left : pair.right })
    }
    expect(done).toHaveLength(6 * roundsWanted)
    expect(new Set(sides).size).toBe(12)
    expect(nextPair(['a'], [])).toBeUndefined()
  })
})
