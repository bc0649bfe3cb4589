import { z } from 'zod'
import type { Db } from '../database'

const collarsWornRows = z.array(z.object({ collar: z.string() }))

/** Collars this dog was worked on in this residency, the newest first. */
export const collarsWorn = (db: Db, residencyId: string): readonly string[] =>
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
