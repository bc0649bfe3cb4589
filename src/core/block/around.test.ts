import { describe, expect, it } from 'vitest'
import { defaultMethod } from '../method/method'
import { pressureTrend, noPressureBecause, pressureConsent, rewardOnly, type PressureScene } from './leashPressure'
import { againstPair, type Partner } from './partner'
import { lengthWarning, restUntil } from './rest'
import { keepsComing } from '../dog/signs'
import type { BlockId } from '../ids'

const today = '2026-07-01'

describe('a second dog', () => {
  const dog = (id: string, more: Partial<Partner> = {}): Partner => ({
    residencyId: `stay of ${id}`,
    dogId: id,
    name: id,
    runNumber: '1',
    kg: 20,
    biteHistory: false,
    notWith: [],
    traits: { giant: false, shy: false, anxious: false },
    ...more,
  })
  it.each([
    ['two alike', dog('a'), dog('b'), [] as boolean[]],
    ['one may not meet the other', dog('a', { notWith: ['b'] }), dog('b'), [true]],
    ['the other may not meet it', dog('a'), dog('b', { notWith: ['a'] }), [true]],
    ['twice as heavy and more', dog('a', { kg: 8 }), dog('b', { kg: 17 }), [false]],
    ['twenty kilograms more', dog('a', { kg: 30 }), dog('b', { kg: 51 }), [false]],
    ['not weighed', dog('a', { kg: null }), dog('b'), [false]],
    ['bite history', dog('a'), dog('b', { biteHistory: true }), [false]],
    ['itself', dog('a'), dog('a'), [true]],
  ])('%s', (_, one, other, refusals) => {
    expect(againstPair(one, other).map((a) => a.refuse)).toEqual(refusals)
    expect(againstPair(other, one).map((a) => a.refuse)).toEqual(refusals)
  })
})

describe('corrections', () => {
  const allowed: PressureScene = {
    method: { ...defaultMethod, corrections: 'after-teaching' },
    devices: ['slip lead'],
    consents: [pressureConsent],
    bornOn: '2024-01-01',
    today,
    held: true,
  }
  it('are recorded only where house, owner, age and knowledge all allow it', () => {
    expect(noPressureBecause(allowed)).toBeUndefined()
    expect(noPressureBecause({ ...allowed, method: defaultMethod })).toMatch(/without corrections/)
    expect(noPressureBecause({ ...allowed, devices: [] })).toMatch(/no device/)
    expect(noPressureBecause({ ...allowed, consents: [] })).toMatch(/not signed/)
    expect(noPressureBecause({ ...allowed, consents: [pressureConsent, rewardOnly] })).toMatch(/reward-based/)
    expect(noPressureBecause({ ...allowed, bornOn: null })).toMatch(/age is not known/)
    expect(noPressureBecause({ ...allowed, bornOn: '2026-01-01' })).toMatch(/under six months/)
    expect(noPressureBecause({ ...allowed, bornOn: '2025-12-31' })).toBeUndefined()
    expect(noPressureBecause({ ...allowed, held: false })).toMatch(/No rung of this one is mastered/)
  })

  it('are counted by day worked, days without one too', () => {
    expect(
      pressureTrend(['2026-03-02', '2026-03-02', '2026-03-04'], ['2026-03-02', '2026-03-03', '2026-03-04']),
    ).toEqual([
      { day: '2026-03-02', count: 2 },
      { day: '2026-03-03', count: 0 },
      { day: '2026-03-04', count: 1 },
    ])
  })
})

describe('rest, length, signs', () => {
  it('rests 45 minutes, 90 after a stressful block', () => {
    expect(restUntil(0, false)).toBe(45 * 60_000)
    expect(restUntil(0, true)).toBe(90 * 60_000)
  })
  it.each([
    [5, false, undefined],
    [12, false, 'long'],
    [15, false, 'enough'],
    [5, true, undefined],
    [6, true, 'long'],
    [8, true, 'enough'],
  ] as const)('%i min, young %s: %s', (minutes, young, says) => {
    expect(lengthWarning(minutes, young)).toBe(says)
  })
  it('signs in three blocks within the days are no accident; three in one block are one', () => {
    const seen = (blockId: BlockId, day = '2026-03-05') => ({ blockId, day })
    expect(keepsComing([seen('a'), seen('a'), seen('a')], '2026-03-01')).toBe(false)
    expect(keepsComing([seen('a'), seen('b'), seen('c')], '2026-03-01')).toBe(true)
    expect(keepsComing([seen('a'), seen('b'), seen('c', '2026-02-20')], '2026-03-01')).toBe(false)
  })
})
