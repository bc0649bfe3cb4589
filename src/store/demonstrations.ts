import { z } from 'zod'
import { scriptChange, type ScriptChange } from '@/core/demonstration/change'
import type { Db } from './database'

export interface KeptChange {
  readonly id: string
  readonly residencyId: string
  readonly change: ScriptChange
  readonly at: number
  readonly by: string
}

const row = z
  .object({ id: z.string(), residency_id: z.string(), change: z.string(), at: z.number(), by: z.string() })
  .transform((r): KeptChange => ({
    id: r.id,
    residencyId: r.residency_id,
    change: scriptChange.parse(JSON.parse(r.change)),
    at: r.at,
    by: r.by,
  }))

/** House: older ones are history that nobody reads on a screen. */
const mostRead = 20

/** What was changed of a residency's script, newest first. */
export const readScriptChanges = (db: Db, residencyId: string): readonly KeptChange[] =>
  db
    .prepare(
      `SELECT id, residency_id, change, at, by
        FROM script_change
        WHERE residency_id = ?
        ORDER BY at DESC, id DESC
        LIMIT ${mostRead}`,
    )
    .all(residencyId)
    .map((r) => row.parse(r))

export function insertScriptChange(db: Db, kept: KeptChange): void {
  db.prepare('INSERT INTO script_change (id, residency_id, change, at, by) VALUES (?, ?, ?, ?, ?)').run(
    kept.id,
    kept.residencyId,
    JSON.stringify(kept.change),
    kept.at,
    kept.by,
  )
}
