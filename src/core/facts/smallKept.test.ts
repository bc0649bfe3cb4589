import { describe, expect, it } from 'vitest'
import { isSame, sameWithin, type LastKept } from './smallKept'
import { smallThings, type SmallThing } from './words'

/** A thumb that taps once a second for a minute: what is kept of it. */
function kept(what: SmallThing): number {
  let last: LastKept | undefined
  let n = 0
  for (let second = 0; second < 60; second++) {
    const next = { residencyId: 'wren', what, at: second * 1000 }
    if (isSame(last, next)) continue
    last = next
    n++
  }
  return n
}

describe('small things', () => {
  it('sixty taps of a nervous thumb in a minute are one minute on the tether, twenty calls, two tens, one walk', () => {
    expect(Object.fromEntries(smallThings.map((what) => [what, kept(what)]))).toEqual({
      'tether-minute': 1,
      'name-call': 20,
      'corridor-ten': 2,
      'sniff-walk': 1,
    })
  })

  it('another dog, another thing, or a clock that was set back is a thing of its own', () => {
    const last: LastKept = { residencyId: 'wren', what: 'name-call', at: 10_000 }
    expect(isSame(last, { ...last, at: 10_500 })).toBe(true)
    expect(isSame(last, { ...last, residencyId: 'heron', at: 10_500 })).toBe(false)
    expect(isSame(last, { ...last, what: 'corridor-ten', at: 10_500 })).toBe(false)
    expect(isSame(last, { ...last, at: 9000 })).toBe(false)
    expect(isSame(last, { ...last, at: 10_000 + sameWithin['name-call'] * 1000 })).toBe(false)
    expect(isSame(undefined, last)).toBe(false)
  })
})
