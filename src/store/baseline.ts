import { z } from 'zod'
import type { BaselineRep } from '@/core/baseline/baseline'
import type { Start } from '@/core/progress/regime'
import type { Db } from './database'

export interface BaselineRepRow extends BaselineRep {
  readonly id: string
  readonly residencyId: string
  readonly command: string
  readonly at: number
  readonly recordedBy: string
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
  residencyId: string,
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
  readonly residencyId: string
  readonly command: string
  readonly proposed: string
  readonly reason: string
  readonly recordedBy: string
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
  residencyId: string,
): readonly (Start & { readonly command: string; readonly proposed: string; readonly reason: string })[] =>
  db
    .prepare('SELECT command, rung_id, proposed, reason, at FROM baseline_start WHERE residency_id = ? ORDER BY at, id')
    .all(residencyId)
    .map((raw) => {
      const r = startRow.parse(raw)
      return { command: r.command, rungId: r.rung_id, proposed: r.proposed, reason: r.reason, at: r.at }
    })
