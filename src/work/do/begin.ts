import { v7 } from 'uuid'
import { z } from 'zod'
import { sides, sideSaid } from '@/core/dog/side'
import { isYoung } from '@/core/coach/allowed'
import { plainDog, traitNames, type DogTraits } from '@/core/dog/traits'
import { methodAt } from '@/core/method/method'
import { promisedRows, somePromised } from '@/core/intake/steps'
import { regimeOf } from '@/core/progress/regime'
import { roles } from '@/core/people/roles'
import { dayIn, daysBetween } from '@/core/days'
import { clock, day, fieldErrors, line, optionalDay, optionalLine } from '@/core/fields'
import type { Curriculum } from '@/core/curriculum/types'
import { newestCurriculum } from '@/store/curricula'
import type { Db } from '@/store/database'
import { insertHours, insertPerson, readKennel } from '@/store/kennel'
import { readHouse } from '@/store/house'
import { dropDraft } from '@/store/intake'
import { readMethodChanges } from '@/store/method'
import {
  dogInRun,
  dogsKnown,
  findResident,
  traitsOfDog,
  insertCueWord,
  insertDog,
  insertPromise,
  insertResidency,
  residencyDuring,
} from '@/store/residents'
import { writePasscode } from '@/store/signingIn'
import { refold } from '../record/refold'
import { refuse, wrongIn, type Deed } from './deed'
import { promisesFrom } from './promises'

export type FormResult = Deed<{ readonly id: string }>

export const trainerForm = z
  .object({
    name: line('The name', 60),
    role: z.enum(roles, { error: 'Choose a role.' }),
    weekdays: z.array(z.coerce.number().int().min(1).max(7)).min(1, 'Choose at least one working day.'),
    from: clock('The beginning'),
    to: clock('The end'),
  })
  .refine((f) => f.to > f.from, { path: ['to'], message: 'The end lies before the beginning.' })

/** House: a stay of more days is surely a slip of the key. */
export const longestStay = 200

export const dogForm = (today: string, promisesNeeded = true) =>
  z
    .object({
      name: line('The name', 60),
      owner: line('The owner', 80),
      run: line('The run number', 8),
      arrivesOn: optionalDay('Arrives on'),
      leavesOn: day('Goes home on'),
      releaseWord: optionalLine('The release word', 20),
      markerWord: optionalLine('The marker', 20),
      side: z.enum(sides, { error: 'Choose a side.' }),
      caution: optionalLine('The caution', 120),
      biteHistory: z.boolean(),
      cueWords: z.record(z.string(), optionalLine('The cue', 40)),
      bornOn: optionalDay('Born on'),
      traits: z.array(z.enum(traitNames)).default([]),
      promised: promisesNeeded ? somePromised : promisedRows,
      /** Of a dog that was here before. */
      dogId: z.union([z.literal(''), z.uuid()]).default(''),
      /**
       * What the residency is to be called: made by the screen, so that what was typed on one device can be gone on
       * with on another.
       */
      key: z.uuid().optional(),
    })
    .transform((f) => ({
      ...f,
      arrivesOn: f.arrivesOn === '' ? today : f.arrivesOn,
      releaseWord: f.releaseWord === '' ? 'Okay' : f.releaseWord,
      markerWord: f.markerWord === '' ? 'Yes' : f.markerWord,
    }))
    .superRefine((f, ctx) => {
      if (f.bornOn !== '' && f.bornOn > f.arrivesOn)
        ctx.addIssue({ code: 'custom', path: ['bornOn'], message: 'Born after it arrives: check the date.' })
      if (f.leavesOn <= f.arrivesOn)
        ctx.addIssue({ code: 'custom', path: ['leavesOn'], message: 'Goes home on must lie after the arrival.' })
      else if (daysBetween(f.arrivesOn, f.leavesOn) > longestStay)
        ctx.addIssue({
          code: 'custom',
          path: ['leavesOn'],
          message: `A residency of more than ${longestStay} days is surely a slip of the key.`,
        })
    })

/**
 * Adds a person with the same hours on each chosen weekday; without a passcode somebody works here and cannot sign in.
 */
