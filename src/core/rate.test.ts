import { describe, expect, it } from 'vitest'
import { Rate } from './rate'

describe('a rate', () => {
  it('lets so many through within its time, of each by itself', () => {
    const rate = new Rate(2, 1000)
    expect([0, 1, 2].map((t) => rate.take('maud', t))).toEqual([true, true, false])
    expect(rate.take('joss', 3)).toBe(true)
    expect([999, 1000, 1001, 1002].map((t) => rate.take('maud', t))).toEqual([false, true, true, false])
  })
  it('forgets what a clock said that was ahead', () => {
    const rate = new Rate(1, 1000)
    expect([rate.take('maud', 9_000_000), rate.take('maud', 5)]).toEqual([true, true])
  })
})
