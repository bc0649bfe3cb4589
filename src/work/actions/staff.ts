import { v7 } from 'uuid'
import { z } from 'zod'
import { addDays, dayIn } from '@/core/days'
import { line, optionalDay } from '@/core/fields'
import { roles } from '@/core/people/roles'
import type { Db } from '@/store/database'
import {
  afterAll,
  changePerson,
  peopleOn,
  personParts,
  readKennel,
  readLeaving,
  readPeople,
  type Person,
  type PersonPart,
} from '@/store/kennel'
import { endAllSigningIn, readPasscode } from '@/store/signingIn'
import { moveFirst } from '../context/slots'
import { handlers, nobody, whoField } from '../base/who'
import { reject, wrongIn, type ActionResult } from './actionResult'
import type { EpochMs } from '@/core/epochMs'

export const staffForm = z.object({
  personId: z.string().min(1).max(64),
  what: z.enum(personParts),
  /** A name, a role, or the first day on which they do not work here any more; empty: they stay. */
  becomes: z.string().max(80),
  /** What was shown when it was typed. */
  shown: z.string().max(80).optional(),
  recordedBy: whoField,
})

/** Design choice: nobody says more than a year before when they leave, nor a year after. */
const mostAhead = 366

/**
 * Corrects somebody’s name or role, or says from which day on they do not work here; what it was stays known. The last
 * lead stays lead and here; who is booked to show a dog after that day is named first.
 */
export function changeStaffMember(db: Db, form: z.infer<typeof staffForm>, now: EpochMs): ActionResult {
  return db
    .transaction((): ActionResult => {
      const person = readPeople(db).find((p) => p.id === form.personId)
      if (!person) return reject('not-staff', nobody)
      const { timeZone } = readKennel(db)
      const today = dayIn(timeZone, now)
      const wanted = shapes[form.what].safeParse(form.becomes)
      if (!wanted.success)
        return wrongIn({ [form.what]: wanted.error.issues[0]?.message ?? 'Check the marked fields.' })
      const becomes = wanted.data
      const was = form.what === 'leaves' ? (readLeaving(db).get(person.id) ?? '') : person[form.what]
      if (becomes === was) return { ok: true }
      if (form.shown !== undefined && form.shown !== was)
        return wrongIn({
          [form.what]:
            `Someone changed this to “${was}” ; you typed “${becomes}”. Nothing was overwritten. Save ` +
            'again to use yours.',
        })
      const wrong = against[form.what](db, person, becomes, { timeZone, today, now })
      if (wrong !== undefined) return wrongIn({ [form.what]: wrong })
      changePerson(db, { id: v7(), personId: person.id, what: form.what, was, becomes, at: now, by: form.recordedBy })
      // A smaller role, or none: what is open under the old one is shut at once.
      if (form.what === 'role' || (form.what === 'leaves' && becomes !== '' && becomes <= today))
        endAllSigningIn(db, person.id, now)
      return { ok: true }
    })
    .immediate()
}

/** What each may become. */
const shapes = {
  name: line('The name', 60),
  role: z.enum(roles, { error: 'Choose a role.' }),
  leaves: optionalDay('The day'),
} satisfies Record<PersonPart, z.ZodType<string>>

interface When {
  readonly timeZone: string
  readonly today: string
  readonly now: EpochMs
}

/** Why it may not become that; undefined when it may. */
const against: Readonly<
  Record<PersonPart, (db: Db, person: Person, becomes: string, when: When) => string | undefined>
> = {
  name: (db, person, becomes, { today }) =>
    peopleOn(db, today).some((p) => p.id !== person.id && p.name.toLowerCase() === becomes.toLowerCase())
      ? 'Someone here already has that name.'
      : undefined,
  role: (db, person, becomes, { now }) => {
    if (isLastLead(db, person)) return 'The last lead who can sign in stays lead: make someone else one first.'
    // Who may show a dog to its owner: leads and trainers.
    const shows = handlers([{ ...person, role: shapes.role.parse(becomes) }]).length > 0
    return shows ? undefined : moveFirst(db, person.id, now)
  },
  leaves: (db, person, becomes, { today, now }) => {
    if (becomes === '') return undefined
    if (becomes < addDays(today, -mostAhead) || becomes > addDays(today, mostAhead))
      return 'The day lies within a year from today.'
    if (isLastLead(db, person)) return 'The last lead who can sign in cannot leave: make someone else one first.'
    return moveFirst(db, person.id, now, (day) => day >= becomes)
  },
}

/** Whether nobody else who stays could sign in as lead. */
const isLastLead = (db: Db, person: Person): boolean =>
  person.role === 'lead' &&
  !peopleOn(db, afterAll).some((p) => p.id !== person.id && p.role === 'lead' && readPasscode(db, p.id) !== undefined)