export function addPerson(db: Db, raw: unknown, now: number, passcodeHash?: string): FormResult {
  const parsed = trainerForm.safeParse(raw)
  if (!parsed.success) return wrongIn(fieldErrors(parsed.error))
  const form = parsed.data
  return db
    .transaction((): FormResult => {
      const id = v7()
      insertPerson(db, { id, name: form.name, role: form.role, createdAt: now })
      if (passcodeHash !== undefined) writePasscode(db, id, passcodeHash)
      for (const weekday of new Set(form.weekdays))
        insertHours(db, { personId: id, weekday, from: form.from, to: form.to })
      return { ok: true, id }
    })
    .immediate()
}

/** The ladder that a booked dog will stand on the day it goes home, when a puppy may be grown. */
function ladderAtHome(
  db: Db,
  curriculum: Curriculum,
  form: z.infer<ReturnType<typeof dogForm>>,
  known: DogTraits | undefined,
  now: number,
): Curriculum {
  const traits = known ?? traitsIn(form)
  return regimeOf(curriculum, methodAt(readMethodChanges(db), now), {
    traits,
    side: sideSaid(form.side).side,
    young: isYoung(traits, form.leavesOn),
  }).curriculum
}

const traitsIn = (form: z.infer<ReturnType<typeof dogForm>>): DogTraits => ({
  ...plainDog,
  ...Object.fromEntries(form.traits.map((t) => [t, true])),
  bornOn: form.bornOn === '' ? null : form.bornOn,
})

/** Adds a dog with its residency, words and promises; the id is that of the residency. */
export function addDog(
  db: Db,
  raw: unknown,
  now: number,
  { promisesNeeded = true, pastToo = false }: { readonly promisesNeeded?: boolean; readonly pastToo?: boolean } = {},
): FormResult {
  const curriculum = newestCurriculum(db)
  const today = dayIn(readKennel(db).timeZone, now)
  const parsed = dogForm(today, promisesNeeded).safeParse(raw)
  if (!parsed.success) return wrongIn(fieldErrors(parsed.error))
  const form = parsed.data
  return db
    .transaction((): FormResult => {
      if (form.bornOn > today) return wrongIn({ bornOn: 'That day has not come yet.' })
      if (form.leavesOn < today && !pastToo)
        return wrongIn({ leavesOn: 'This day is past: the dog would be gone already.' })
      const taken = dogInRun(db, form.run, form.arrivesOn, form.leavesOn)
      if (taken !== undefined) return wrongIn({ run: `${taken} has run ${form.run} during these days.` })
      const id = form.key ?? v7()
      if (form.key !== undefined && findResident(db, id)) return refuse('This booking was made already.')
      const before = form.dogId === '' ? undefined : dogsKnown(db).find((d) => d.id === form.dogId)
      if (form.dogId !== '' && !before) return wrongIn({ dogId: 'No such dog was here before.' })
      const dogId = before?.id ?? v7()
      const clash = before && residencyDuring(db, dogId, form.arrivesOn, form.leavesOn)
      if (clash)
        return wrongIn({ arrivesOn: `${form.name} is here from ${clash.arrivesOn} to ${clash.leavesOn} already.` })
      // What was promised in a stay that is past was promised, whatever is asked of such a dog now.
      const past = form.leavesOn < today
      const ladder = past ? curriculum : ladderAtHome(db, curriculum, form, before && traitsOfDog(db, before.id), now)
      const wanted = promisesFrom(db, ladder, form.promised, past)
      if ('errors' in wanted) return wrongIn(wanted.errors)
      // A dog that comes back keeps its name in the books, its history and its words; it is tested afresh.
      if (!before)
        insertDog(db, {
          id: dogId,
          name: form.name,
          ownerName: form.owner,
          releaseWord: form.releaseWord,
          markerWord: form.markerWord,
          ...sideSaid(form.side),
          caution: form.caution,
          biteHistory: form.biteHistory,
          traits: traitsIn(form),
          createdAt: now,
        })
      if (!before)
        for (const command of curriculum.commands) {
          const word = form.cueWords[command.id]
          if (word) insertCueWord(db, dogId, command.id, word)
        }
      insertResidency(db, {
        id,
        dogId,
        runNumber: form.run,
        arrivesOn: form.arrivesOn,
        leavesOn: form.leavesOn,
        curriculumId: curriculum.id,
        curriculumVersion: curriculum.version,
        createdAt: now,
        rehearse: readHouse(db).rehearse === 'yes',
      })
      for (const { command, ...promise } of wanted.promises) insertPromise(db, id, command, promise)
      dropDraft(db, id, 'booking')
      refold(db, id, now)
      return { ok: true, id }
    })
    .immediate()
}
