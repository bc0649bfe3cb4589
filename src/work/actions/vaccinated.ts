import { v7 } from 'uuid'
import { z } from 'zod'
import { dayIn } from '@/core/days'
import { vaccinated } from '@/core/intake/reminders'
import type { Db } from '@/store/database'
import { appendEntry, readEntry } from '@/store/intake'
import { readKennel } from '@/store/kennel'
import { whoField } from '../base/who'
import { aboutResident } from './about'
import { reject, type ActionResult } from './actionResult'
import type { EpochMs } from '@/core/epochMs'

export const vaccinatedForm = z.object({
  residencyId: z.uuid(),
  name: z.string().min(1).max(60),
  /** The day on which it was due, as it was shown. */
  due: z.iso.date(),
  recordedBy: whoField,
})

/** Keeps that a vaccination was given today, as a further entry of the dog’s health. */
export const giveVaccination = (db: Db, form: z.infer<typeof vaccinatedForm>, now: EpochMs): ActionResult =>
  aboutResident(db, form, ({ residencyId }) => {
    const today = dayIn(readKennel(db).timeZone, now)
    const health = readEntry(db, residencyId, 'health')?.entry
    const entry = health && vaccinated(health, { ...form, today })
    if (!entry) return reject('changed-meanwhile', 'This vaccination was changed. Check the intake.')
    appendEntry(db, { id: v7(), residencyId, step: 'health', entry, at: now, recordedBy: form.recordedBy })
    return undefined
  })
