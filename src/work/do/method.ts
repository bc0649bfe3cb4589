import { v7 } from 'uuid'
import { z } from 'zod'
import { dayIn } from '@/core/days'
import { methodChange } from '@/core/method/change'
import { methodAt } from '@/core/method/rows'
import type { Db } from '@/store/database'
import { readKennel } from '@/store/kennel'
import { insertMethodChange, readMethodChanges } from '@/store/method'
import { residentsOn } from '@/store/residents'
import { refold } from '../record/refold'
import { nobody, whoField, worksHere } from '../scene/who'
import { refuse, type Deed } from './deed'

export const switchForm = z.object({ row: z.string(), option: z.string(), recordedBy: whoField })

/**
 * Switches a setting from now on: a fact with a date. Standings of everyone here are derived again in the same
 * transaction.
 */
export function switchMethod(db: Db, form: z.infer<typeof switchForm>, now: number): Deed {
  const parsed = methodChange.safeParse({ row: form.row, option: form.option })
  if (!parsed.success) return refuse(parsed.error.issues.map((i) => i.message).join('; '))
  return db
    .transaction((): Deed => {
      if (!worksHere(db, form.recordedBy)) return refuse(nobody)
      if (methodAt(readMethodChanges(db), now)[form.row] === form.option) return refuse('It is set so already.')
      insertMethodChange(db, v7(), { at: now, ...parsed.data }, form.recordedBy)
      for (const r of residentsOn(db, dayIn(readKennel(db).timeZone, now))) refold(db, r.residencyId, now)
      return { ok: true }
    })
    .immediate()
}
