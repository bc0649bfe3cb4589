import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { dailyKcal, lifeStageNames, lifeStages, restingKcal, stageByAge } from './energy'
import { energyOf, ledgerOf, type FeedingPlan } from './ledger'
import { kgPerLb } from '../measures'
import { checkWeight } from './weight'

const plan: FeedingPlan = { kg: 20, stage: 'neutered adult', factor: null, vetKcal: null, trainingShare: 0.5 }
const kibble = { id: 'k', name: 'Kibble', kcalPer100g: 360, kcalPerPiece: 1.8 }
const nothing = { weighedGrams: 0, eatenGrams: 0, bowlGrams: 0, extraKcal: 0 }

describe('energy', () => {
  it.each([
    [10, 394],
    [20, 662],
    [30, 897],
    [40, 1113],
  ])('at rest a dog of %d kg needs %d kcal (Kleiber 1947: 70 kg^0.75)', (kg, kcal) => {
    expect(Math.round(restingKcal(kg))).toBe(kcal)
  })
  it('factors by stage of life: WSAVA/AAHA nutrition guidelines (from memory)', () => {
    expect(lifeStages).toEqual({
      'neutered adult': 1.6,
      'intact adult': 1.8,
      'prone to gain': 1.3,
      'puppy under four months': 3,
      'older puppy': 2,
    })
    for (const stage of lifeStageNames)
      expect(dailyKcal(20, stage) / restingKcal(20)).toBeCloseTo(lifeStages[stage], 12)
    expect([
      stageByAge(60, false),
      stageByAge(200, true),
      stageByAge(900, true),
      stageByAge(900, false),
      stageByAge(undefined, true),
    ]).toEqual(['puppy under four months', 'older puppy', 'neutered adult', 'intact adult', 'neutered adult'])
    expect([119, 120, 364, 365].map((days) => stageByAge(days, false))).toEqual([
      'puppy under four months',
      'older puppy',
      'older puppy',
      'intact adult',
    ])
  })
  it('the vet’s figure wins, then the house’s factor, then the stage’s', () => {
    expect(energyOf(plan)).toMatchObject({ from: 'factor', factor: 1.6 })
    expect(energyOf({ ...plan, factor: 1.2 }).daily).toBeCloseTo(1.2 * 70 * 20 ** 0.75, 9)
    expect(energyOf({ ...plan, factor: 1.2, vetKcal: 700 })).toMatchObject({ from: 'vet', daily: 700 })
    expect(energyOf({ ...plan, factor: 1.2, vetKcal: 700 }).factor).toBeCloseTo(700 / (70 * 20 ** 0.75), 9)
  })
})

describe('a day’s food', () => {
  it('is weighed out of the ration, pays for so many reps, and what is left goes into the bowl', () => {
    // 20 kg: 662.0 × 1.6 = 1059.2 kcal; at 360 kcal per 100 g 294.2 g, half of it 147.1 g; a piece of 1.8 kcal is half
    // a gram.
    const morning = ledgerOf(plan, kibble, nothing)
    expect([morning.rationGrams, morning.trainingGrams].map((g) => Number(g.toFixed(1)))).toEqual([294.2, 147.1])
    expect(morning).toMatchObject({ repsToPay: 294, piecesLeft: 294 })
    const evening = ledgerOf(plan, kibble, { ...nothing, weighedGrams: 147, eatenGrams: 100, bowlGrams: 50 })
    expect(evening.piecesLeft).toBe(94)
    expect(evening.owedGrams).toBeCloseTo(morning.rationGrams - 150, 9)
  })
  it('counts a piece that comes out even, and no pieces where nobody weighed one', () => {
    // 720 kcal a day: 200 g of this meal, 100 g of it for training; a piece is 0.5 g.
    const even = { ...plan, vetKcal: 720 }
    expect(ledgerOf(even, kibble, { ...nothing, eatenGrams: 10 })).toMatchObject({ repsToPay: 200, piecesLeft: 180 })
    expect(ledgerOf(even, kibble, { ...nothing, eatenGrams: 100.4 }).piecesLeft).toBe(0)
    expect(ledgerOf(even, { ...kibble, kcalPerPiece: null }, nothing)).toMatchObject({
      repsToPay: undefined,
      piecesLeft: undefined,
      trainingGrams: 100,
    })
  })
  it('extras come off the ration only up to a tenth of the day', () => {
    const daily = energyOf(plan).daily
    expect(ledgerOf(plan, kibble, { ...nothing, extraKcal: daily * 0.05 }).rationGrams * 3.6).toBeCloseTo(
      daily * 0.95,
      6,
    )
    const much = ledgerOf(plan, kibble, { ...nothing, extraKcal: daily * 0.3 })
    expect(much.rationGrams * 3.6).toBeCloseTo(daily * 0.9, 6)
    expect(much.extrasLeft).toBeCloseTo(-daily * 0.2, 6)
  })
  it('never ends unfed: eaten, given and owed together are the ration, whatever was paid', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 90, noNaN: true }),
        fc.constantFrom(...lifeStageNames),
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.double({ min: 0, max: 400, noNaN: true }),
        (kg, stage, share, eaten, extraKcal) => {
          const p = { ...plan, kg, stage, trainingShare: share }
          const full = ledgerOf(p, kibble, { ...nothing, extraKcal })
          const eatenGrams = full.trainingGrams * eaten
          const l = ledgerOf(p, kibble, { ...nothing, eatenGrams, extraKcal })
          expect(l.owedGrams + eatenGrams).toBeCloseTo(l.rationGrams, 6)
          expect(l.owedGrams).toBeGreaterThanOrEqual(l.rationGrams * (1 - share) - 1e-6)
          expect(l.rationGrams * 3.6).toBeGreaterThanOrEqual(energyOf(p).daily * 0.9 - 1e-6)
        },
      ),
    )
  })
})

