import { v7 } from 'uuid'
import { z } from 'zod'
import { insertBooklet } from '@/store/booklets'
import type { Db } from '@/store/database'
import { practicedAtHome } from '../context/booklets'
import { homeworkFor } from '../context/homework'
import { whoField } from '../base/who'
import { aboutResident } from './about'
import type { ActionResult } from './actionResult'
import type { EpochMs } from '@/core/epochMs'

export const bookletForm = z.object({ residencyId: z.uuid(), recordedBy: whoField })

/** Keeps that an owner was given the booklet as it is now. */
export const giveBooklet = (db: Db, form: z.infer<typeof bookletForm>, now: EpochMs): ActionResult =>
  aboutResident(db, form, (resident) => {
    const commands = practicedAtHome(homeworkFor(db, resident, now))
    insertBooklet(db, { id: v7(), residencyId: form.residencyId, commands, at: now, by: form.recordedBy })
    return undefined
  })
