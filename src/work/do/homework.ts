import { z } from 'zod'
import { homeworkChange } from '@/core/demonstration/homeworkChange'
import { mostLetters, readPractice } from '@/core/demonstration/practiceLog'
import type { Db } from '@/store/database'
import { appendPractice, homeworkChanges } from '@/store/homework'
import { findResident } from '@/store/residents'
import { nobody, whoField, worksHere } from '../scene/who'
import { refuse, type Deed } from './deed'
import { keepVersion } from './versions'

export const homeworkForm = z.object({
  residencyId: z.uuid(),
  /** The version this one was made from; empty for none. */
  from: z.string().max(40),
  change: homeworkChange,
  recordedBy: whoField,
})

/** Keeps what a person made of the homework. */
export const changeHomework = (db: Db, form: z.infer<typeof homeworkForm>, now: number): Deed =>
  keepVersion(db, homeworkChanges, 'homework', form, now)

export const practiceForm = z.object({
  residencyId: z.uuid(),
  text: z.string().max(mostLetters, 'This is far too long for a practice log. Nothing was read.'),
  recordedBy: whoField,
})

/** Reads a practice log that came back: each entry once, all of it or nothing, another dog’s refused by name. */
export function readBackPractice(
  db: Db,
  form: z.infer<typeof practiceForm>,
  now: number,
): Deed<{ readonly read: number; readonly fresh: number }> {
  return db
    .transaction((): Deed<{ readonly read: number; readonly fresh: number }> => {
      if (!findResident(db, form.residencyId)) return refuse('There is no such resident.')
      if (!worksHere(db, form.recordedBy)) return refuse(nobody)
      const log = readPractice(form.text, form.residencyId)
      if (!log.ok) return refuse(log.why)
      const fresh = appendPractice(db, form.residencyId, log.entries, { at: now, by: form.recordedBy })
      return { ok: true, read: log.entries.length, fresh }
    })
    .immediate()
}
