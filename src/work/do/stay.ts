import { dayWords } from '../scene/dayWords'
import { v7 } from 'uuid'
import { z } from 'zod'
import { dayIn, daysBetween } from '@/core/days'
import type { Db } from '@/store/database'
import { liveHandoff } from '@/store/handoffs'
import { readKennel } from '@/store/kennel'
import { dogInRun, findResident, residencyDuring } from '@/store/residents'
import { appendStayChange, endPause, insertPause, openPauses, pauseKinds } from '@/store/stay'
import { day } from '@/core/fields'
import { longestStay } from './begin'
import { aboutResident } from './about'
import { reasonBeside, type Done } from './correct'
import { refold } from '../record/refold'
import { nobody, whoField, worksHere } from '../scene/who'
import { refuse } from './deed'

export const stayForm = z.object({
  residencyId: z.uuid(),
  leavesOn: day('Goes home on'),
  reason: reasonBeside('stay'),
  /** The day that was shown when this one was typed. */
  was: day('Goes home on').optional(),
  recordedBy: whoField,
})

/**
 * Makes a stay longer or shorter. Never so that a booked handoff falls after it, nor into another dog's days in the
 * run.
 */
export function changeStay(db: Db, form: z.infer<typeof stayForm>, now: number): Done {
  return db
    .transaction((): Done => {
      const resident = findResident(db, form.residencyId)
      if (!resident) return refuse('Dog not found.')
      if (!worksHere(db, form.recordedBy)) return refuse(nobody)
      const sayDay = dayWords(db)
      const { timeZone } = readKennel(db)
      const today = dayIn(timeZone, now)
      if (resident.leavesOn < today)
        return refuse(
          `${resident.name} went home on ${sayDay(resident.leavesOn)}. A dog that comes back is taken in anew.`,
        )
      if (form.was !== undefined && form.was !== resident.leavesOn && form.leavesOn !== resident.leavesOn)
        return refuse(
          `Somebody changed the day to ${sayDay(resident.leavesOn)} meanwhile; you typed ` +
            `${sayDay(form.leavesOn)}. Nothing was ` +
            'written over. Send it again if it is to be yours.',
        )
      if (form.leavesOn === resident.leavesOn) return refuse('That is the day it goes home already.')
      if (form.leavesOn < today) return refuse('This day is past.')
      if (form.leavesOn <= resident.arrivesOn) return refuse('Going home must lie after the arrival.')
      if (daysBetween(resident.arrivesOn, form.leavesOn) > longestStay)
        return refuse(`A stay of more than ${longestStay} days. Is this a typo?`)
      const other = dogInRun(db, resident.runNumber, resident.arrivesOn, form.leavesOn, resident.residencyId)
      if (other !== undefined) return refuse(`${other} has run ${resident.runNumber} before then.`)
      const next = residencyDuring(db, resident.dogId, resident.arrivesOn, form.leavesOn, resident.residencyId)
      if (next !== undefined)
        return refuse(
          `${resident.name} is booked again from ${sayDay(next.arrivesOn)} to ${sayDay(next.leavesOn)}. ` +
            'Change that residency first.',
        )
      const handoff = liveHandoff(db, resident.residencyId)
      if (handoff && dayIn(timeZone, handoff.from) > form.leavesOn)
        return refuse(`The handoff is booked for ${sayDay(dayIn(timeZone, handoff.from))}. Move or cancel that first.`)
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

export const pauseForm = z.object({
  residencyId: z.uuid(),
  why: z.enum(pauseKinds, { error: 'Choose why.' }),
  note: z
    .string()
    .trim()
    .max(160, '160 letters at the most.')
    .regex(/^\P{Cc}*$/u, 'One line of text.')
    .default(''),
  recordedBy: whoField,
})

/** A dog that is sick or in season is not worked until somebody says that it is again. */
export function pause(db: Db, form: z.infer<typeof pauseForm>, now: number): Done {
  return aboutResident(db, form, (resident) => {
    const today = dayIn(readKennel(db).timeZone, now)
    if (today < resident.arrivesOn || today > resident.leavesOn) return 'It is not here today.'
    if (openPauses(db).has(form.residencyId)) return 'It is paused already.'
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
export function resume(db: Db, form: z.infer<typeof resumeForm>, now: number): Done {
  if (!worksHere(db, form.recordedBy)) return refuse(nobody)
  const open = openPauses(db).get(form.residencyId)
  if (!open) return refuse('It is not paused.')
  endPause(db, open.id, dayIn(readKennel(db).timeZone, now), form.recordedBy)
  return { ok: true, residencyId: form.residencyId }
}
