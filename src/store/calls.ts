import { z } from 'zod'
import type { Db } from './database'
import type { ResidencyId } from '@/core/ids'
import type { EpochMs } from '@/core/epochMs'

const callRow = z.object({ called: z.number(), at: z.number(), by: z.string() }).optional()

/** The last call to the owner of a residency, with the name of who called; undefined where that was taken back. */
export function lastCall(db: Db, residencyId: ResidencyId): { readonly at: EpochMs; readonly by: string } | undefined {
  const last = callRow.parse(
    db
      .prepare(
        `SELECT c.called, c.at, p.name AS by
          FROM owner_called c
          JOIN person p ON p.id = c.by
          WHERE c.residency_id = ?
          ORDER BY c.at DESC, c.id DESC LIMIT 1`,
      )
      .get(residencyId),
  )
  return last?.called === 1 ? { at: last.at, by: last.by } : undefined
}

/** Keeps that an owner was called, or was not after all. */
export function insertCall(
  db: Db,
  call: {
    readonly id: string
    readonly residencyId: ResidencyId
    readonly called: boolean
    readonly at: EpochMs
    readonly by: string
  },
): void {
  db.prepare(
    'INSERT INTO owner_called (id, residency_id, called, at, by) VALUES (@id, @residencyId, @called, @at, @by)',
  ).run({ ...call, called: call.called ? 1 : 0 })
}
