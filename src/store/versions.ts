import { z } from 'zod'
import type { Db } from './database'
import type { ResidencyId } from '@/core/ids'
import type { EpochMs } from '@/core/epochMs'

/** What a person made of something at a moment; the newest counts, the others are its history. */
export interface Version<Change> {
  readonly id: string
  readonly change: Change
  readonly at: EpochMs
  readonly by: string
}

export interface Versions<Change> {
  /** A residency’s versions, newest first. */
  readonly read: (db: Db, residencyId: ResidencyId) => readonly Version<Change>[]
  readonly append: (db: Db, residencyId: ResidencyId, version: Version<Change>) => void
}

/** Design choice: older ones are history that nobody reads on a screen. */
const mostRead = 200

/** Versions of what people wrote about a residency, kept in a table of their own. */
export function versionsIn<Change>(
  table: 'script_change' | 'homework_change' | 'report_change',
  shape: z.ZodType<Change>,
): Versions<Change> {
  const rows = z.array(z.object({ id: z.string(), change: z.string(), at: z.number(), by: z.string() }))
  return {
    read: (db, residencyId) =>
      rows
        .parse(
          db
            .prepare(
              `SELECT id, change, at, by
                FROM ${table}
                WHERE residency_id = ?
                ORDER BY at DESC, id DESC
                LIMIT ${mostRead}`,
            )
            .all(residencyId),
        )
        .map((r) => ({ ...r, change: shape.parse(JSON.parse(r.change)) })),
    append: (db, residencyId, { id, change, at, by }) => {
      db.prepare(`INSERT INTO ${table} (id, residency_id, change, at, by) VALUES (?, ?, ?, ?, ?)`).run(
        id,
        residencyId,
        JSON.stringify(change),
        at,
        by,
      )
    },
  }
}
