import jStat from 'jstat'
import { describe, expect, it } from 'vitest'
import type { OwnersHand } from '../facts/words'
import { gapsBy, gapText, type ShownTry } from './ownerGap'

const tries = (
  who: ShownTry['who'],
  clean: number,
  total: number,
  wrong: readonly (readonly OwnersHand[])[] = [],
  itemId = 'heel',
): ShownTry[] =>
  Array.from({ length: total }, (_, i) => ({
    itemId,
    command: itemId,
    who,
    clean: i < clean,
    wrong: wrong[i - clean] ?? [],
  }))

const heel = [
  ...tries('trainer', 9, 10),
  ...tries('owner', 3, 8, [['slack'], ['slack', 'calm'], ['slack'], ['slack'], ['one-cue']]),
]

describe('the transfer gap', () => {
  it('says counts and what of the owner’s hands went with the misses', () => {
    const [gap] = gapsBy(heel, 'itemId')
    expect(gap && gapText(gap, 'Heel', 'Nell')).toBe(
      'Heel: for you 9 of 10, for Nell 3 of 8; in 4 of the 5 misses the leash was tight',
    )
    expect(gap?.withMisses.map((h) => [h.hand, h.misses])).toEqual([
      ['slack', 4],
      ['one-cue', 1],
      ['calm', 1],
    ])
  })

  it.each([
    [1, 'the one miss'],
    [2, 'both misses'],
    [3, 'all 3 misses'],
  ])('says of %i that all of them had it', (misses, all) => {
    const slack = Array.from({ length: misses }, () => ['slack'] as const)
    const [gap] = gapsBy([...tries('trainer', 2, 2), ...tries('owner', 1, 1 + misses, slack)], 'itemId')
    expect(gap && gapText(gap, 'Heel', 'Nell')).toMatch(new RegExp(`; in ${all} the leash was tight$`))
  })

  it('has score intervals that a statistics library agrees with', () => {
    const [gap] = gapsBy(heel, 'command')
    // Wilson (1927): its bounds are the shares whose own standard error puts the counted share at the 95 % quantile.
    const z = Number(jStat.normal.inv(0.975, 0, 1))
    for (const share of [gap?.trainer, gap?.owner]) {
      if (!share) throw new Error('a share')
      for (const bound of [share.low, share.high])
        expect(Math.abs(share.share - bound) / Math.sqrt((bound * (1 - bound)) / share.total)).toBeCloseTo(z, 6)
    }
    expect(gap?.difference?.difference).toBeCloseTo(0.9 - 0.375, 12)
    expect(gap?.difference?.low).toBeGreaterThan(0)
  })

  it('puts what costs most first, and what one of them has not tried last', () => {
    const all = [
      ...tries('trainer', 5, 5, [], 'questions'),
      ...tries('trainer', 5, 5, [], 'down'),
      ...tries('owner', 4, 5, [], 'down'),
      ...heel,
    ]
    expect(gapsBy(all, 'itemId').map((g) => g.id)).toEqual(['heel', 'down', 'questions'])
    const [, , last] = gapsBy(all, 'itemId')
    expect(last && gapText(last, 'Questions', 'Nell')).toBe('Questions: for you 5 of 5, for Nell not tried')
  })
})
