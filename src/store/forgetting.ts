import { z } from 'zod'
import type { FittedForgetting } from '@/core/forecast/forgetting'
import type { Db } from './database'
import type { EpochMs } from '@/core/epochMs'

const row = z
  .object({
    first_half_life_days: z.number(),
    clean_factor: z.number(),
    failed_factor: z.number(),
    sure: z.number(),
    source: z.enum(['house', 'own']),
    refreshers: z.number(),
    clean: z.number(),
  })
  .transform((r): FittedForgetting => ({
    model: {
      firstHalfLifeDays: r.first_half_life_days,
      cleanFactor: r.clean_factor,
      failedFactor: r.failed_factor,
      sure: r.sure,
    },
    from: r.source,
    refreshers: r.refreshers,
    clean: r.clean,
  }))

const rowIfAny = row.optional()

/** The model fitted last, or undefined when none ever was. */
export const readForgetting = (db: Db): FittedForgetting | undefined =>
  rowIfAny.parse(
    db
      .prepare(
        `SELECT first_half_life_days, clean_factor, failed_factor, sure, source, refreshers, clean
            FROM forgetting
            WHERE id = 1`,
      )
      .get(),
  )

export function writeForgetting(db: Db, f: FittedForgetting, at: EpochMs): void {
  db.prepare(
    `INSERT INTO forgetting (id, first_half_life_days, clean_factor, failed_factor, sure, source, refreshers, clean,
        fitted_at)
      VALUES (1, ?, ?, ?, ?, ?, ?, ?, ?)
      ON CONFLICT (id) DO UPDATE
      SET first_half_life_days = excluded.first_half_life_days, clean_factor = excluded.clean_factor,
        failed_factor = excluded.failed_factor, sure = excluded.sure, source = excluded.source,
        refreshers = excluded.refreshers, clean = excluded.clean, fitted_at = excluded.fitted_at`,
  ).run(
    f.model.firstHalfLifeDays,
    f.model.cleanFactor,
    f.model.failedFactor,
    f.model.sure ?? 1,
    f.from,
    f.refreshers,
    f.clean,
    at,
  )
}

const forgettingFittedAtRow = z.object({ fitted_at: z.number() }).optional()

/** When the model was fitted last, ms since the epoch; 0 when never. */
export const forgettingFittedAt = (db: Db): number =>
  forgettingFittedAtRow.parse(db.prepare('SELECT fitted_at FROM forgetting WHERE id = 1').get())?.fitted_at ?? 0
