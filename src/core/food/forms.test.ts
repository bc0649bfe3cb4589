import { describe, expect, it } from 'vitest'
import type { FieldSpec } from '../form'
import { logFields, logSchema, mostGrams, tenPiecesFields, tenPiecesSchema, weighFields, weighSchema } from './logForm'
import { planFields, planSchema } from './planForm'

const chicken = { what: 'chicken', sure: true, why: '' }
const kibble = { id: 'k', name: 'Kibble', tier: 1, kcalPer100g: 360, cupGrams: 110, against: [] }
const hearts = { id: 'h', name: 'Hearts', tier: 3, kcalPer100g: 120, cupGrams: null, against: [chicken] }

const named = (fields: readonly FieldSpec[], name: string) => {
  const field = fields.find((f) => 'name' in f && f.name === name)
  if (field?.kind !== 'one') throw new Error(name)
  return { start: field.start, choices: field.choices.map((c) => `${c.id}: ${c.name}${c.note ? `; ${c.note}` : ''}`) }
}

describe('the form of food', () => {
  it('proposes the meal, weighed out, in what the house weighs in, and says what a dog may not have', () => {
    const fields = logFields({ feeds: [hearts, kibble], meal: 'k', unit: 'kg' })
    expect(named(fields, 'kind')).toEqual({
      start: 'weighed',
      choices: ['weighed: weighed out', 'eaten: eaten in training', 'bowl: from the bowl', 'extra: extra'],
    })
    expect(named(fields, 'feedId')).toEqual({
      start: 'k',
      choices: ['h: Hearts; not for this dog: chicken', 'k: Kibble; reward value 1'],
    })
    expect(named(fields, 'unit')).toEqual({
      start: 'g',
      choices: ['g: grams', 'oz: ounces', 'cup: cups; Kibble: 110 g each'],
    })
  })

  it('proposes cups where the house weighs in pounds and one was weighed, else ounces; with no meal the first', () => {
    expect(named(logFields({ feeds: [hearts, kibble], meal: 'k', unit: 'lb' }), 'unit').start).toBe('cup')
    const first = logFields({ feeds: [hearts], meal: undefined, unit: 'lb' })
    expect([named(first, 'feedId').start, named(first, 'unit')]).toEqual([
      'h',
      { start: 'oz', choices: ['g: grams', 'oz: ounces'] },
    ])
    const none = logFields({ feeds: [], meal: 'k', unit: 'lb' })
    expect([named(none, 'feedId').start, named(none, 'unit').start]).toEqual(['', 'oz'])
  })

  it('takes an amount with a comma, up to what looks like a typo', () => {
    const typed = (grams: string) => logSchema.safeParse({ kind: 'bowl', feedId: 'k', grams, unit: 'g' })
    expect(typed('120,5')).toMatchObject({ data: { grams: 120.5, note: '' } })
    expect(['0', String(mostGrams), String(mostGrams + 1), ''].map((g) => typed(g).success)).toEqual([
      false,
      true,
      false,
      false,
    ])
    expect(logSchema.safeParse({ kind: 'given', feedId: '', grams: '1' }).error?.issues.map((i) => i.message)).toEqual([
      'Choose what it was.',
      'Choose a food.',
    ])
  })

  it('weighs in the unit of the house, and asks what ten pieces weigh by name', () => {
    expect(named(weighFields('lb'), 'unit')).toEqual({ start: 'lb', choices: ['kg: kg', 'lb: lb'] })
    expect(weighSchema.parse({ weight: '20,5', unit: 'kg', right: 'yes' })).toEqual({
      weight: 20.5,
      unit: 'kg',
      right: true,
    })
    expect(tenPiecesFields('Kibble')).toMatchObject([{ name: 'grams', label: 'Weigh ten pieces of Kibble, grams' }])
    expect(
      ['0.4', '0.5', '500', '501'].map((grams) => tenPiecesSchema.safeParse({ feedId: 'k', grams }).success),
    ).toEqual([false, true, true, false])
  })
})

describe('the form of a feeding plan', () => {
  it('proposes a meal that nothing speaks against, and the stage of life by age and sex', () => {
    const fields = planFields({ feeds: [hearts, kibble], suggested: 'older puppy', unit: 'kg' })
    expect(named(fields, 'feedId')).toEqual({
      start: 'k',
      choices: ['h: Hearts; not for this dog: chicken', 'k: Kibble; 360 kcal per 100 g'],
    })
    const { start, choices } = named(fields, 'stage')
    expect([start, choices[0], choices.at(-1)]).toEqual([
      'older puppy',
      'neutered adult: neutered adult; 1.6 times the resting need',
      'older puppy: older puppy; 2 times the resting need; by age and sex',
    ])
    expect(fields.at(-1)).toMatchObject({ name: 'goal', label: 'Goal, kg' })
    const none = planFields({ feeds: [hearts], suggested: undefined, unit: 'lb' })
    expect([named(none, 'feedId').start, named(none, 'stage').start]).toEqual(['', ''])
  })

  it('leaves empty what nobody said, and refuses what cannot be', () => {
    const plan = { feedId: 'k', stage: 'neutered adult', factor: '', vetKcal: '', share: '50', goal: '' }
    expect(planSchema.parse(plan)).toMatchObject({ factor: null, vetKcal: null, share: 50, goal: null })
    const wrong = planSchema.safeParse({ ...plan, feedId: '', stage: 'old', factor: '6', vetKcal: '40', share: '101' })
    expect(wrong.error?.issues.map((i) => i.path.join('.'))).toEqual(['feedId', 'stage', 'factor', 'vetKcal', 'share'])
  })
})