describe('a weight', () => {
  it('is refused when no dog weighs that', () => {
    for (const kg of [0, -3, 0.2, 400, Number.NaN, Number.POSITIVE_INFINITY])
      expect(checkWeight(kg, { giant: true, unit: 'kg' }).kind).toBe('refused')
  })
  it('is taken at the lightest and the heaviest of dogs', () => {
    const known = { lastKg: undefined, giant: true, unit: 'kg' } as const
    expect([0.49, 0.5, 120, 120.1, Number.NaN].map((kg) => checkWeight(kg, known).kind)).toEqual([
      'refused',
      'fine',
      'fine',
      'refused',
      'refused',
    ])
  })
  it('is asked about in the words of a house that weighs in pounds', () => {
    const asked = checkWeight(20, { lastKg: 20 * kgPerLb, giant: false, unit: 'lb' })
    expect(asked).toMatchObject({ kind: 'ask', why: expect.stringMatching(/^The last weight was 20 lb\. /) })
    expect(checkWeight(44, { lastKg: 20, giant: false, unit: 'lb' })).toMatchObject({
      kind: 'ask',
      why: expect.stringContaining('The weight would be 44 lb.'),
    })
  })
  it('is asked about when pounds may have been typed for kilograms', () => {
    expect(checkWeight(66, { lastKg: 30, giant: false, unit: 'kg' })).toMatchObject({
      kind: 'ask',
      why: expect.stringContaining('66 lb would be 29.9 kg'),
    })
    expect(checkWeight(13.6, { lastKg: 30, giant: false, unit: 'kg' })).toMatchObject({
      kind: 'ask',
      why: expect.stringContaining('kilograms typed for pounds'),
    })
    expect(checkWeight(88, { giant: false, unit: 'kg' })).toMatchObject({
      kind: 'ask',
      why: expect.stringContaining('39.9 kg'),
    })
    expect(checkWeight(88, { giant: true, unit: 'kg' }).kind).toBe('fine')
    expect(checkWeight(31, { lastKg: 30, giant: false, unit: 'kg' }).kind).toBe('fine')
    // A house that weighs in pounds is told its own last figure and limits.
    expect(checkWeight(60, { lastKg: 30, giant: false, unit: 'lb' })).toMatchObject({
      kind: 'ask',
      why: expect.stringContaining('The last weight was 66.1 lb'),
    })
    expect(checkWeight(400, { giant: false, unit: 'lb' })).toMatchObject({
      why: 'A dog weighs between 1.1 and 264.6 lb.',
    })
    // Every figure of a question is in what the house weighs in.
    for (const [kg, lastKg] of [
      [66, 30],
      [13.6, 30],
      [88, undefined],
      [60, 30],
    ] as const) {
      const asked = checkWeight(kg, { lastKg, giant: false, unit: 'lb' })
      expect(asked.kind === 'fine' ? '' : asked.why).not.toMatch(/kg/)
    }
    expect(kgPerLb).toBe(0.45359237)
  })
})
