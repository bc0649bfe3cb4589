import { v7 } from 'uuid'
import { z } from 'zod'
import { sides, sideSaid } from '@/core/dog/side'
import { isYoung } from '@/core/coach/allowed'
import { plainDog, traitNames, type DogTraits } from '@/core/dog/traits'
import { mostPlaces, whyNotPossible, type HouseGround } from '@/core/handoff/possible'
import { methodAt } from '@/core/method/rows'
import { usualPromise, type OwnerPromise } from '@/core/promise/ownerPromise'
import { regimeOf } from '@/core/progress/regime'
import { roles } from '@/core/people/roles'
import { findRung } from '@/core/curriculum/lookup'
import { dayIn, daysBetween } from '@/core/days'
import { clock, day, fieldErrors, line, optionalDay, optionalLine } from '@/core/fields'
import type { Curriculum } from '@/core/curriculum/types'
import { newestCurriculum } from '@/store/curricula'
import type { Db } from '@/store/database'
import { afterAll, insertHours, insertPerson, peopleOn, readKennel } from '@/store/kennel'
import { readHouse, readSpaces } from '@/store/house'
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
import { handlers } from '../scene/who'
import { refuse, wrongIn, type Deed } from './deed'

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

const promiseForm = z.object({
  /** One rung of each run that is promised. */
  rungIds: z.array(z.string()).min(1, 'Choose a rung.').max(6),
  level: z.coerce.number({ error: 'The level is a number from 0 to 5.' }).int().min(0).max(5).default(0),
  /** Undefined where nobody said: then the usual number, or as many as this house has. */
  places: z.preprocess(
    (p) => (p === '' || p === null ? undefined : p),
    z.coerce
      .number({ error: 'Places is a number from 1 to 12.' })
      .int()
      .min(1, 'At least one place.')
      .max(12, 'Twelve places at the most.')
      .optional(),
  ),
  people: z.preprocess(
    (p) => (p === '' || p === null ? undefined : p),
    z.coerce
      .number({ error: 'People is a number from 1 to 12.' })
      .int()
      .min(1, 'At least one person.')
      .max(12, 'Twelve people at the most.')
      .optional(),
  ),
})

const promisesForm = (curriculum: Curriculum, needed: boolean) =>
  z.record(z.string(), promiseForm).superRefine((promises, ctx) => {
    if (needed && Object.keys(promises).length === 0)
      ctx.addIssue({ code: 'custom', path: [], message: 'Promise at least one command.' })
    for (const [command, p] of Object.entries(promises)) {
      const found = p.rungIds.map((id) => findRung(curriculum, id))
      if (found.some((f) => f?.command.id !== command))
        ctx.addIssue({ code: 'custom', path: [command], message: 'Choose a rung of this command.' })
      else if (new Set(found.map((f) => f?.run.id)).size < found.length)
        ctx.addIssue({ code: 'custom', path: [command], message: 'Promise one rung of each run.' })
    }
  })

/** House: a stay of more days is surely a slip of the key. */
export const longestStay = 200

export const dogForm = (curriculum: Curriculum, today: string, promisesNeeded = true) =>
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
      promises: promisesForm(curriculum, promisesNeeded),
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

/** What this house has to keep promises with. As long as nobody works here it is not set up, and nobody is missed. */
export const groundOf = (db: Db): HouseGround => ({
  places: readSpaces(db),
  // A promise is for days to come: nobody counts who has said they leave.
  people: handlers(peopleOn(db, afterAll)).length || Number.POSITIVE_INFINITY,
})

/** What a promise has in this house where nobody says otherwise. */
export function usualHere(db: Db): { readonly places: number; readonly people: number } {
  const house = groundOf(db)
  return {
    places: Math.max(1, Math.min(usualPromise.places, house.places.length)),
    people: Math.max(1, Math.min(usualPromise.people, house.people)),
  }
}

/** The promises of a booking, complete; or, by field, why one of them can never be met in this house by this dog. */
function wantedPromises(
  db: Db,
  curriculum: Curriculum,
  form: z.infer<ReturnType<typeof dogForm>>,
  known: DogTraits | undefined,
  now: number,
  past: boolean,
):
  | { readonly promises: readonly { readonly command: string; readonly promise: OwnerPromise }[] }
  | { readonly errors: Readonly<Record<string, string>> } {
  const house = groundOf(db)
  const traits = known ?? {
    ...plainDog,
    ...Object.fromEntries(form.traits.map((t) => [t, true])),
    bornOn: form.bornOn === '' ? null : form.bornOn,
  }
  // A promise is kept by the day it goes home, when a puppy may be grown.
  const ladder = regimeOf(curriculum, methodAt(readMethodChanges(db), now), {
    traits,
    side: sideSaid(form.side).side,
    young: isYoung(traits, form.leavesOn),
  }).curriculum
  const promises = Object.entries(form.promises).flatMap(([command, p]) =>
    p.rungIds.map((rungId) => ({
      command,
      promise: {
        rungId,
        level: p.level,
        places: p.places ?? Math.max(1, Math.min(usualPromise.places, mostPlaces(ladder, rungId, house))),
        people: p.people ?? Math.max(1, Math.min(usualPromise.people, house.people)),
      },
    })),
  )
  const errors = promises.flatMap(({ command, promise }) => {
    // What is past was kept or not, whatever the house is now.
    const no = past ? undefined : whyNotPossible(ladder, promise, house)
    return no
      ? [[no.field === 'rung' ? `promises.${command}` : `promises.${command}.${no.field}`, no.why] as const]
      : []
  })
  return errors.length > 0 ? { errors: Object.fromEntries(errors) } : { promises }
}

/** Adds a dog with its residency, words and promises; the id is that of the residency. */
export function addDog(
  db: Db,
  raw: unknown,
  now: number,
  { promisesNeeded = true, pastToo = false }: { readonly promisesNeeded?: boolean; readonly pastToo?: boolean } = {},
): FormResult {
  const curriculum = newestCurriculum(db)
  const today = dayIn(readKennel(db).timeZone, now)
  const parsed = dogForm(curriculum, today, promisesNeeded).safeParse(raw)
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
      const wanted = wantedPromises(
        db,
        curriculum,
        form,
        before && traitsOfDog(db, before.id),
        now,
        form.leavesOn < today,
      )
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
          traits: {
            ...plainDog,
            ...Object.fromEntries(form.traits.map((t) => [t, true])),
            bornOn: form.bornOn === '' ? null : form.bornOn,
          },
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
      for (const { command, promise } of wanted.promises) insertPromise(db, id, command, promise)
      dropDraft(db, id, 'booking')
      refold(db, id, now)
      return { ok: true, id }
    })
    .immediate()
}
