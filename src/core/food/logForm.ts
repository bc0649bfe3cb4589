import { z } from 'zod'
import { number, optionalLine, tick } from '../fields'
import { choicesOf, type FieldSpec } from '../form'
import { fedKinds, fedKindWords } from './fed'
import { objectionsText, type Objection } from './forbidden'
import { foodUnits } from './measure'

/** Design choice: more grams than this at once look like a typo. */
export const mostGrams = 5000

/** Food that was weighed out, eaten or given. `grams`: in its unit, grams where nothing else is said. */
export const logSchema = z.object({
  kind: z.enum(fedKinds, { error: 'Choose what it was.' }),
  feedId: z.string().min(1, 'Choose a food.').max(64),
  grams: number('The amount', 0.01, mostGrams),
  unit: z.enum(foodUnits).optional(),
  note: optionalLine('The note', 120),
})

/** A food of the house, with what speaks against giving it to this dog. */
interface LogFeed {
  readonly id: string
  readonly name: string
  readonly tier: number
  readonly cupGrams?: number | null | undefined
  readonly against: readonly Objection[]
}

/** `meal`: the food it is fed, which is proposed; undefined where nobody decided yet. */
export function logFields({
  feeds,
  meal,
  unit,
}: {
  readonly feeds: readonly LogFeed[]
  readonly meal: string | undefined
  readonly unit: 'kg' | 'lb'
}): readonly FieldSpec[] {
  const start = feeds.find((f) => f.id === meal) ?? feeds[0]
  const cups = feeds.filter((f) => f.cupGrams)
  return [
    {
      kind: 'one',
      name: 'kind',
      label: 'What',
      list: true,
      start: 'weighed',
      choices: fedKinds.map((id) => ({ id, name: fedKindWords[id] })),
    },
    {
      kind: 'one',
      name: 'feedId',
      label: 'Food',
      list: true,
      start: start?.id ?? '',
      choices: feeds.map((f) => ({
        id: f.id,
        name: f.name,
        note: f.against.length > 0 ? `not for this dog: ${objectionsText(f.against)}` : `reward value ${f.tier}`,
      })),
    },
    { kind: 'number', name: 'grams', label: 'Amount', required: true },
    {
      kind: 'one',
      name: 'unit',
      label: 'In',
      list: true,
      start: unit === 'kg' ? 'g' : start?.cupGrams ? 'cup' : 'oz',
      choices: [
        { id: 'g', name: 'grams' },
        { id: 'oz', name: 'ounces' },
        ...(cups.length > 0
          ? [{ id: 'cup', name: 'cups', note: cups.map((f) => `${f.name}: ${f.cupGrams} g each`).join('; ') }]
          : []),
      ],
    },
    { kind: 'text', name: 'note', label: 'Note' },
  ]
}

/** A weighing of a dog. `right`: an amount that was asked about is right. */
export const weighSchema = z.object({
  weight: number('The weight', 0.0001, 100_000),
  unit: z.enum(['kg', 'lb']),
  right: tick,
})

export const weighFields = (unit: 'kg' | 'lb'): readonly FieldSpec[] => [
  { kind: 'number', name: 'weight', label: 'Weighed today', required: true },
  { kind: 'one', name: 'unit', label: 'In', start: unit, choices: choicesOf(['kg', 'lb']) },
]

/** What ten pieces of a food weigh together, grams. */
export const tenPiecesSchema = z.object({ feedId: z.string().min(1).max(64), grams: number('Ten pieces', 0.5, 500) })

export const tenPiecesFields = (feed: string): readonly FieldSpec[] => [
  {
    kind: 'number',
    name: 'grams',
    label: `Weigh ten pieces of ${feed}, grams`,
    hint: 'once: then rewards are counted',
  },
]
