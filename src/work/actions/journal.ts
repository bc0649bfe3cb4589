import { v7 } from 'uuid'
import { z } from 'zod'
import { offersFor, sharedOffer } from '@/core/coach/stuck'
import type { Db } from '@/store/database'
import { insertNote, insertTried, readTried } from '@/store/journal'
import { findResident } from '@/store/residents'
import type { Done } from './correct'
import { ladderOf } from '../base/regimes'
import { nobody, whoField, worksHere } from '../base/who'
import { reject } from './actionResult'
import type { EpochMs } from '@/core/epochMs'

const line = (most: number) =>
  z
    .string()
    .trim()
    .max(most, `${most} characters at most.`)
    .regex(/^\P{Cc}*$/u, 'One line of text.')

export const noteForm = z.object({
  residencyId: z.uuid(),
  command: z
    .string()
    .max(80)
    .transform((c) => (c === '' ? null : c)),
  text: line(400).min(1, 'Write something.'),
  recordedBy: whoField,
})

export const triedForm = z.object({
  residencyId: z.uuid(),
  rungId: z.string().max(80),
  what: z.string().min(1, 'Choose what was tried.').max(80),
  went: z.enum(['better', 'same', 'worse'], { error: 'Say how it went.' }),
  note: line(400),
  recordedBy: whoField,
})

/** Keeps a note about a dog, to open its next block. */
export function addNote(db: Db, form: z.infer<typeof noteForm>, now: EpochMs): Done {
  if (!findResident(db, form.residencyId)) return reject('dog-not-found', 'Dog not found.')
  if (!worksHere(db, form.recordedBy)) return reject('not-staff', nobody)
  insertNote(db, {
    id: v7(),
    residencyId: form.residencyId,
    command: form.command,
    text: form.text,
    at: now,
    recordedBy: form.recordedBy,
  })
  return { ok: true, residencyId: form.residencyId }
}

/** Logs what was tried with a dog that is stuck, and how it went. */
export function addTried(db: Db, form: z.infer<typeof triedForm>, now: EpochMs): Done {
  if (!findResident(db, form.residencyId)) return reject('dog-not-found', 'Dog not found.')
  if (!worksHere(db, form.recordedBy)) return reject('not-staff', nobody)
  if (
    form.what !== sharedOffer &&
    !offersFor(ladderOf(db, form.residencyId, now), form.rungId, readTried(db, form.residencyId)).some(
      (o) => o.id === form.what,
    )
  )
    return reject('not-offered', 'That is nothing Kibou offers at this rung.')
  insertTried(db, {
    id: v7(),
    residencyId: form.residencyId,
    rungId: form.rungId,
    what: form.what,
    went: form.went,
    note: form.note,
    at: now,
    recordedBy: form.recordedBy,
  })
  return { ok: true, residencyId: form.residencyId }
}
