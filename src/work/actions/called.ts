import { v7 } from 'uuid'
import { z } from 'zod'
import { insertCall } from '@/store/calls'
import type { Db } from '@/store/database'
import { whoField } from '../base/who'
import { aboutResident } from './about'
import type { ActionResult } from './actionResult'
import type { EpochMs } from '@/core/epochMs'

export const calledForm = z.object({ residencyId: z.uuid(), called: z.boolean(), recordedBy: whoField })

/** Keeps that the owner was called about a dog that will not make its date, or that they were not after all. */
export const tickCall = (db: Db, form: z.infer<typeof calledForm>, now: EpochMs): ActionResult =>
  aboutResident(db, form, ({ residencyId }) => {
    insertCall(db, { id: v7(), residencyId, called: form.called, at: now, by: form.recordedBy })
    return undefined
  })
