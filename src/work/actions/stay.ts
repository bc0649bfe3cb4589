import { dayWords } from '../base/dayWords'
import { v7 } from 'uuid'
import { z } from 'zod'
import { dayIn, daysBetween } from '@/core/days'
import type { Db } from '@/store/database'
import { liveHandoff } from '@/store/handoffs'
import { readKennel } from '@/store/kennel'
import { dogInRun, findResident, residencyDuring } from '@/store/residents'
import { appendStayChange, endPause, insertPause, openPauses, readStayChanges } from '@/store/stay'
import type { ResidencyId } from '@/core/ids'
import { stayTyped } from '@/core/intake/stay'
import { pauseSchema, stayFields, staySchema } from '@/core/intake/stayForms'
import { longestStay } from '@/core/intake/bookingForm'
import { aboutResident } from './about'
import type { Done } from './correct'
import { refold } from '../record/refold'
import { nobody, whoField, worksHere } from '../base/who'
import { reject, type Rejection } from './actionResult'
import { saveDogForm, type FormHere } from './saveOver'
import type { EpochMs } from '@/core/epochMs'

export const stayForm = staySchema.extend({ residencyId: z.uuid(), recordedBy: whoField })

/** Changes a stay as it was typed, and not over what somebody else changed since it was read. */
export const saveStay = saveDogForm(stayHere, changeStay)

/** A stay as its form would be read now. */
function stayHere(db: Db, residencyId: ResidencyId): FormHere<typeof staySchema> | Rejection {
  const resident = findResident(db, residencyId)
  if (!resident) return reject('dog-not-found', 'Dog not found.')
  const [last] = readStayChanges(db, residencyId)
  const saved = { by: last?.by ?? '', at: last?.at, timeZone: readKennel(db).timeZone }
  return { schema: staySchema, several: [], now: { typed: stayTyped(resident), fields: stayFields, saved } }
}

/**
 * Makes a stay longer or shorter. Never so that a booked handoff falls after it, nor into another dog's days in the
 * run.
 */
export function changeStay(db: Db, form: z.infer<typeof stayForm>, now: EpochMs): Done {
  return db
    .transaction((): Done => {
      const resident = findResident(db, form.residencyId)
      if (!resident) return reject('dog-not-found', 'Dog not found.')
      if (!worksHere(db, form.recordedBy)) return reject('not-staff', nobody)
      const dayText = dayWords(db)
      const { timeZone } = readKennel(db)
      const today = dayIn(timeZone, now)
      if (resident.leavesOn < today)
        return reject(
          'past',
          `${resident.name} went home on ${dayText(resident.leavesOn)}. Book a dog that comes back as a new stay.`,
        )
      if (form.leavesOn === resident.leavesOn) return reject('same', 'That is already the last day.')
      if (form.leavesOn < today) return reject('past', 'This day is past.')
      if (form.leavesOn <= resident.arrivesOn) return reject('dates', 'Going home must lie after the arrival.')
      if (daysBetween(resident.arrivesOn, form.leavesOn) > longestStay)
        return reject('dates', `A stay of more than ${longestStay} days. Is this a typo?`)
      const other = dogInRun(db, resident.runNumber, resident.arrivesOn, form.leavesOn, resident.residencyId)
      if (other !== undefined) return reject('taken', `${other} has run ${resident.runNumber} before then.`)
      const next = residencyDuring(db, resident.dogId, resident.arrivesOn, form.leavesOn, resident.residencyId)
      if (next !== undefined)
        return reject(
          'has-another',
          `${resident.name} is booked again from ${dayText(next.arrivesOn)} to ${dayText(next.leavesOn)}. ` +
            'Change that residency first.',
        )
      const handoff = liveHandoff(db, resident.residencyId)
      if (handoff && dayIn(timeZone, handoff.fromMs) > form.leavesOn)
        return reject(
          'has-another',
          `The handoff is booked for ${dayText(dayIn(timeZone, handoff.fromMs))}. Move or cancel that first.`,
        )
      appendStayChange(db, {
        id: v7(),
        residencyId: resident.residencyId,
        was: resident.leavesOn,
        leavesOn: form.leavesOn,
        reason: form.reason,
        recordedBy: form.recordedBy,
        at: now,
      })
      // What the house changed in its method counts for a dog only while it is here.
      refold(db, resident.residencyId, now)
      return { ok: true, residencyId: resident.residencyId }
    })
    .immediate()
}

export const pauseForm = pauseSchema.extend({ residencyId: z.uuid(), recordedBy: whoField })

/** A dog that is sick or in season is not worked until somebody says that it is again. */
export function pause(db: Db, form: z.infer<typeof pauseForm>, now: EpochMs): Done {
  return aboutResident(db, form, (resident) => {
    const today = dayIn(readKennel(db).timeZone, now)
    if (today < resident.arrivesOn || today > resident.leavesOn)
      return reject('not-possible', 'The dog is not here today.')
    if (openPauses(db).has(form.residencyId)) return reject('paused', 'Training is already paused.')
    insertPause(db, {
      id: v7(),
      residencyId: form.residencyId,
      why: form.why,
      note: form.note,
      fromDay: today,
      at: now,
      recordedBy: form.recordedBy,
    })
    return undefined
  })
}

export const resumeForm = z.object({ residencyId: z.uuid(), recordedBy: whoField })

/** The dog is worked again, from today. */
export function resume(db: Db, form: z.infer<typeof resumeForm>, now: EpochMs): Done {
  if (!worksHere(db, form.recordedBy)) return reject('not-staff', nobody)
  const open = openPauses(db).get(form.residencyId)
  if (!open) return reject('not-paused', 'Training is not paused.')
  endPause(db, open.id, dayIn(readKennel(db).timeZone, now), form.recordedBy)
  return { ok: true, residencyId: form.residencyId }
}
