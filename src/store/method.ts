import { z } from 'zod'
import type { DatedChange } from '@/core/method/method'
import type { Db } from './database'
import type { PersonId } from '@/core/ids'

const change = z.object({ row: z.string(), option: z.string(), at: z.number() })

/** Every change of the house method, in order of time. */
export const readMethodChanges = (db: Db): readonly DatedChange[] =>
  db
    .prepare('SELECT row, option, at FROM method_change ORDER BY at, id')
    .all()
    .map((r) => change.parse(r))

const choiceRow = z.object({ row: z.string(), option: z.string(), at: z.number(), by: z.string() })
export type ToldChange = z.infer<typeof choiceRow>

/** The newest changes with who made them. */
export const recentMethodChanges = (db: Db, most: number): readonly ToldChange[] =>
  db
    .prepare(
      `SELECT m.row, m.option, m.at, p.name AS by
        FROM method_change m
        JOIN person p ON p.id = m.recorded_by
        ORDER BY m.at DESC, m.id DESC LIMIT ?`,
    )
    .all(most)
    .map((r) => choiceRow.parse(r))

export function insertMethodChange(db: Db, id: string, row: DatedChange, recordedBy: PersonId): void {
  db.prepare('INSERT INTO method_change (id, row, option, at, recorded_by) VALUES (?, ?, ?, ?, ?)').run(
    id,
    row.row,
    row.option,
    row.at,
    recordedBy,
  )
}
