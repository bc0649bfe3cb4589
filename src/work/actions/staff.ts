import { v7 } from 'uuid'
import type { z } from 'zod'
import type { Sent } from '@/core/clash'
import { addDays, dayIn } from '@/core/days'
import type { Typed } from '@/core/fields'
import type { PersonId } from '@/core/ids'
import {
  personChangeFields,
  personChangeSchema,
  personChangeTyped,
  personParts,
  type PersonPart,
} from '@/core/people/personChange'
import type { Db } from '@/store/database'
import {
  afterAll,
  changePerson,
  lastPersonChange,
  peopleOn,
  readKennel,
  readLeaving,
  readPeople,
  type Person,
} from '@/store/kennel'
import { endAllSigningIn, readPasscode } from '@/store/signingIn'
import { moveFirst } from '../context/slots'
import { handlers, nobody } from '../base/who'
import { reject, wrongIn, type ActionResult, type Rejection } from './actionResult'
import { savedBy, saveForm, type Clashed, type FormHere } from './saveOver'
import type { EpochMs } from '@/core/epochMs'

/** Design choice: nobody says more than a year before when they leave, nor a year after. */
const mostAhead = 366

/** The person that a form is of, and who sent it. */
interface AboutPerson {
  readonly personId: string
  readonly recordedBy: PersonId
}

/**
 * Corrects somebody’s name or role, or says from which day on they do not work here; what it was stays known. The last
 * lead stays lead and here; who is booked to show a dog after that day is named first.
 */
export const changeStaffMember = (
  db: Db,
  form: Typed | Sent,
  about: AboutPerson,
  now: EpochMs,
): ActionResult | Clashed =>
  saveForm(
    db,
    form,
    () => personHere(db, about.personId),
    (wanted) => writePerson(db, wanted, about, now),
  )

/** Somebody who works here as their form would be read now. */
function personHere(db: Db, personId: string): FormHere<typeof personChangeSchema> | Rejection {
  const person = asShown(db, personId)
  if (!person) return reject('not-staff', nobody)
  const saved = savedBy(db, lastPersonChange(db, personId))
  const now = { typed: personChangeTyped(person), fields: personChangeFields(person.name), saved }
  return { schema: personChangeSchema, several: [], now }
}

function asShown(db: Db, personId: string) {
  const person = readPeople(db).find((p) => p.id === personId)
  return person && { ...person, leaves: readLeaving(db).get(personId) ?? '' }
}

function writePerson(
  db: Db,
  wanted: z.output<typeof personChangeSchema>,
  { personId, recordedBy }: AboutPerson,
  now: EpochMs,
): ActionResult {
  const person = asShown(db, personId)
  if (!person) return reject('not-staff', nobody)
  const { timeZone } = readKennel(db)
  const today = dayIn(timeZone, now)
  const changed = personParts.filter((what) => wanted[what] !== person[what])
  const wrong = changed.flatMap((what) => {
    const why = against[what](db, person, wanted[what], { timeZone, today, now })
    return why === undefined ? [] : [[what, why] as const]
  })
  if (wrong.length > 0) return wrongIn(Object.fromEntries(wrong))
  for (const what of changed) {
    const [was, becomes] = [person[what], wanted[what]]
    changePerson(db, { id: v7(), personId, what, was, becomes, at: now, by: recordedBy })
    // A smaller role, or none: what is open under the old one is shut at once.
    if (what === 'role' || (what === 'leaves' && becomes !== '' && becomes <= today)) endAllSigningIn(db, personId, now)
  }
  return { ok: true }
}

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
    const shows = handlers([{ ...person, role: personChangeSchema.shape.role.parse(becomes) }]).length > 0
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
