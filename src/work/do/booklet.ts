import { v7 } from 'uuid'
import { z } from 'zod'
import { insertBooklet } from '@/store/booklets'
import type { Db } from '@/store/database'
import { findResident } from '@/store/residents'
import { practicedAtHome } from '../scene/booklets'
import { nobody, whoField, worksHere } from '../scene/who'
import { refuse, type Deed } from './deed'

export const bookletForm = z.object({ residencyId: z.uuid(), recordedBy: whoField })

/** Keeps that an owner was given the booklet as it is now. */
export const giveBooklet = (db: Db, form: z.infer<typeof bookletForm>, now: number): Deed =>
  db
    .transaction((): Deed => {
      const resident = findResident(db, form.residencyId)
      if (!resident) return refuse('There is no such resident.')
      if (!worksHere(db, form.recordedBy)) return refuse(nobody)
      insertBooklet(db, {
        id: v7(),
        residencyId: form.residencyId,
        commands: practicedAtHome(db, resident, now),
        at: now,
        by: form.recordedBy,
      })
      return { ok: true }
    })
    .immediate()
