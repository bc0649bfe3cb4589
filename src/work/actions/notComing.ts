import { dayWords } from '../base/dayWords'
import { z } from 'zod'
import { dayIn } from '@/core/days'
import { cancelSchema } from '@/core/intake/stayForms'
import { firstRecorded } from '@/store/books'
import type { Db } from '@/store/database'
import { readKennel } from '@/store/kennel'
import { deleteNotComing, findNotComing, insertNotComing } from '@/store/notComing'
import { dogInRun, residencyDuring } from '@/store/residents'
import { refold } from '../record/refold'
import { nobody, whoField, worksHere } from '../base/who'
import { aboutResident } from './about'
import { reject, type ActionResult } from './actionResult'
import type { EpochMs } from '@/core/epochMs'

export const notComingForm = cancelSchema.extend({ residencyId: z.uuid(), recordedBy: whoField })
export const comingAfterAllForm = z.object({ residencyId: z.uuid(), recordedBy: whoField })

/** Cancels a booking of a dog that does not come: it takes no run any more and counts nowhere. */
export const cancelBooking = (db: Db, form: z.infer<typeof notComingForm>, now: EpochMs): ActionResult =>
  aboutResident(db, form, ({ residencyId, name, arrivesOn, leavesOn }) => {
    if (firstRecorded(db, residencyId) !== null)
      return reject('sets-then', `${name} was here, and something was recorded. Change the last day instead.`)
    if (leavesOn < dayIn(readKennel(db).timeZone, now))
      return reject('past', `${name} went home on ${dayWords(db)(leavesOn)}.`)
    insertNotComing(db, { residencyId, arrivesOn, leavesOn, why: form.why, at: now, by: form.recordedBy })
    return undefined
  })

/** Takes that back: the dog comes after all, where its run and its days are still free. */
export const takeCancelingBack = (db: Db, form: z.infer<typeof comingAfterAllForm>, now: EpochMs): ActionResult =>
  db
    .transaction((): ActionResult => {
      const booked = findNotComing(db, form.residencyId)
      if (!booked) return reject('booking-not-found', 'Booking not found.')
      if (!worksHere(db, form.recordedBy)) return reject('not-staff', nobody)
      const { residencyId, dogId, name, runNumber, arrivesOn, leavesOn } = booked
      if (leavesOn < dayIn(readKennel(db).timeZone, now))
        return reject('past', 'That stay is over. Book the dog again.')
      const other = dogInRun(db, runNumber, arrivesOn, leavesOn, residencyId)
      if (other !== undefined)
        return reject('taken', `${other} has run ${runNumber} on these days by now. Book the dog again.`)
      if (residencyDuring(db, dogId, arrivesOn, leavesOn, residencyId))
        return reject('has-another', `${name} is booked again on these days by now.`)
      deleteNotComing(db, booked)
      // The house may have changed its method while nobody was to come.
      refold(db, residencyId, now)
      return { ok: true }
    })
    .immediate()
