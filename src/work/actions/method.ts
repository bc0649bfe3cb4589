import { v7 } from 'uuid'
import { z } from 'zod'
import { methodChange } from '@/core/method/change'
import { methodAt } from '@/core/method/method'
import type { Db } from '@/store/database'
import { insertMethodChange, readMethodChanges } from '@/store/method'
import { noHooks, type Hooks } from '../base/hooks'
import { refoldUnder } from '../record/refold'
import { nobody, whoField, worksHere } from '../base/who'
import { reject, type ActionResult, type Rejection } from './actionResult'
import type { EpochMs } from '@/core/epochMs'

export const switchForm = z.object({ row: z.string(), option: z.string(), recordedBy: whoField })

/**
 * Switches a setting from now on: a fact with a date. Standings of everyone here are derived again with it. With sixty
 * dogs that takes seconds, in which others record: done by a job (jobs/switchMethod).
 */
export function switchMethod(
  db: Db,
  form: z.infer<typeof switchForm>,
  now: EpochMs,
  hooks: Hooks = noHooks,
): ActionResult {
  const parsed = methodChange.safeParse({ row: form.row, option: form.option })
  if (!parsed.success) return reject('invalid', parsed.error.issues.map((i) => i.message).join('; '))
  const change = { at: now, ...parsed.data }
  const whyNot = (): Rejection | undefined => {
    if (!worksHere(db, form.recordedBy)) return reject('not-staff', nobody)
    const isSo = methodAt(readMethodChanges(db), now)[form.row] === form.option
    return isSo ? reject('same', 'That is already the setting.') : undefined
  }
  // Asked before the work and again behind it: somebody else may have set it meanwhile.
  let why = whyNot()
  if (why !== undefined) return why
  const done = refoldUnder(
    db,
    now,
    (house) => ({ ...house, changes: [...house.changes, change].sort((a, b) => a.at - b.at) }),
    () => {
      why = whyNot()
      if (why === undefined) insertMethodChange(db, v7(), change, form.recordedBy)
      return why === undefined
    },
    hooks,
  )
  return done ? { ok: true } : (why ?? reject('stopped', 'Stopped early. Nothing was changed.'))
}
