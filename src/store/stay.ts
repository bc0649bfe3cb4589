import { z } from 'zod'
import type { Db } from './database'

export interface StayChange {
  readonly id: string
  readonly residencyId: string
  /** The day of going home before, and from now on. */
  readonly was: string
  readonly leavesOn: string
  readonly reason: string
  readonly recordedBy: string
  readonly at: number
}

/** Appends the change and brings the residency up to it. */
export function appendStayChange(db: Db, change: StayChange): void {
  db.prepare('INSERT INTO stay_change (id, residency_id, was, leaves_on, reason, recorded_by, at) VALUES (@id, @residencyId, @was, @leavesOn, @reason, @recordedBy, @at)').run(change)
  db.prepare('UPDATE residency SET leaves_on = ? WHERE id = ?').run(change.leavesOn, change.residencyId)
}

const told = z.object({ was: z.string(), leavesOn: z.string(), reason: z.string(), by: z.string(), at: z.number() })
export type ToldStayChange = z.infer<typeof told>

/** What was changed of a stay and by whom, newest first. */
export const readStayChanges = (db: Db, residencyId: string): readonly ToldStayChange[] =>
  db.prepare('SELECT c.was, c.leaves_on AS leavesOn, c.reason, p.name AS by, c.at FROM stay_change c JOIN person p ON p.id = c.recorded_by WHERE c.residency_id = ? ORDER BY c.at DESC, c.id DESC').all(residencyId).map((r) => told.parse(r))
