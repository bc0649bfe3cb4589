import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { blocksNeeded, dealOut, fewBlocks, isTold, takeAnother, weeksAhead, type Claim } from './capacity'
import type { ResidencyId } from '../ids'

const claim = (residencyId: ResidencyId, byBlocks: readonly number[], from = 0, until = 10): Claim => ({
  residencyId,
  byBlocks,
  fromDay: from,
  untilDay: until,
})
const claims = fc
  .array(
    fc.record({
      rises: fc.array(fc.double({ min: 0, max: 0.25, noNaN: true }), { minLength: 4, maxLength: 4 }),
      from: fc.integer({ min: 0, max: 8 }),
      days: fc.integer({ min: 1, max: 20 }),
    }),
    { maxLength: 7 },
  )
  .map((all) =>
    all.map(({ rises, from, days }, i): Claim => {
      const byBlocks = [0]
      for (const rise of rises) byBlocks.push((byBlocks.at(-1) ?? 0) + rise)
      return claim(`dog ${i}`, byBlocks, from, from + days)
    }),
  )
const sum = (all: readonly Claim[], dealt: ReadonlyMap<string, number>) =>
  all.reduce((n, c) => n + (c.byBlocks[dealt.get(c.residencyId) ?? 0] ?? 0), 0)

/** The best dealing of so many blocks, one each at the least, by trying them all. */
function best(all: readonly Claim[], blocks: number): number {
  const [first, ...rest] = all
  if (!first) return 0
  let most = 0
  for (let b = 1; b <= 4 && b <= blocks - rest.length; b++)
    most = Math.max(most, (first.byBlocks[b] ?? 0) + best(rest, blocks - b))
  return most
}

describe('dealing out the blocks of a day', () => {
  it('gives one to each, then jumps to where the block brings most', () => {
    const all = [
      claim('slow', [0, 0.01, 0.02, 0.7, 0.72]),
      claim('easy', [0.2, 0.8, 0.9, 0.95, 0.96]),
      claim('done', []),
    ]
    expect([...dealOut(all, 2, 'each')]).toEqual([
      ['slow', 1],
      ['easy', 1],
      ['done', 0],
    ])
    // Two more: a third of .69 each for the slow one is more than a tenth for the easy one.
    expect(dealOut(all, 4, 'each').get('slow')).toBe(3)
    expect(dealOut(all, 5, 'each').get('easy')).toBe(2)
    expect(dealOut(all, 0, 'each').get('easy')).toBe(0)
    expect(dealOut([], 9, 'each').size).toBe(0)
  })

  it('where there are fewer than dogs, gives them to those whom several make ready, not one to each', () => {
    const slow = (id: string) => claim(id, [0, 0, 0.02, 0.8, 0.82])
    const all = [slow('a'), slow('b'), slow('c'), slow('d'), slow('e')]
    // One is kept back for the others’ turns.
    expect([...dealOut(all, 4, 'most').values()].sort()).toEqual([0, 0, 0, 0, 3])
    expect([...dealOut(all, 4, 'each').values()].sort()).toEqual([0, 1, 1, 1, 1])
    expect(fewBlocks(all, 4)).toEqual({ blocks: 4, dogs: 5, most: 0.8, each: 0 })
    expect(fewBlocks(all, 5)).toBeUndefined()
    expect(fewBlocks([...all, claim('ready', [])], 5)).toBeUndefined()
    expect(fewBlocks(all, 0)).toEqual({ blocks: 0, dogs: 5, most: 0, each: 0 })
  })

  it('another dog is dealt for as the house deals: one each, or those whom they make ready', () => {
    const slow = (id: string) => claim(id, [0, 0, 0.02, 0.8, 0.82])
    const here = [slow('a'), slow('b'), slow('c')]
    expect(takeAnother(here, slow('new'), 3, 'each')).toMatchObject({ chance: 0, worth: 0 })
    expect(takeAnother([slow('a')], claim('new', [0, 0, 0.7, 0.8, 0.82]), 1, 'most').blocks).toBe(0)
    expect(takeAnother(here, claim('new', [0, 0.1, 0.7, 0.8, 0.82]), 3, 'most').blocks).toBe(2)
    expect(takeAnother(here, claim('new', [0, 0.1, 0.7, 0.8, 0.82]), 3, 'each').blocks).toBe(1)
  })

  it('never deals out more than there is, nor more than a dog may have', () => {
    fc.assert(
      fc.property(claims, fc.integer({ min: 0, max: 30 }), (all, blocks) => {
        const dealt = dealOut(all, blocks, 'each')
        expect([...dealt.values()].reduce((a, b) => a + b, 0)).toBeLessThanOrEqual(blocks)
        for (const n of dealt.values()) expect(n).toBeLessThanOrEqual(4)
      }),
    )
  })

  it('comes near the best dealing there is, which was tried out whole', () => {
    fc.assert(
      fc.property(claims, fc.integer({ min: 0, max: 12 }), (all, more) => {
        const some = all.slice(0, 5)
        const blocks = some.length + more
        const found = sum(some, dealOut(some, blocks, 'each'))
        const most = best(some, blocks)
        expect(found).toBeLessThanOrEqual(most + 1e-9)
        // A jump that does not fit any more is lost: one dog’s at the most.
        expect(found).toBeGreaterThanOrEqual(most - 0.6)
      }),
      { numRuns: 60 },
    )
  })
})

