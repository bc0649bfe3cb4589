import { z } from 'zod'
import { pauseKinds } from '@/core/intake/stay'
import type { Db } from './database'
import type { PersonId, ResidencyId } from '@/core/ids'
import type { EpochMs } from '@/core/epochMs'

export interface StayChange {
  readonly id: string
  readonly residencyId: ResidencyId
  /** The day of going home before, and from now on. */
  readonly was: string
  readonly leavesOn: string
  readonly reason: string
  readonly recordedBy: PersonId
  readonly at: EpochMs
}

/** Appends the change and brings the residency up to it. */
export function appendStayChange(db: Db, change: StayChange): void {
  db.prepare(
    `INSERT INTO stay_change (id, residency_id, was, leaves_on, reason, recorded_by, at)
      VALUES (@id, @residencyId, @was, @leavesOn, @reason, @recordedBy, @at)`,
  ).run(change)
  db.prepare('UPDATE residency SET leaves_on = ? WHERE id = ?').run(change.leavesOn, change.residencyId)
}

const changeRow = z.object({
  was: z.string(),
  leavesOn: z.string(),
  reason: z.string(),
  by: z.string(),
  at: z.number(),
})
export type ToldStayChange = z.infer<typeof changeRow>

/** What was changed of a stay and by whom, newest first. */
export const readStayChanges = (db: Db, residencyId: ResidencyId): readonly ToldStayChange[] =>
  db
    .prepare(
      `SELECT c.was, c.leaves_on AS leavesOn, c.reason, p.name AS by, c.at
        FROM stay_change c
        JOIN person p ON p.id = c.recorded_by
        WHERE c.residency_id = ?
        ORDER BY c.at DESC, c.id DESC`,
    )
    .all(residencyId)
    .map((r) => changeRow.parse(r))

const pause = z.object({
  id: z.string(),
  residencyId: z.string(),
  why: z.enum(pauseKinds),
  note: z.string(),
  fromDay: z.string(),
})
export type Pause = z.infer<typeof pause>

export function insertPause(db: Db, p: Pause & { readonly at: EpochMs; readonly recordedBy: PersonId }): void {
  db.prepare(
    `INSERT INTO pause (id, residency_id, why, note, from_day, at, recorded_by)
      VALUES (@id, @residencyId, @why, @note, @fromDay, @at, @recordedBy)`,
  ).run(p)
}

export function endPause(db: Db, id: string, endedOn: string, endedBy: string): void {
  db.prepare('UPDATE pause SET ended_on = ?, ended_by = ? WHERE id = ? AND ended_on IS NULL').run(endedOn, endedBy, id)
}

/** Pauses that have not ended, by residency. */
export const openPauses = (db: Db): ReadonlyMap<string, Pause> =>
  new Map(
    db
      .prepare(
        'SELECT id, residency_id AS residencyId, why, note, from_day AS fromDay FROM pause WHERE ended_on IS NULL',
      )
      .all()
      .map((r) => pause.parse(r))
      .map((p) => [p.residencyId, p]),
  )
