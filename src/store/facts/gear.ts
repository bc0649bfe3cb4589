import { z } from 'zod'
import type { Db } from '../database'
import type { ResidencyId } from '@/core/ids'

const collarsWornRows = z.array(z.object({ collar: z.string() }))

/** Collars this dog was worked on in this residency, the newest first. */
export const collarsWorn = (db: Db, residencyId: ResidencyId): readonly string[] =>
  collarsWornRows
    .parse(
      db
        .prepare(
          `SELECT collar
            FROM training_set s
            WHERE residency_id = ? AND collar IS NOT NULL
              AND NOT EXISTS (SELECT 1 FROM voided v WHERE v.target_id = s.id)
            GROUP BY collar
            ORDER BY max(at) DESC`,
        )
        .all(residencyId),
    )
    .map((r) => r.collar)

const wornRows = z.array(
  z.object({
    id: z.string(),
    residencyId: z.string(),
    collar: z.string(),
    at: z.number(),
    day: z.string(),
    by: z.string(),
  }),
)
export type Worn = z.output<typeof wornRows>[number]

/** Sets with a collar that somebody named, from a day on, of one dog or of all; oldest first. */
export const wornSince = (db: Db, day: string, residencyId?: ResidencyId): readonly Worn[] =>
  wornRows.parse(
    db
      .prepare(
        `SELECT s.id, s.residency_id AS residencyId, s.collar, s.at, s.day, p.name AS by
          FROM training_set s
          JOIN person p ON p.id = s.leash_holder
          WHERE s.day >= @day AND s.collar IS NOT NULL
            ${residencyId === undefined ? '' : 'AND s.residency_id = @residencyId'}
            AND NOT EXISTS (SELECT 1 FROM voided v WHERE v.target_id = s.id)
          ORDER BY s.day, s.at`,
      )
      .all(residencyId === undefined ? { day } : { day, residencyId }),
  )