describe('another dog', () => {
  it('is said to take something from two in a hundred on, either way, however it is stored', () => {
    const told = (was: number, is: number) => isTold({ was, is })
    expect([told(1, 0.98), told(0.99, 0.97), told(0.3, 0.28), told(0.5, 0.6)]).toEqual([true, true, true, true])
    expect([told(1, 0.99), told(0.98, 0.965), told(0.4, 0.4)]).toEqual([false, false, false])
  })

  it('takes time of those that share its days, and of nobody where there is enough', () => {
    const here = [claim('a', [0, 0.2, 0.5, 0.8, 0.9]), claim('b', [0, 0.3, 0.6, 0.8, 0.9], 0, 20)]
    const another = claim('new', [0, 0.2, 0.4, 0.6, 0.8], 5, 25)
    const ample = takeAnother(here, another, 12, 'most')
    expect(ample).toMatchObject({ chance: 0.8, blocks: 4 })
    expect(ample.others.every((o) => o.is === o.was)).toBe(true)
    const scarce = takeAnother(here, another, 6, 'most')
    expect(scarce.others.some((o) => o.is < o.was)).toBe(true)
    expect(scarce.worth).toBeLessThan(ample.worth)
    // Half of a's days are shared, and three quarters of b's.
    expect(takeAnother(here, claim('later', [0, 0.5, 0.6, 0.7, 0.8], 30, 40), 4, 'most').others).toEqual([])
  })

  it('never raises another’s chance while it takes time, on dogs whose chances rise evenly', () => {
    const even = (id: string, rise: number, from = 0, until = 10) =>
      claim(
        id,
        [0, 1, 2, 3, 4].map((b) => b * rise),
        from,
        until,
      )
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0.01, max: 0.25, noNaN: true }), { maxLength: 6 }),
        fc.nat(20),
        (rises, blocks) => {
          const here = rises.map((r, i) => even(`dog ${i}`, r))
          for (const o of takeAnother(here, even('new', 0.1, 3, 12), blocks, 'most').others)
            expect(o.is).toBeLessThanOrEqual(o.was + 1e-9)
        },
      ),
    )
  })
})

it('weeks ahead: what dogs need to be ready eight times in ten, against what is on hand', () => {
  expect([blocksNeeded({ byBlocks: [0, 0.5, 0.85, 0.9, 0.9] }), blocksNeeded({ byBlocks: [0, 0.1, 0.2] })]).toEqual([
    2, 2,
  ])
  expect(blocksNeeded({ byBlocks: [] })).toBe(0)
  const dogs = [claim('a', [0, 0.9], 0, 9), claim('b', [0, 0.1, 0.2], 5, 30), claim('c', [], 0, 30)]
  expect(weeksAhead(dogs, (day) => (day % 7 < 5 ? 10 : 0), 2)).toEqual([
    { week: 0, dogs: 3, needed: 7 + 2 * 2, onHand: 50 },
    { week: 1, dogs: 3, needed: 2 + 7 * 2, onHand: 50 },
  ])
})
