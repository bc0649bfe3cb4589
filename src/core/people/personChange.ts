import { z } from 'zod'
import { line, optionalDay, type Typed } from '../fields'
import type { FieldSpec } from '../form'
import { capitalized } from '../wording'
import { roleNames, roles, type Role } from './roles'

/** What may be put right of somebody who works here, or worked here before. */
export const personParts = ['name', 'role', 'leaves'] as const
export type PersonPart = (typeof personParts)[number]

export const personChangeSchema = z.object({
  name: line('The name', 60),
  role: z.enum(roles, { error: 'Choose a role.' }),
  /** The first day on which they do not work here any more; empty: they stay. */
  leaves: optionalDay('The day'),
})

type Shown = Readonly<Record<PersonPart, string>> & { readonly role: Role }

export const personChangeTyped = (person: Shown): Typed =>
  Object.fromEntries(personParts.map((part) => [part, [person[part]]]))

export const personChangeFields = (name: string): readonly FieldSpec[] => [
  { kind: 'text', name: 'name', label: `Name of ${name}`, required: true, wide: true },
  {
    kind: 'one',
    name: 'role',
    label: `Role of ${name}`,
    wide: true,
    list: true,
    choices: [...roles].reverse().map((id) => ({ id, name: capitalized(roleNames[id]) })),
  },
  { kind: 'date', name: 'leaves', label: 'First day not here any more' },
]

/** Somebody who comes back with what they had: nothing is asked. */
export const comesBackFields = (person: Shown): readonly FieldSpec[] =>
  personParts.map((name) => ({ kind: 'hidden', name, value: name === 'leaves' ? '' : person[name] }))
