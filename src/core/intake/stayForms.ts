import { z } from 'zod'
import { day, optionalLine, reasonBeside } from '../fields'
import type { FieldChoice, FieldSpec } from '../form'
import { pauseKinds } from './stay'

/** Another day of going home. */
export const staySchema = z.object({ leavesOn: day('Goes home on'), reason: reasonBeside('stay') })

export const stayFields: readonly FieldSpec[] = [
  { kind: 'date', name: 'leavesOn', label: 'Goes home on', required: true },
  { kind: 'text', name: 'reason', label: 'Reason', required: true },
]

/** A booking of a dog that does not come. */
export const cancelSchema = z.object({ why: reasonBeside('booking') })

export const cancelFields = (name: string): readonly FieldSpec[] => [
  { kind: 'text', name: 'why', label: `Why ${name} does not come`, required: true },
]

/** Two dogs change runs. */
export const swapSchema = z.object({ otherId: z.uuid({ error: 'Choose a dog.' }) })

export const swapFields = (others: readonly FieldChoice[]): readonly FieldSpec[] => [
  { kind: 'one', name: 'otherId', label: 'Change runs with', list: true, choices: others },
]

/** Why a dog’s training is paused. */
export const pauseSchema = z.object({
  why: z.enum(pauseKinds, { error: 'Choose why.' }),
  note: optionalLine('The note', 160),
})

export const pauseFields: readonly FieldSpec[] = [
  {
    kind: 'one',
    name: 'why',
    label: 'Why',
    list: true,
    start: 'sick',
    choices: [
      { id: 'sick', name: 'sick or hurt', note: 'pain, lameness, vomiting, collapse, heat: the vet' },
      { id: 'in season', name: 'in season' },
      { id: 'other', name: 'something else' },
    ],
  },
  { kind: 'text', name: 'note', label: 'What did you see?' },
]
