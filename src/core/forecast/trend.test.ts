import { expect, it } from 'vitest'
import { toldOf } from './tests/told'
import { trendOf } from './trend'

const before = toldOf({ chance: 0.6, today: '2026-03-05' })
const now = (more: Parameters<typeof toldOf>[0]) => toldOf({ chance: 0.4, today: '2026-03-06', ...more })
const sets = (n: number) => new Map([['2026-03-05', n]])

it('says which way a chance went and the plainest reason for it', () => {
  expect(trendOf(before, now({ chance: 0.58 }), sets(4))).toBeUndefined()
  expect(trendOf(before, now({ leavesOn: '2026-03-18' }), sets(4))).toEqual({
    since: '2026-03-05',
    was: 0.6,
    why: 'the going-home day changed',
  })
  expect(trendOf(before, now({ legs: [] }), sets(4))?.why).toBe('the promises changed')
  expect(trendOf(before, now({}), sets(1))?.why).toBe('1 useful set, 4 assumed')
  expect(trendOf(before, now({ chance: 0.8 }), sets(7))?.why).toBe('7 useful sets, 4 assumed')
  expect(trendOf(before, now({ known: { sets: 44, speed: 1 } }), sets(4))?.why).toBe('sets brought less than expected')
  expect(trendOf(before, now({ chance: 0.8, known: { sets: 44, speed: 1.5 } }), sets(4))?.why).toBe(
    'sets brought more than expected',
  )
  expect(trendOf(before, now({}), sets(4))?.why).toBe('the days since brought less than expected')
})
