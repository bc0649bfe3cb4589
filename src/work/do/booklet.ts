import { v7 } from 'uuid'
import { z } from 'zod'
import { insertBooklet } from '@/store/booklets'
import type { Db } from '@/store/database'
import { practicedAtHome } from '../scene/booklets'
import { homeworkFor } from '../scene/homework'
import { whoField } from '../scene/who'
import { aboutResident } from './about'
import type { Deed } from './deed'

export const bookletForm = z.object({ residencyId: z.uuid(), recordedBy: whoField })

/** Keeps that an owner was given the booklet as it is now. */
export const giveBooklet = (db: Db, form: z.infer<typeof bookletForm>, now: number): Deed =>
  aboutResident(db, form, (resident) => {
    const commands = practicedAtHome(homeworkFor(db, resident, now))
    insertBooklet(db, { id: v7(), residencyId: form.residencyId, commands, at: now, by: form.recordedBy })
    return undefined
  })
