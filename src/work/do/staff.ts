import { v7 } from 'uuid'
import { z } from 'zod'
import { addDays, dayIn, sayDay } from '@/core/days'
import { roles } from '@/core/people/roles'
import type { Db } from '@/store/database'
import { handoffsAfter } from '@/store/handoffs'
import { changePerson, peopleOn, personParts, readKennel, readLeaving, readPeople } from '@/store/kennel'
import { endAllSigningIn, readPasscode } from '@/store/signingIn'
import { findResident } from '@/store/residents'
import { nobody, whoField } from '../scene/who'
import { refuse, wrongIn, type Deed } from './deed'

const name = z
  .string()
  .trim()
  .min(1, 'The name is missing.')
  .max(60, 'Sixty letters at the most.')
  .regex(/^\P{Cc}*$/u, 'One line of text.')

export const staffForm = z.object({
  personId: z.string().min(1).max(64),
  what: z.enum(personParts),
  /** A name, a role, or the first day on which they do not work here any more; empty: they stay. */
  becomes: z.string().max(80),
  recordedBy: whoField,
})

/**
 * Corrects somebody’s name or role, or says from which day on they do not work here; what it was stays known. The last
 * lead stays lead and here; who is booked to show a dog after that day is named first.
 */
export function changeStaffMember(db: Db, form: z.infer<typeof staffForm>, now: number): Deed {
  return db
    .transaction((): Deed => {
      const person = readPeople(db).find((p) => p.id === form.personId)
      if (!person) return refuse(nobody)
      const { timeZone } = readKennel(db)
      const today = dayIn(timeZone, now)
      const was = form.what === 'leaves' ? (readLeaving(db).get(person.id) ?? '') : person[form.what]
      const wrong = wrongWith(db, form, now)
      if (wrong !== undefined) return wrongIn({ [form.what]: wrong })
      const becomes = form.what === 'name' ? name.parse(form.becomes) : form.becomes
      if (becomes === was) return { ok: true }
      changePerson(db, { id: v7(), personId: person.id, what: form.what, was, becomes, at: now, by: form.recordedBy })
      // A smaller role, or none: what is open under the old one is shut at once.
      if (form.what === 'role' || (form.what === 'leaves' && becomes !== '' && becomes <= today))
        endAllSigningIn(db, person.id, now)
      return { ok: true }
    })
    .immediate()
}

/** House: nobody says more than a year before when they leave. */
const mostAhead = 366

function wrongWith(db: Db, form: z.infer<typeof staffForm>, now: number): string | undefined {
  const { timeZone } = readKennel(db)
  const today = dayIn(timeZone, now)
  const person = readPeople(db).find((p) => p.id === form.personId)
  if (form.what === 'name') {
    const parsed = name.safeParse(form.becomes)
    if (!parsed.success) return parsed.error.issues[0]?.message ?? 'That is no name.'
    const twin = peopleOn(db, today).some(
      (p) => p.id !== form.personId && p.name.toLowerCase() === parsed.data.toLowerCase(),
    )
    return twin ? 'Somebody here has that name.' : undefined
  }
  const leads = (day: string) =>
    peopleOn(db, day).filter((p) => p.role === 'lead' && readPasscode(db, p.id) !== undefined)
  const isLast = (day: string) => leads(day).length === 1 && leads(day)[0]?.id === form.personId
  if (form.what === 'role') {
    if (!roles.some((r) => r === form.becomes)) return 'Choose a role.'
    return form.becomes !== 'lead' && isLast('9999-12-31')
      ? 'The last lead who can sign in stays lead: make somebody else one first.'
      : undefined
  }
  if (form.becomes === '') return undefined
  const isDay = /^\d{4}-\d{2}-\d{2}$/.test(form.becomes) && !Number.isNaN(Date.parse(`${form.becomes}T00:00:00Z`))
  if (!isDay || form.becomes < addDays(today, -mostAhead) || form.becomes > addDays(today, mostAhead))
    return 'A day within a year, like 2026-04-30.'
  if (person?.role === 'lead' && isLast('9999-12-31'))
    return 'The last lead who can sign in cannot leave: make somebody else one first.'
  const booked = handoffsAfter(db, now).filter(
    (h) => h.personId === form.personId && dayIn(timeZone, h.from) >= form.becomes,
  )
  return booked.length === 0
    ? undefined
    : `Move these first: ${booked
        .map((h) => `${findResident(db, h.residencyId)?.name ?? 'a dog'}, ${sayDay(dayIn(timeZone, h.from))}`)
        .join('; ')}.`
}
