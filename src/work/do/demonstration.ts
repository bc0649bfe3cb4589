import { v7 } from 'uuid'
import { z } from 'zod'
import { scriptChange } from '@/core/demonstration/change'
import type { Db } from '@/store/database'
import { insertScriptChange, readScriptChanges } from '@/store/demonstrations'
import { findResident } from '@/store/residents'
import { nobody, whoField, worksHere } from '../scene/who'
import { refuse, type Deed } from './deed'

export const scriptForm = z.object({
  residencyId: z.uuid(),
  /** The change this one was made from; empty for none. Somebody else's in between is not written over. */
  from: z.string().max(40),
  change: scriptChange,
  recordedBy: whoField,
})

/** Keeps what a lead made of the script, with who and when; the ones before stay. */
export function changeScript(db: Db, form: z.infer<typeof scriptForm>, now: number): Deed {
  return db
    .transaction((): Deed => {
      if (!findResident(db, form.residencyId)) return refuse('There is no such resident.')
      if (!worksHere(db, form.recordedBy)) return refuse(nobody)
      if ((readScriptChanges(db, form.residencyId)[0]?.id ?? '') !== form.from)
        return refuse('Somebody changed this script in the meantime. Nothing was written over; look again.')
      insertScriptChange(db, {
        id: v7(),
        residencyId: form.residencyId,
        change: form.change,
        at: now,
        by: form.recordedBy,
      })
      return { ok: true }
    })
    .immediate()
}
