import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { afterSigns, recoveryMinutes, signIds, signs, stopsToday } from './signs'
import { restMinutes } from '../block/rest'
import type { BlockId } from '../ids'

describe('what follows signs of stress', () => {
  it('a yawn: recover, and something sure; a stare, a stiff tail, a dog shut down: nothing more in this block', () => {
    expect(afterSigns(['yawn'], false)).toBe('easier')
    expect(afterSigns(['wound-up', 'no-food'], false)).toBe('easier')
    for (const sign of ['stare', 'stiff-tail', 'one-line', 'shut-down'] as const)
      expect(afterSigns([sign], false)).toBe('end')
  })

  it('never less for more signs, nor for signs that come again', () => {
    const weight = { easier: 0, end: 1 }
    fc.assert(
      fc.property(fc.subarray([...signIds]), fc.constantFrom(...signIds), fc.boolean(), (seen, more, before) => {
        const now = weight[afterSigns(seen, before)]
        expect(weight[afterSigns([...new Set([...seen, more])], before)]).toBeGreaterThanOrEqual(now)
        expect(weight[afterSigns(seen, true)]).toBe(weight.end)
      }),
    )
  })

  it('every sign can be tapped, and a recovery is shorter than the rest after the block', () => {
    expect(signs.map((s) => s.id)).toEqual([...signIds])
    expect(recoveryMinutes.most).toBeLessThan(restMinutes.stressful)
  })

  it('two blocks with signs end the day; one block, however often, and yesterday do not', () => {
    const seen = (day: string, blockId: BlockId) => ({ day, blockId })
    expect(stopsToday([seen('03-02', 'a'), seen('03-02', 'a')], '03-02')).toBe(false)
    expect(stopsToday([seen('03-01', 'a'), seen('03-02', 'b')], '03-02')).toBe(false)
    expect(stopsToday([seen('03-02', 'a'), seen('03-02', 'b')], '03-02')).toBe(true)
  })
})
