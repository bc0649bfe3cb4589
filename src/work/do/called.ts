import { v7 } from 'uuid'
import { z } from 'zod'
import { insertCall } from '@/store/calls'
import type { Db } from '@/store/database'
import { findResident } from '@/store/residents'
import { nobody, whoField, worksHere } from '../scene/who'
import { refuse, type Deed } from './deed'

export const calledForm = z.object({ residencyId: z.uuid(), called: z.boolean(), recordedBy: whoField })

/** Keeps that the owner was called about a dog that will not make its date, or that they were not after all. */
export const tickCall = (db: Db, form: z.infer<typeof calledForm>, now: number): Deed =>
  db
    .transaction((): Deed => {
      if (!findResident(db, form.residencyId)) return refuse('There is no such dog here.')
      if (!worksHere(db, form.recordedBy)) return refuse(nobody)
      const { residencyId, called, recordedBy: by } = form
      insertCall(db, { id: v7(), residencyId, called, at: now, by })
      return { ok: true }
    })
    .immediate()
