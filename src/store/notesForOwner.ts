import { z } from 'zod'
import type { Db } from './database'
import type { ResidencyId } from '@/core/ids'
import type { EpochMs } from '@/core/epochMs'

/** Design choice: notes of a stay that can be ticked for its owner; far more than anybody writes. */
export const mostNotes = 2000

const rows = z.array(z.object({ noteId: z.string(), shared: z.number() }))

/** Ids of the notes about a dog that its owner is to read. */
export const notesForOwner = (db: Db, residencyId: ResidencyId): ReadonlySet<string> => {
  const newest = new Map(
    rows
      .parse(
        db
          .prepare('SELECT note_id AS noteId, shared FROM note_for_owner WHERE residency_id = ? ORDER BY at, id')
          .all(residencyId),
      )
      .map((r) => [r.noteId, r.shared === 1]),
  )
  return new Set([...newest].flatMap(([id, shared]) => (shared ? [id] : [])))
}

/** Keeps whether the owner of a dog is to read a note about it. */
export function insertNoteForOwner(
  db: Db,
  row: {
    readonly id: string
    readonly residencyId: ResidencyId
    readonly noteId: string
    readonly shared: boolean
    readonly at: EpochMs
    readonly by: string
  },
): void {
  db.prepare(
    `INSERT INTO note_for_owner (id, residency_id, note_id, shared, at, by)
      VALUES (@id, @residencyId, @noteId, @shared, @at, @by)`,
  ).run({ ...row, shared: row.shared ? 1 : 0 })
}
