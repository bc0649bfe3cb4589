import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { callAfter, callWait, isCalled } from './call'
import { itemTitles } from './items'

describe('a stay that ends in a call', () => {
  const spot = (turn: 'trainer' | 'owner') => ({ itemId: 'sit-come', turn })
  const waits = (id: string, turn: 'trainer' | 'owner' = 'trainer') =>
    Array.from({ length: 6 }, (_, n) => callAfter({ id }, spot(turn), n))

  it('is called after five to ten seconds, never twice running after the same; alike on every device', () => {
    fc.assert(
      fc.property(fc.uuid(), fc.constantFrom('trainer' as const, 'owner' as const), (id, turn) => {
        const drawn = waits(id, turn)
        expect(drawn.every((s) => s >= callWait.least && s <= callWait.most && Number.isInteger(s))).toBe(true)
        expect(drawn.some((s, i) => i > 0 && s === drawn[i - 1])).toBe(false)
        expect(waits(id, turn)).toEqual(drawn)
      }),
    )
  })

  it('each of the seconds comes about as often as the others', () => {
    const counts = new Map<number, number>()
    for (let i = 0; i < 3000; i++) {
      const s = callAfter({ id: `showing ${i}` }, spot('owner'), 1)
      counts.set(s, (counts.get(s) ?? 0) + 1)
    }
    expect([...counts.keys()].sort((a, b) => a - b)).toEqual([5, 6, 7, 8, 9, 10])
    // 500 of each; four standard errors are 82.
    for (const n of counts.values()) expect(Math.abs(n - 500)).toBeLessThan(82)
  })

  it('is what the two items are whose title says so', () => {
    const called = Object.entries(itemTitles).filter(([, title]) => title.includes('called'))
    expect(called.map(([kind]) => kind)).toEqual(['sit-come', 'down-come'])
    expect((['sit-come', 'down-come', 'sit-round', 'far-down'] as const).map(isCalled)).toEqual([
      true,
      true,
      false,
      false,
    ])
  })
})
