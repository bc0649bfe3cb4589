import { describe, expect, it } from 'vitest'
import { seeded } from '../seeded'
import { learnedFrom, nothingLearned, ratesOf } from './learning'
import { housePatterns, noneSeen, patternsOf, patternsSeen, spelledShare } from './patterns'
import { rateKinds, type RateKind, type RungExposure } from './rates'
import { meanOf, shippedBase, shippedPatterns } from './shipped'
import { passChance } from './waitingTime'

const kinds: readonly RateKind[] = ['shape', 'word', 'hold-30', 'recall']

/** Stretches of a usual dog that learns by a shipped pattern. */
function dogOf(pattern: string, seed: number, n = 40): { exposures: readonly RungExposure[]; frontier: readonly [] } {
  const base = shippedPatterns[pattern] ?? shippedBase
  const chance = seeded(seed)
  return {
    exposures: Array.from({ length: n }, (_, i): RungExposure => {
      const kind = kinds[i % kinds.length] ?? 'word'
      let sets = 1
      while (sets < 80 && chance() > passChance(base.kinds[kind], sets, base.shape)) sets++
      return { rungId: `r${i}`, command: `c${i % 5}`, ladderKey: 'x', kind, sets, passed: sets < 80 }
    }),
    frontier: [],
  }
}
const shares = (all: ReturnType<typeof housePatterns>) =>
  Object.fromEntries(Object.keys(shippedPatterns).map((name, k) => [name, all[k]?.share ?? 0]))

describe('how the dogs of a house may learn', () => {
  it('is any of the shipped patterns alike while nothing is known, each as it is shipped', () => {
    const all = housePatterns(nothingLearned, noneSeen)
    expect(all.map((p) => p.share)).toEqual(all.map(() => expect.closeTo(1 / all.length, 9) as number))
    Object.values(shippedPatterns).forEach((own, k) => {
      for (const kind of rateKinds) expect(all[k]?.rates.of('', kind)).toBeCloseTo(own.kinds[kind], 9)
      expect(all[k]?.rates).toMatchObject({ shape: expect.closeTo(own.shape, 6) as number })
    })
    // Between all of them: the geometric mean.
    const [a, b] = Object.values(shippedPatterns)
    if (!a || !b) throw new Error('too few')
    expect(meanOf({ a, b }).kinds.word).toBeCloseTo(Math.sqrt(a.kinds.word * b.kinds.word), 9)
  })

  it.each(['edge', 'plateau', 'spaced'])('turns to the one that its dogs learn by: %s', (pattern) => {
    const dogs = [1, 2, 3, 4].map((seed) => dogOf(pattern, seed))
    const seen = patternsSeen(dogs, ratesOf(nothingLearned, shippedBase))
    const found = shares(housePatterns(nothingLearned, seen))
    expect(found[pattern]).toBe(Math.max(...Object.values(found)))
    expect(found[pattern]).toBeGreaterThan(0.3)
  })

  it('is what the house counted itself once it has counted much', () => {
    const dogs = Array.from({ length: 60 }, (_, i) => dogOf('edge', i + 1))
    const learned = learnedFrom(dogs, shippedBase)
    const own = ratesOf(learned, shippedBase)
    for (const { rates } of housePatterns(learned, noneSeen))
      for (const kind of kinds) expect(Math.abs(Math.log(rates.of('', kind) / own.of('', kind)))).toBeLessThan(0.12)
  })

  it('is told by one dog’s own sets, those that leave hardly any room left out', () => {
    const all = housePatterns(nothingLearned, noneSeen)
    const quick = patternsOf(all, dogOf('edge', 3), 0.1)
    expect(quick.reduce((sum, p) => sum + p.share, 0)).toBeCloseTo(1, 9)
    expect(quick.length).toBeLessThan(2 * all.length)
    // Nothing known of it: each twice, with bad days in runs and without.
    const unknown = patternsOf(all, { exposures: [], frontier: [] }, 0.1)
    expect(unknown).toHaveLength(2 * all.length)
    const spelled = unknown.filter((p) => p.spells).reduce((sum, p) => sum + p.share, 0)
    expect(spelled).toBeCloseTo(0.1, 9)
  })

  it('keeps a small share of bad days in runs where a house has seen none', () => {
    expect(spelledShare(noneSeen)).toBeCloseTo(0.15, 9)
    expect(spelledShare({ dogs: 1000, spelled: 0 })).toBe(0.03)
    expect(spelledShare({ dogs: 100, spelled: 90 })).toBeGreaterThan(0.8)
  })
})
