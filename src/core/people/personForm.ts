import { z } from 'zod'
import { weekdaysFrom } from '../days'
import { clock, line } from '../fields'
import type { FieldSpec } from '../form'
import type { HouseWays } from '../measures'
import { capitalized } from '../wording'
import { roleNames, roles, roleWords } from './roles'

/** Somebody who works here, with the same hours on each chosen weekday. */
export const personSchema = z
  .object({
    name: line('The name', 60),
    role: z.enum(roles, { error: 'Choose a role.' }),
    weekdays: z.array(z.coerce.number().int().min(1).max(7)).min(1, 'Choose at least one working day.'),
    from: clock('The beginning'),
    to: clock('The end'),
  })
  .refine((f) => f.to > f.from, { path: ['to'], message: 'The end lies before the beginning.' })

export const severalOfPerson = ['weekdays'] as const

/** What is asked of somebody who begins to work here, with the day that the house’s weeks begin on. */
export const personFields = (week: HouseWays['week']): readonly FieldSpec[] => [
  { kind: 'text', name: 'name', label: 'Name', required: true, wide: true },
  {
    kind: 'one',
    name: 'role',
    label: 'Role',
    start: 'trainer',
    wide: true,
    choices: [...roles].reverse().map((id) => ({ id, name: capitalized(roleNames[id]), note: roleWords[id] })),
  },
  {
    kind: 'password',
    name: 'passcode',
    label: 'Passcode',
    hint: 'hard to guess, such as three words; without one the person can work here but cannot sign in',
    wide: true,
  },
  {
    kind: 'several',
    name: 'weekdays',
    label: 'Works on',
    start: ['1', '2', '3', '4', '5'],
    choices: weekdaysFrom(week).map(({ name, number }) => ({ id: String(number), name })),
  },
  { kind: 'time', name: 'from', label: 'From', required: true, start: '09:00' },
  { kind: 'time', name: 'to', label: 'To', required: true, start: '17:00' },
]

/** A passcode for one person, the first or a new one. */
export const passcodeFields = (person: { readonly name: string; readonly signs: boolean }): readonly FieldSpec[] => [
  {
    kind: 'password',
    name: 'passcode',
    label: `${person.signs ? 'New' : 'First'} passcode for ${person.name}`,
  },
]
