import { describe, expect, it } from 'vitest'
import { asksForFit, collarsFor, fitWords } from './collar'
import { sideText, sides, sideSaid } from './side'

describe('collars (common practice)', () => {
  it('the usual ones, the house’s devices once each, and what a deaf dog feels', () => {
    expect(collarsFor(['slip lead', 'harness'], { deaf: false })).toEqual(['flat collar', 'harness', 'slip lead'])
    expect(collarsFor([], { deaf: true })).toEqual(['flat collar', 'harness', 'vibration collar'])
  })

  it('what runs shut is asked for its fit, and lies the other way round on the other side', () => {
    expect(['Slip lead', 'slip-lead 6 mm', 'flat collar', undefined].map(asksForFit)).toEqual([
      true,
      true,
      false,
      false,
    ])
    for (const side of ['left', 'right'] as const)
      expect(fitWords(side)).toMatch(/high behind the ears, above the windpipe/i)
    expect([fitWords('left').includes('like a P'), fitWords('right').includes('like a q')]).toEqual([true, true])
  })
})

it('a side that is not known yet is worked on the left, and said to be not known', () => {
  expect(sides.map((s) => sideText(sideSaid(s)))).toEqual([...sides])
  expect(sideSaid('not known yet')).toEqual({ side: 'left', sideKnown: false })
})
