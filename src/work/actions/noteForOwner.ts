import { v7 } from 'uuid'
import { z } from 'zod'
import type { Db } from '@/store/database'
import { readNotes } from '@/store/journal'
import { insertNoteForOwner, mostNotes, notesForOwner } from '@/store/notesForOwner'
import { whoField } from '../base/who'
import { aboutResident } from './about'
import { reject, type ActionResult } from './actionResult'
import type { EpochMs } from '@/core/epochMs'

export const noteForOwnerForm = z.object({
  residencyId: z.uuid(),
  noteId: z.string().min(1).max(64),
  shared: z.boolean(),
  recordedBy: whoField,
})

/** Keeps whether the owner of a dog is to read a note about it, in the report of its week. */
export const tickNoteForOwner = (db: Db, form: z.infer<typeof noteForOwnerForm>, now: EpochMs): ActionResult =>
  aboutResident(db, form, ({ residencyId }) => {
    if (!readNotes(db, residencyId, mostNotes).some((n) => n.id === form.noteId))
      return reject('note-not-found', 'This note is not there any more.')
    if (notesForOwner(db, residencyId).has(form.noteId) === form.shared) return undefined
    const { noteId, shared, recordedBy: by } = form
    insertNoteForOwner(db, { id: v7(), residencyId, noteId, shared, at: now, by })
    return undefined
  })
