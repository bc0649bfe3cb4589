import { z } from 'zod'
import type { BaselineRep } from '@/core/baseline/baseline'
import type { Start } from '@/core/progress/regime'
import type { Db } from './database'
import type { PersonId, ResidencyId } from '@/core/ids'
import type { EpochMs } from '@/core/epochMs'

export interface BaselineRepRow extends BaselineRep {
  readonly id: string
  readonly residencyId: ResidencyId
  readonly command: string
  readonly at: EpochMs
  readonly recordedBy: PersonId
}

/** False when this fact is already here. */
export const insertBaselineRep = (db: Db, r: BaselineRepRow): boolean =>
  db
    .prepare(
      `INSERT INTO baseline_rep (id, residency_id, command, rung_id, food_in_sight, clean, latency_s, leash_help, at,
          recorded_by)
        VALUES (@id, @residencyId, @command, @rungId, @foodInSight, @clean, @latencySeconds, @leashHelp, @at,
          @recordedBy)
        ON CONFLICT (id) DO NOTHING`,
    )
    .run({
      ...r,
      foodInSight: Number(r.foodInSight),
      clean: Number(r.clean),
      latencySeconds: r.latencySeconds ?? null,
      leashHelp: Number(r.leashHelp ?? false),
    }).changes === 1

const repRow = z.object({
  id: z.string(),
  command: z.string(),
  rung_id: z.string(),
  food_in_sight: z.number(),
  clean: z.number(),
  latency_s: z.number().nullable(),
  leash_help: z.number(),
})

/** Baseline reps that stand, in the order they were made. */
export const readBaselineReps = (
  db: Db,
  residencyId: ResidencyId,
): readonly (BaselineRep & { readonly id: string; readonly command: string })[] =>
  db
    .prepare(
      `SELECT id, command, rung_id, food_in_sight, clean, latency_s, leash_help
        FROM baseline_rep b
        WHERE residency_id = ? AND NOT EXISTS (SELECT 1 FROM taken_back t WHERE t.target_id = b.id)
        ORDER BY at, rowid`,
    )
    .all(residencyId)
    .map((raw) => {
      const r = repRow.parse(raw)
      return {
        id: r.id,
        command: r.command,
        rungId: r.rung_id,
        foodInSight: r.food_in_sight === 1,
        clean: r.clean === 1,
        latencySeconds: r.latency_s,
        leashHelp: r.leash_help === 1,
      }
    })

export interface StartRow extends Start {
  readonly id: string
  readonly residencyId: ResidencyId
  readonly command: string
  readonly proposed: string
  readonly reason: string
  readonly recordedBy: PersonId
}

export function insertStart(db: Db, s: StartRow): void {
  db.prepare(
    `INSERT INTO baseline_start (id, residency_id, command, rung_id, proposed, reason, at, recorded_by)
      VALUES (@id, @residencyId, @command, @rungId, @proposed, @reason, @at, @recordedBy)`,
  ).run(s)
}

const startRow = z.object({
  command: z.string(),
  rung_id: z.string(),
  proposed: z.string(),
  reason: z.string(),
  at: z.number(),
})

/** Starting rungs, oldest first. */
export const readStarts = (
  db: Db,
  residencyId: ResidencyId,
): readonly (Start & { readonly command: string; readonly proposed: string; readonly reason: string })[] =>
  db
    .prepare('SELECT command, rung_id, proposed, reason, at FROM baseline_start WHERE residency_id = ? ORDER BY at, id')
    .all(residencyId)
    .map((raw) => {
      const r = startRow.parse(raw)
      return { command: r.command, rungId: r.rung_id, proposed: r.proposed, reason: r.reason, at: r.at }
    })

export function insertSkipped(db: Db, residencyId: ResidencyId, at: EpochMs, recordedBy: PersonId): void {
  db.prepare(
    `INSERT INTO baseline_skipped (residency_id, at, recorded_by)
      VALUES (?, ?, ?)
      ON CONFLICT (residency_id) DO NOTHING`,
  ).run(residencyId, at, recordedBy)
}

const skippedRow = z.object({ at: z.number(), by: z.string() }).optional()

/** Who chose to do without a baseline, and when; undefined where nobody did. */
export const readSkipped = (
  db: Db,
  residencyId: ResidencyId,
): { readonly at: EpochMs; readonly by: string } | undefined =>
  skippedRow.parse(
    db
      .prepare(
        `SELECT b.at, p.name AS by
          FROM baseline_skipped b
          JOIN person p ON p.id = b.recorded_by
          WHERE b.residency_id = ?`,
      )
      .get(residencyId),
  )

const idRows = z.array(z.object({ id: z.string() }))

/**
 * Residencies of this day, begun before it, of which nobody has found out where the ladder begins: no starting rung, no
 * choice to do without, and nothing worked but what was written down at this device (a desk’s, of paper).
 */
export const baselinesOpen = (db: Db, day: string, desk: string): ReadonlySet<string> =>
  new Set(
    idRows
      .parse(
        db
          .prepare(
            `SELECT r.id
              FROM residency r
              WHERE r.leaves_on >= @day AND r.arrives_on < @day
                AND NOT EXISTS (SELECT 1 FROM baseline_start b WHERE b.residency_id = r.id)
                AND NOT EXISTS (SELECT 1 FROM baseline_skipped k WHERE k.residency_id = r.id)
                AND NOT EXISTS (SELECT 1 FROM training_set s WHERE s.residency_id = r.id AND s.device <> @desk)`,
          )
          .all({ day, desk }),
      )
      .map((r) => r.id),
  )
