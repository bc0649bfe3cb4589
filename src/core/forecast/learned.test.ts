import { describe, expect, it } from 'vitest'
import { seeded } from '../seeded'
import { baseFrom, daysSeen, learnedShape, nothingKnown, ratesFile, ratesOut, usualDay, usualHeld } from './learned'
import { learnedFrom, nothingLearned, ratesOf } from './learning'
import { usualSlips, type RungExposure } from './rates'
import { passChance } from './waitingTime'
import { shippedBase } from './shipped'
import { plainBase } from './tests/plain'
import type { RungId } from '../ids'

const exposure = (rungId: RungId, sets: number, passed = true): RungExposure => ({
  rungId,
  command: 'sit',
  ladderKey: 'sit/run',
  kind: 'word',
  sets,
  passed,
})
/** What is shipped, as a file says it. */
const shippedFile = { kinds: {}, rungs: {}, commandShape: 5, elsewhere: 0.9, shape: 3, slips: usualSlips, swing: 0 }
/** Dogs that pass a rung at this rate. */
function dogsAt(rate: number, n = 30) {
  const chance = seeded(7)
  return Array.from({ length: n }, () => ({
    exposures: Array.from({ length: 40 }, (_, i) => {
      let sets = 1
      while (chance() > passChance(rate, sets) && sets < 60) sets++
      return exposure(`r${i % 4}`, sets, sets < 60)
    }),
  }))
}

describe('what a kennel learned', () => {
  it('goes out and comes in as the rates it was', () => {
    const learned = learnedFrom(dogsAt(0.9), plainBase)
    const file = ratesOut(learned, plainBase, 'Osier Bank', () => 'word')
    expect(ratesFile.parse(JSON.parse(JSON.stringify(file)))).toEqual(file)
    expect(Object.keys(file.rungs)).toEqual(['r0', 'r1', 'r2', 'r3'])
    const there = ratesOf(nothingLearned, baseFrom(file))
    for (const rung of Object.keys(file.rungs))
      expect(there.of(rung, 'word')).toBeCloseTo(ratesOf(learned, plainBase).of(rung, 'word'), 2)
    // A kind that was never worked came along with the house.
    expect(there.of('x', 'heel')).toBeCloseTo(ratesOf(learned, plainBase).of('x', 'heel'), 2)
    expect(JSON.stringify(file)).not.toMatch(/\d{4}-\d\d-\d\d/)
  })

  it('is outweighed by a kennel’s own dogs', () => {
    const base = baseFrom({ ...shippedFile, kinds: { word: 2 } })
    const own = ratesOf(learnedFrom(dogsAt(0.5), base), base).of('r0', 'word')
    expect(own).toBeGreaterThan(0.4)
    expect(own).toBeLessThan(0.65)
  })

  it('refuses what is no such file, and rates that no dog has', () => {
    const file = { format: 'kibou-learned-rates', version: 1, from: 'x', residencies: 3, kinds: {}, rungs: {} }
    expect(ratesFile.safeParse(file).success).toBe(true)
    for (const wrong of [
      { ...file, format: 'other' },
      { ...file, version: 2 },
      { ...file, kinds: { word: 0 } },
      { ...file, kinds: { word: Number.NaN } },
      { ...file, kinds: { fetch: 1 } },
      { ...file, rungs: { a: 500 } },
      { ...file, from: '' },
      [],
      'x',
    ])
      expect(ratesFile.safeParse(wrong).success).toBe(false)
    // Names that every object has are rungs like any other.
    const odd = baseFrom(shippedFile)
    expect(ratesOf(nothingLearned, odd).of('constructor', 'word')).toBe(shippedBase.kinds.word)
  })

  it('of its days is the usual number of blocks where nothing is known, and its own where much is', () => {
    expect([usualDay(nothingKnown)('2026-03-02'), usualDay(nothingKnown)('2026-03-07')]).toEqual([3, 1.5])
    const here = Array.from({ length: 300 }, () => '2026-03-02')
    const past = {
      blocks: new Map([['2026-03-02', 2]]),
      held: new Map([['2026-03-02', { blocks: 2, things: 4, most: 6 }]]),
    }
    const seen = daysSeen([{ here, past }])
    expect(usualDay(seen)('2026-03-09')).toBeCloseTo((600 + 30) / 310, 9)
    expect(usualDay(seen)('2026-03-10')).toBe(3)
    expect(learnedShape.parse({ ...nothingKnown, ...seen })).toMatchObject(seen)
  })

  it('of what a block holds, too; a kennel that wrote none down begins on the usual one', () => {
    expect(usualHeld(nothingKnown)).toEqual({ things: 2, sets: 3 })
    const past = {
      blocks: new Map([
        ['2026-03-02', 3],
        ['2026-03-05', 9],
      ]),
      held: new Map([
        ['2026-03-02', { blocks: 2, things: 5, most: 4 }],
        ['2026-03-05', { blocks: 9, things: 9, most: 9 }],
      ]),
    }
    const { held } = daysSeen(Array.from({ length: 40 }, () => ({ here: ['2026-03-02', '2026-03-03'], past })))
    expect(held).toEqual({ blocks: 80, things: 200, most: 160 })
    // Thirty blocks of two things, the most of them three sets, stand beside its own.
    expect(usualHeld({ held }).things).toBeCloseTo((200 + 60) / 110, 9)
    expect(usualHeld({ held }).sets).toBeCloseTo((160 + 90) / 110, 9)
    const { held: _, ...before } = nothingKnown
    expect(usualHeld(learnedShape.parse(before))).toEqual({ things: 2, sets: 3 })
  })
})
