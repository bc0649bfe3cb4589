import { z } from 'zod'
import { grips } from '@/core/curriculum/grip'
import type { Db } from '@/store/database'
import { writeGrip } from '@/store/house'
import { nobody, whoField, worksHere } from '../base/who'
import { reject, type ActionResult } from './actionResult'

export const gripForm = z.object({
  placeId: z.string().min(1).max(64),
  grip: z.enum(grips, { error: 'Does the floor grip?' }),
  recordedBy: whoField,
})

/** Keeps whether the floor of a place grips, as said by whoever stands on it. */
export function recordGrip(db: Db, form: z.infer<typeof gripForm>): ActionResult {
  if (!worksHere(db, form.recordedBy)) return reject('not-staff', nobody)
  return writeGrip(db, form.placeId, form.grip) ? { ok: true } : reject('location-not-found', 'Location not found.')
}
