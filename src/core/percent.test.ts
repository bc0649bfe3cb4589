import fc from 'fast-check'
import { expect, it } from 'vitest'
import { finePercent, percent, points } from './percent'

it('a share is said in whole percent, and never as none or all when it is neither', () => {
  expect([0, 0.004, 0.009, 0.01, 0.125, 0.475, 0.5, 0.99, 0.992, 0.996, 1].map(percent)).toEqual([
    '0%',
    'under 1%',
    'under 1%',
    '1%',
    '13%',
    '48%',
    '50%',
    '99%',
    'over 99%',
    'over 99%',
    '100%',
  ])
  fc.assert(
    fc.property(fc.double({ min: 0, max: 1, noNaN: true }), (share) => {
      const said = percent(share)
      if (said === '0%' || said === '100%') expect(share).toBe(said === '0%' ? 0 : 1)
      else expect(Math.abs(Number(/\d+/.exec(said)?.[0]) / 100 - share)).toBeLessThanOrEqual(0.0101)
    }),
  )
  expect(finePercent(0.0376)).toBe('3.8%')
  expect([0.2, 0.01, 0.004, -0.03, -0.01].map(points)).toEqual([
    '+20 points',
    '+1 point',
    'under 1 point',
    '−3 points',
    '−1 point',
  ])
})
