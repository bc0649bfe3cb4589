import { v7 } from 'uuid'
import { z } from 'zod'
import { dayIn } from '@/core/days'
import { methodAt, methodChange } from '@/core/method/rows'
import type { Db } from '@/store/database'
import { readKennel } from '@/store/kennel'
import { insertMethodChange, readMethodChanges } from '@/store/method'
import { residentsOn } from '@/store/residents'
import { refold } from '../record/refold'
import { nobody, whoField, worksHere } from '../scene/who'

export const switchForm = z.object({ row: z.string(), option: z.string(), recordedBy: whoField })

/**
 * Switches a setting from now on: a fact with a date. Standings of everyone here are derived again in the same
 * transaction.
 */
export function switchMethod(
  db: Db,
  form: z.infer<typeof switchForm>,
  now: number,
): { readonly ok: true } | { readonly ok: false; readonly reason: string } {
  const parsed = methodChange.safeParse({ row: form.row, option: form.option })
  if (!parsed.success) return { ok: false, reason: parsed.error.issues.map((i) => i.message).join('; ') }
  return db
    .transaction((): { ok: true } | { ok: false; reason: string } => {
      if (!worksHere(db, form.recordedBy)) return { ok: false, reason: nobody }
      if (methodAt(readMethodChanges(db), now)[form.row] === form.option)
        return { ok: false, reason: 'It is set so already.' }
      insertMethodChange(db, v7(), { at: now, ...parsed.data }, form.recordedBy)
      for (const r of residentsOn(db, dayIn(readKennel(db).timeZone, now))) refold(db, r.residencyId, now)
      return { ok: true }
    })
    .immediate()
}
