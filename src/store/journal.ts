import { z } from 'zod'
import type { Tried } from '@/core/coach/stuck'
import type { Db } from './database'
import { ofItsDevice } from './facts/standingReps'
import type { PersonId, ResidencyId, RungId } from '@/core/ids'
import type { EpochMs } from '@/core/epochMs'

export interface Note {
  readonly id: string
  /** The command it is about; null: the dog itself. */
  readonly command: string | null
  readonly text: string
  readonly at: EpochMs
  readonly by: string
}

const note = z.object({
  id: z.string(),
  command: z.string().nullable(),
  text: z.string(),
  at: z.number(),
  by: z.string(),
})

/** The newest notes about a dog, those made at the end of a set or a block among them. */
export const readNotes = (db: Db, residencyId: ResidencyId, most: number): readonly Note[] =>
  db
    .prepare(
      `SELECT n.id, n.command, n.text, n.at, p.name AS by
        FROM note n
        JOIN person p ON p.id = n.recorded_by
        WHERE n.residency_id = @residencyId
       UNION ALL
       SELECT c.id, s.command, c.note, c.at, p.name
       FROM training_set s
       JOIN set_close c ON c.set_id = s.id
       JOIN fact f ON f.id = c.id
       -- Written on another device it is the word of who sent it.
       JOIN person p
         ON p.id = CASE WHEN ${ofItsDevice('c', 's')} THEN s.recorded_by ELSE coalesce(f.sent_by, s.recorded_by) END
       WHERE s.residency_id = @residencyId AND c.note <> ''
         AND NOT EXISTS (SELECT 1 FROM voided v WHERE v.target_id = s.id)
       UNION ALL
       SELECT b.id, NULL, b.note, b.at, p.name FROM block_close b JOIN person p ON p.id = b.recorded_by
       WHERE b.residency_id = @residencyId AND b.note <> ''
         AND NOT EXISTS (SELECT 1 FROM voided v WHERE v.target_id = b.id)
       ORDER BY 4 DESC LIMIT @most`,
    )
    .all({ residencyId, most })
    .map((r) => note.parse(r))

export function insertNote(
  db: Db,
  row: {
    readonly id: string
    readonly residencyId: ResidencyId
    readonly command: string | null
    readonly text: string
    readonly at: EpochMs
    readonly recordedBy: PersonId
  },
): void {
  db.prepare(
    `INSERT INTO note (id, residency_id, command, text, at, recorded_by)
      VALUES (@id, @residencyId, @command, @text, @at, @recordedBy)`,
  ).run(row)
}

const tried = z
  .object({
    rung_id: z.string(),
    what: z.string(),
    went: z.enum(['better', 'same', 'worse']),
    note: z.string(),
    at: z.number(),
    by: z.string(),
  })
  .transform((r): Tried => ({ rungId: r.rung_id, what: r.what, went: r.went, note: r.note, at: r.at, by: r.by }))

/** What was tried with a dog that was stuck, newest first. */
export const readTried = (db: Db, residencyId: ResidencyId): readonly Tried[] =>
  db
    .prepare(
      `SELECT t.rung_id, t.what, t.went, t.note, t.at, p.name AS by
        FROM tried t
        JOIN person p ON p.id = t.recorded_by
        WHERE t.residency_id = ?
        ORDER BY t.at DESC`,
    )
    .all(residencyId)
    .map((r) => tried.parse(r))

export function insertTried(
  db: Db,
  row: {
    readonly id: string
    readonly residencyId: ResidencyId
    readonly rungId: RungId
    readonly what: string
    readonly went: Tried['went']
    readonly note: string
    readonly at: EpochMs
    readonly recordedBy: PersonId
  },
): void {
  db.prepare(
    `INSERT INTO tried (id, residency_id, rung_id, what, went, note, at, recorded_by)
      VALUES (@id, @residencyId, @rungId, @what, @went, @note, @at, @recordedBy)`,
  ).run(row)
}
