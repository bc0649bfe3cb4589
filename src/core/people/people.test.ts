import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { mayAct, roles } from './roles'
import { nextTryAt, triesRule } from './tries'

const now = Date.UTC(2026, 2, 2, 9)
const wrong = (n: number, everyMs = 1000): number[] => Array.from({ length: n }, (_, i) => now - (n - 1 - i) * everyMs)

describe('wrong passcodes', () => {
  it.each([
    [0, 0],
    [4, 0],
    [5, 30],
    [6, 60],
    [7, 120],
    [8, 240],
    [9, 480],
    [10, 900],
    [30, 900],
  ])('after %i the next is taken in %i s', (n, seconds) => {
    expect(nextTryAt(wrong(n), now)).toBe(seconds === 0 ? 0 : now + seconds * 1000)
  })

  it('are forgotten after an hour', () => {
    expect(nextTryAt(wrong(5), now + triesRule.withinMs)).toBe(0)
    expect(nextTryAt(wrong(12, 10 * 60_000), now)).toBe(now + 60_000)
  })

  it('one more never makes the wait shorter', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 2 * triesRule.withinMs }), { maxLength: 20 }), (ages) => {
        const times = ages.map((a) => now - a)
        expect(nextTryAt([...times, now], now)).toBeGreaterThanOrEqual(nextTryAt(times, now))
      }),
    )
  })
})

describe('roles', () => {
  it('each may do what the ones before it may, and no more', () => {
    for (const [i, role] of roles.entries())
      for (const [j, least] of roles.entries()) expect(mayAct(role, least)).toBe(i >= j)
  })
})
