import { z } from 'zod'
import { homeworkChange } from '@/core/demonstration/homeworkChange'
import type { PracticeEntry } from '@/core/demonstration/practiceLog'
import type { Db } from './database'
import { versionsIn } from './versions'
import type { ResidencyId } from '@/core/ids'
import type { EpochMs } from '@/core/epochMs'

/** What people made of a residency’s homework. */
export const homeworkChanges = versionsIn('homework_change', homeworkChange)

const practiceRows = z.array(
  z.object({
    entry: z.string(),
    day: z.string(),
    minute: z.number(),
    command: z.string(),
    clean: z.number(),
    reps: z.number(),
    seconds: z.number().nullable(),
    revision: z.number(),
  }),
)

/** What an owner practiced at home, oldest first: each entry as it was last changed, without those taken back. */
export const readPracticeLog = (db: Db, residencyId: ResidencyId): readonly PracticeEntry[] =>
  practiceRows.parse(
    db
      .prepare(
        `SELECT entry, day, minute, command, clean, reps, seconds, MAX(revision) AS revision
          FROM practice_log
          WHERE residency_id = ?
          GROUP BY entry
          HAVING reps > 0
          ORDER BY day, minute, entry`,
      )
      .all(residencyId),
  )

/** Keeps entries that are not here yet in this revision; gives how many were new. */
export function appendPractice(
  db: Db,
  residencyId: ResidencyId,
  entries: readonly PracticeEntry[],
  read: { readonly at: EpochMs; readonly by: string },
): number {
  const insert = db.prepare(
    `INSERT INTO practice_log
      (residency_id, entry, revision, day, minute, command, clean, reps, seconds, received_at, read_by)
      VALUES (@residencyId, @entry, @revision, @day, @minute, @command, @clean, @reps, @seconds, @at, @by)
      ON CONFLICT (residency_id, entry, revision) DO NOTHING`,
  )
  return entries.reduce((n, e) => n + insert.run({ residencyId, ...e, ...read }).changes, 0)
}
