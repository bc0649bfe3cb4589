import { z } from 'zod'
import { homeworkChange, type HomeworkChange } from '@/core/demonstration/homeworkChange'
import type { PracticeEntry } from '@/core/demonstration/practiceLog'
import type { Db } from './database'

export interface KeptHomework {
  readonly id: string
  readonly change: HomeworkChange
  readonly at: number
  readonly by: string
}

const changeRows = z.array(
  z
    .object({ id: z.string(), change: z.string(), at: z.number(), by: z.string() })
    .transform((r): KeptHomework => ({ ...r, change: homeworkChange.parse(JSON.parse(r.change)) })),
)

/** House: older versions are history that nobody reads on a screen. */
const mostRead = 20

/** What people made of a residency’s homework, newest first. */
export const readHomework = (db: Db, residencyId: string): readonly KeptHomework[] =>
  changeRows.parse(
    db
      .prepare(
        `SELECT id, change, at, by
          FROM homework_change
          WHERE residency_id = ?
          ORDER BY at DESC, id DESC
          LIMIT ${mostRead}`,
      )
      .all(residencyId),
  )

export function insertHomework(db: Db, residencyId: string, kept: KeptHomework): void {
  db.prepare('INSERT INTO homework_change (id, residency_id, change, at, by) VALUES (?, ?, ?, ?, ?)').run(
    kept.id,
    residencyId,
    JSON.stringify(kept.change),
    kept.at,
    kept.by,
  )
}

const practiceRows = z.array(
  z.object({
    entry: z.string(),
    day: z.string(),
    minute: z.number(),
    command: z.string(),
    clean: z.number(),
    reps: z.number(),
    seconds: z.number().nullable(),
  }),
)

/** What an owner practised at home, oldest first. */
export const readPracticeLog = (db: Db, residencyId: string): readonly PracticeEntry[] =>
  practiceRows.parse(
    db
      .prepare(
        `SELECT entry, day, minute, command, clean, reps, seconds
          FROM practice_log
          WHERE residency_id = ?
          ORDER BY day, minute, entry`,
      )
      .all(residencyId),
  )

/** Keeps entries that are not here yet; gives how many were new. */
export function appendPractice(
  db: Db,
  residencyId: string,
  entries: readonly PracticeEntry[],
  read: { readonly at: number; readonly by: string },
): number {
  const insert = db.prepare(
    `INSERT INTO practice_log (residency_id, entry, day, minute, command, clean, reps, seconds, received_at, read_by)
      VALUES (@residencyId, @entry, @day, @minute, @command, @clean, @reps, @seconds, @at, @by)
      ON CONFLICT (residency_id, entry) DO NOTHING`,
  )
  return entries.reduce((n, e) => n + insert.run({ residencyId, ...e, ...read }).changes, 0)
}
