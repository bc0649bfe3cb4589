import { z } from 'zod'
import type { Db } from './database'
import type { PersonId, ResidencyId } from '@/core/ids'

const row = z.object({
  said: z.string(),
  /** The last day that it holds for; empty for the whole stay. */
  holdsUntil: z.string(),
  at: z.number(),
  by: z.string(),
})
export type OwnerTimesSaid = z.infer<typeof row>

/** What was said last of when the owner of a dog can come; undefined while nobody asked. */
export function ownerTimesOf(db: Db, residencyId: ResidencyId): OwnerTimesSaid | undefined {
  const raw = db
    .prepare(
      `SELECT said, holds_until AS holdsUntil, at, by FROM owner_times
        WHERE residency_id = ? ORDER BY at DESC, id DESC LIMIT 1`,
    )
    .get(residencyId)
  return raw === undefined ? undefined : row.parse(raw)
}

export function appendOwnerTimes(
  db: Db,
  told: OwnerTimesSaid & { readonly id: string; readonly residencyId: ResidencyId; readonly by: PersonId },
): void {
  db.prepare(
    `INSERT INTO owner_times (id, residency_id, said, holds_until, at, by)
      VALUES (@id, @residencyId, @said, @holdsUntil, @at, @by)`,
  ).run(told)
}
