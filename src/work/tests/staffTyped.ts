import type { Typed } from '@/core/fields'
import { personChangeTyped, type PersonPart } from '@/core/people/personChange'
import type { Db } from '@/store/database'
import { readLeaving, readPeople } from '@/store/kennel'

/** What the form of somebody who works here sends, with these parts changed. */
export function staffTyped(db: Db, personId: string, becomes: Partial<Record<PersonPart, string>>): Typed {
  const person = readPeople(db).find((p) => p.id === personId)
  if (!person) throw new Error(`nobody is ${personId}`)
  const changed = Object.fromEntries(Object.entries(becomes).map(([part, value]) => [part, [value]]))
  return { ...personChangeTyped({ ...person, leaves: readLeaving(db).get(personId) ?? '' }), ...changed }
}
