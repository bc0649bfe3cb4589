import { z } from 'zod'
import { number, optionalNumber } from '../fields'
import type { FieldSpec } from '../form'
import { lifeStageNames, lifeStages, type LifeStage } from './energy'
import { objectionsText, type Objection } from './forbidden'

/** How a dog is fed, as it is decided. */
export const planSchema = z.object({
  feedId: z.string().min(1, 'Choose a food.').max(64),
  stage: z.enum(lifeStageNames, { error: 'Choose a stage of life.' }),
  factor: optionalNumber('The factor', 0.5, 5),
  vetKcal: optionalNumber('The vet’s figure', 50, 6000),
  share: number('The share for training', 0, 100),
  goal: optionalNumber('The goal', 0.5, 300),
})

/** A food of the house, with what speaks against giving it to this dog. */
interface PlanFeed {
  readonly id: string
  readonly name: string
  readonly kcalPer100g: number
  readonly against: readonly Objection[]
}

/** What is asked of how a dog is fed. `suggested`: the stage of life by age and sex; undefined where nobody asked. */
export const planFields = ({
  feeds,
  suggested,
  unit,
}: {
  readonly feeds: readonly PlanFeed[]
  readonly suggested: LifeStage | undefined
  readonly unit: 'kg' | 'lb'
}): readonly FieldSpec[] => [
  {
    kind: 'one',
    name: 'feedId',
    label: 'Meal',
    list: true,
    start: feeds.find((f) => f.against.length === 0)?.id ?? '',
    choices: feeds.map((f) => ({
      id: f.id,
      name: f.name,
      note: f.against.length > 0 ? `not for this dog: ${objectionsText(f.against)}` : `${f.kcalPer100g} kcal per 100 g`,
    })),
  },
  {
    kind: 'one',
    name: 'stage',
    label: 'Stage of life',
    list: true,
    start: suggested ?? '',
    choices: lifeStageNames.map((s) => ({
      id: s,
      name: s,
      note: `${lifeStages[s]} times the resting need${s === suggested ? '; by age and sex' : ''}`,
    })),
  },
  { kind: 'number', name: 'factor', label: 'Other factor', hint: 'instead of the stage’s' },
  { kind: 'number', name: 'vetKcal', label: 'Vet’s figure, kcal a day', hint: 'wins over everything' },
  { kind: 'number', name: 'share', label: 'Share for training, %', required: true, start: '50' },
  { kind: 'number', name: 'goal', label: `Goal, ${unit}` },
]
