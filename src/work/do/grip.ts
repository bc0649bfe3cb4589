import { z } from 'zod'
import { grips } from '@/core/curriculum/grip'
import type { Db } from '@/store/database'
import { writeGrip } from '@/store/house'
import { nobody, whoField, worksHere } from '../scene/who'
import { refuse, type Deed } from './deed'

export const gripForm = z.object({
  placeId: z.string().min(1).max(64),
  grip: z.enum(grips, { error: 'Does the floor grip?' }),
  recordedBy: whoField,
})

/** Keeps whether the floor of a place grips, as said by whoever stands on it. */
export function sayGrip(db: Db, form: z.infer<typeof gripForm>): Deed {
  if (!worksHere(db, form.recordedBy)) return refuse(nobody)
  return writeGrip(db, form.placeId, form.grip) ? { ok: true } : refuse('There is no such place.')
}
