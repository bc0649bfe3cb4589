import { dayWords } from '../base/dayWords'
import { z } from 'zod'
import { dayIn, daysBetween } from '@/core/days'
import { booksFields, booksSchema, booksTyped } from '@/core/dog/booksForm'
import type { ResidencyId } from '@/core/ids'
import { firstRecorded } from '@/store/books'
import type { Db } from '@/store/database'
import { readKennel } from '@/store/kennel'
import { dogInRun, findResident, residencyDuring, type Resident } from '@/store/residents'
import { refold } from '../record/refold'
import { nobody, whoField, worksHere } from '../base/who'
import { longestStay } from '@/core/intake/bookingForm'
import { swapSchema } from '@/core/intake/stayForms'
import { changeBooks } from './changeBooks'
import type { Done } from './correct'
import { reject, wrongIn, type Rejection } from './actionResult'
import { saveDogForm, type FormHere } from './saveOver'
import type { EpochMs } from '@/core/epochMs'

export const booksForm = booksSchema.extend({ residencyId: z.uuid(), recordedBy: whoField })

/** Keeps the books of a dog as they were typed, and not over what somebody else put right since they were read. */
export const saveBooks = saveDogForm(booksHere, putRight)

/** The books of a dog as their form would be read now. */
function booksHere(db: Db, residencyId: ResidencyId): FormHere<typeof booksSchema> | Rejection {
  const resident = findResident(db, residencyId)
  if (!resident) return reject('dog-not-found', 'Dog not found.')
  const saved = { by: '', at: undefined, timeZone: readKennel(db).timeZone }
  return { schema: booksSchema, several: [], now: { typed: booksTyped(resident), fields: booksFields, saved } }
}

/**
 * Puts right what stands in the books of a dog: its name, its owner’s, its run and the day it came. What it was before
 * stays known; nothing is written where anything is wrong.
 */
export function putRight(db: Db, form: z.infer<typeof booksForm>, now: EpochMs): Done {
  return db
    .transaction((): Done => {
      const resident = findResident(db, form.residencyId)
      if (!resident) return reject('dog-not-found', 'Dog not found.')
      if (!worksHere(db, form.recordedBy)) return reject('not-staff', nobody)
      const errors = wrongBooks(db, resident, form)
      if (errors) return wrongIn(errors)
      const who = { recordedBy: form.recordedBy, now }
      changeBooks(db, resident, 'name', form.name, who)
      changeBooks(db, resident, 'owner', form.owner, who)
      changeBooks(db, resident, 'run', form.run, who)
      changeBooks(db, resident, 'arrives', form.arrivesOn, who)
      // A young dog's first week counts from the day it came.
      if (form.arrivesOn !== resident.arrivesOn) refold(db, resident.residencyId, now)
      return { ok: true, residencyId: resident.residencyId }
    })
    .immediate()
}

/** What speaks against it, by field; undefined for nothing. */
function wrongBooks(db: Db, resident: Resident, form: z.infer<typeof booksForm>): Record<string, string> | undefined {
  const errors: Record<string, string> = {}
  const dayText = dayWords(db)
  const { timeZone } = readKennel(db)
  const first = firstRecorded(db, resident.residencyId)
  const firstDay = first === null ? undefined : dayIn(timeZone, first)
  if (form.arrivesOn >= resident.leavesOn) errors['arrivesOn'] = 'Going home must lie after the arrival.'
  else if (daysBetween(form.arrivesOn, resident.leavesOn) > longestStay)
    errors['arrivesOn'] = `A stay of more than ${longestStay} days. Is this a typo?`
  else if (firstDay !== undefined && form.arrivesOn > firstDay)
    errors['arrivesOn'] = `The dog was already trained here on ${dayText(firstDay)}.`
  else {
    const clash = residencyDuring(db, resident.dogId, form.arrivesOn, resident.leavesOn, resident.residencyId)
    if (clash)
      errors['arrivesOn'] =
        `${resident.name} is here from ${dayText(clash.arrivesOn)} to ${dayText(clash.leavesOn)} already.`
  }
  const other = dogInRun(db, form.run, form.arrivesOn, resident.leavesOn, resident.residencyId)
  if (other !== undefined) errors['run'] = `${other} has run ${form.run} during these days. Swap them instead.`
  return Object.keys(errors).length > 0 ? errors : undefined
}

export const swapForm = swapSchema.extend({ residencyId: z.uuid(), recordedBy: whoField })

/** Two dogs change runs with each other. Refused where a third dog has one of them during the days. */
export function swapRuns(db: Db, form: z.infer<typeof swapForm>, now: EpochMs): Done {
  return db
    .transaction((): Done => {
      const one = findResident(db, form.residencyId)
      const other = findResident(db, form.otherId)
      if (!one || !other) return reject('dog-not-found', 'Dog not found.')
      if (!worksHere(db, form.recordedBy)) return reject('not-staff', nobody)
      if (one.residencyId === other.residencyId || one.runNumber === other.runNumber)
        return reject('same', 'They have the same run already.')
      const today = dayIn(readKennel(db).timeZone, now)
      const gone = [one, other].find((r) => r.leavesOn < today)
      if (gone) return reject('past', `${gone.name} went home on ${dayWords(db)(gone.leavesOn)}.`)
      const pair = [
        { resident: one, run: other.runNumber },
        { resident: other, run: one.runNumber },
      ]
      for (const { resident: r, run } of pair) {
        const third = dogInRun(db, run, r.arrivesOn, r.leavesOn, one.residencyId, other.residencyId)
        if (third !== undefined) return reject('taken', `${third} has run ${run} while ${r.name} is here.`)
      }
      for (const { resident: r, run } of pair) changeBooks(db, r, 'run', run, { recordedBy: form.recordedBy, now })
      return { ok: true, residencyId: one.residencyId }
    })
    .immediate()
}
