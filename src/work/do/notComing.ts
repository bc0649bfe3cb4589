import { dayWords } from '../scene/dayWords'
import { z } from 'zod'
import { dayIn } from '@/core/days'
import { firstRecorded } from '@/store/books'
import type { Db } from '@/store/database'
import { readKennel } from '@/store/kennel'
import { deleteNotComing, findNotComing, insertNotComing } from '@/store/notComing'
import { dogInRun, residencyDuring } from '@/store/residents'
import { refold } from '../record/refold'
import { nobody, whoField, worksHere } from '../scene/who'
import { aboutResident } from './about'
import { reasonBeside } from './correct'
import { refuse, type Deed } from './deed'

export const notComingForm = z.object({ residencyId: z.uuid(), why: reasonBeside('booking'), recordedBy: whoField })
export const comingAfterAllForm = z.object({ residencyId: z.uuid(), recordedBy: whoField })

/** Cancels a booking of a dog that does not come: it takes no run any more and counts nowhere. */
export const cancelBooking = (db: Db, form: z.infer<typeof notComingForm>, now: number): Deed =>
  aboutResident(db, form, ({ residencyId, name, arrivesOn, leavesOn }) => {
    if (firstRecorded(db, residencyId) !== null)
      return `${name} was here: something was recorded. Change the day it goes home instead.`
    if (leavesOn < dayIn(readKennel(db).timeZone, now)) return `${name} went home on ${dayWords(db)(leavesOn)}.`
    insertNotComing(db, { residencyId, arrivesOn, leavesOn, why: form.why, at: now, by: form.recordedBy })
    return undefined
  })

/** Takes that back: the dog comes after all, where its run and its days are still free. */
export const takeCancelingBack = (db: Db, form: z.infer<typeof comingAfterAllForm>, now: number): Deed =>
  db
    .transaction((): Deed => {
      const booked = findNotComing(db, form.residencyId)
      if (!booked) return refuse('There is no such booking.')
      if (!worksHere(db, form.recordedBy)) return refuse(nobody)
      const { residencyId, dogId, name, runNumber, arrivesOn, leavesOn } = booked
      if (leavesOn < dayIn(readKennel(db).timeZone, now)) return refuse('Its days are over. Take it in anew.')
      const other = dogInRun(db, runNumber, arrivesOn, leavesOn, residencyId)
      if (other !== undefined) return refuse(`${other} has run ${runNumber} on these days by now. Take it in anew.`)
      if (residencyDuring(db, dogId, arrivesOn, leavesOn, residencyId))
        return refuse(`${name} is booked again on these days by now.`)
      deleteNotComing(db, booked)
      // The house may have changed its method while nobody was to come.
      refold(db, residencyId, now)
      return { ok: true }
    })
    .immediate()
