import { describe, expect, it } from 'vitest'
import { match } from './match'
import { broken, pointsOf } from './tests/checker'
import { kennelOf, sizes } from './tests/kennels'
import { bestPoints } from './tests/solver'

describe('a time for every dog at once', () => {
  it('breaks no rule, and says what it is worth, in 500 kennels', () => {
    for (let seed = 0; seed < 500; seed++) {
      const size = [sizes.tiny, sizes.eight, sizes.crunch, sizes.twenty][seed % 4] ?? sizes.tiny
      const kennel = kennelOf(size, seed)
      const plan = match(kennel, seed)
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
