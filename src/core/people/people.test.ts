import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { ownerAddressed, ownerCalled, ownersOwn } from './names'
import { mayAct, roles } from './roles'
import { whyGuessable } from './guessable'
import { networkOf, nextTryAt, triesRule } from './tries'

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

  it('written by a clock that was ahead keep nobody waiting', () => {
    expect(nextTryAt([...wrong(4), ...wrong(30).map((t) => t + 365 * 86_400_000)], now)).toBe(0)
    expect(nextTryAt(wrong(12, -1000), now)).toBeLessThanOrEqual(now + triesRule.pauseMs)
  })
})

describe('where a try comes from', () => {
  it.each([
    ['10.0.0.7', '10.0.0.7'],
    ['2001:db8:1:2:3:4:5:6', '2001:db8:1:2'],
    ['2001:db8::6', '2001:db8:0:0'],
    ['fe80::1%eth0', 'fe80:0:0:0'],
    ['::1', '0:0:0:0'],
    ['unknown', 'unknown'],
  ])('%s is of %s', (address, network) => {
    expect(networkOf(address)).toBe(network)
  })
})

describe('passcodes', () => {
  it('weighed below three of four are refused', () => {
    expect([0, 1, 2, 3, 4].map((score) => whyGuessable('willow ferry rod', score, []) === undefined)).toEqual([
      ...[false, false, false],
      ...[true, true],
    ])
  })
  it('are no name, with or without a year behind it, whatever they weigh', () => {
    for (const passcode of ['Osier Bank', 'osierbank1', 'osier bank 2026!', 'MAUD FERROW', 'osier-bank-7'])
      expect([passcode, whyGuessable(passcode, 4, ['Maud Ferrow', 'Osier Bank', 'Osier-Bank'])]).toEqual([
        passcode,
        expect.stringContaining('name'),
      ])
    for (const fine of ['hazel rod 7', 'osier bank towpath', 'x9 ferry lamp'])
      expect(whyGuessable(fine, 3, ['Maud Ferrow', 'Osier Bank'])).toBeUndefined()
  })
})

describe('roles', () => {
  it('each may do what the ones before it may, and no more', () => {
    for (const [i, role] of roles.entries())
      for (const [j, least] of roles.entries()) expect(mayAct(role, least)).toBe(i >= j)
  })
})

it.each([
  ['Gwen Hartley', 'Gwen', 'Gwen'],
  ['Gwen', 'Gwen', 'Gwen'],
  ['Gwen and Tom Hartley', 'Gwen and Tom', 'Gwen and Tom'],
  ['Gwen Ash & Tom Reed', 'Gwen and Tom', 'Gwen and Tom'],
  ['Mr. and Mrs. Hartley', 'Mr. and Mrs. Hartley', 'Mr. and Mrs. Hartley'],
  ['Dr Ash', 'Dr Ash', 'Dr Ash'],
  ['The Hartleys', 'the Hartleys', 'Hartleys'],
  ['Hartley family', 'the Hartley family', 'Hartley family'],
  ['the  Hartley Family ', 'the Hartley Family', 'Hartley Family'],
])('owners called %s are told of as %s and addressed as %s', (name, called, addressed) => {
  expect([ownerCalled(name), ownerAddressed(name)]).toEqual([called, addressed])
  expect(ownersOwn(called)).toBe(`${called}${called === 'the Hartleys' ? '’' : '’s'}`)
})
