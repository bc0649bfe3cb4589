import { z } from 'zod'
import { lifeStageNames, type LifeStage } from '@/core/food/energy'
import type { Db } from './database'
import { standingReps } from './standingReps'

export interface WeightRow {
  readonly id: string
  readonly dogId: string
  readonly day: string
  readonly kg: number
  readonly at: number
  readonly recordedBy: string
}

export function insertWeight(db: Db, w: WeightRow): void {
  db.prepare('INSERT INTO weight (id, dog_id, day, kg, at, recorded_by) VALUES (@id, @dogId, @day, @kg, @at, @recordedBy)').run(w)
}

const weightRow = z.object({ id: z.string(), day: z.string(), kg: z.number() })

/** Weighings that stand, oldest first; the last of a day is that day's. */
export const readWeights = (db: Db, dogId: string): readonly z.infer<typeof weightRow>[] =>
  db.prepare('SELECT id, day, kg FROM weight w WHERE dog_id = ? AND NOT EXISTS (SELECT 1 FROM taken_back t WHERE t.target_id = w.id) ORDER BY day, at, rowid').all(dogId).map((r) => weightRow.parse(r))

export interface PlanRow {
  readonly id: string
  readonly residencyId: string
  readonly feedId: string
  readonly stage: LifeStage
  readonly factor: number | null
  readonly vetKcal: number | null
  readonly trainingShare: number
  readonly goalKg: number | null
  readonly at: number
  readonly recordedBy: string
}

export function insertPlan(db: Db, p: PlanRow): void {
  db.prepare('INSERT INTO feeding_plan (id, residency_id, feed_id, stage, factor, vet_kcal, training_share, goal_kg, at, recorded_by) VALUES (@id, @residencyId, @feedId, @stage, @factor, @vetKcal, @trainingShare, @goalKg, @at, @recordedBy)').run(p)
}

const planRow = z.object({ feed_id: z.string(), stage: z.enum(lifeStageNames), factor: z.number().nullable(), vet_kcal: z.number().nullable(), training_share: z.number(), goal_kg: z.number().nullable(), at: z.number(), by: z.string() })

export interface KeptPlan {
  readonly feedId: string
  readonly stage: LifeStage
  readonly factor: number | null
  readonly vetKcal: number | null
  readonly trainingShare: number
  readonly goalKg: number | null
  readonly at: number
  readonly by: string
}

/** How this dog is fed, as last decided. */
export function readPlan(db: Db, residencyId: string): KeptPlan | undefined {
  const r = planRow.optional().parse(db.prepare('SELECT f.feed_id, f.stage, f.factor, f.vet_kcal, f.training_share, f.goal_kg, f.at, p.name AS by FROM feeding_plan f JOIN person p ON p.id = f.recorded_by WHERE f.residency_id = ? ORDER BY f.at DESC, f.id DESC LIMIT 1').get(residencyId))
  return r && { feedId: r.feed_id, stage: r.stage, factor: r.factor, vetKcal: r.vet_kcal, trainingShare: r.training_share, goalKg: r.goal_kg, at: r.at, by: r.by }
}

export const fedKinds = ['weighed', 'eaten', 'bowl', 'extra'] as const
export type FedKind = (typeof fedKinds)[number]

export interface FedRow {
  readonly id: string
  readonly residencyId: string
  readonly day: string
  readonly kind: FedKind
  readonly feedId: string
  readonly grams: number
  readonly note: string
  readonly at: number
  readonly recordedBy: string
}

/** False when this fact is already here. */
export const insertFed = (db: Db, f: FedRow): boolean =>
  db.prepare('INSERT INTO fed (id, residency_id, day, kind, feed_id, grams, note, at, recorded_by) VALUES (@id, @residencyId, @day, @kind, @feedId, @grams, @note, @at, @recordedBy) ON CONFLICT (id) DO NOTHING').run(f).changes === 1

const fedRow = z.object({ id: z.string(), residencyId: z.string(), kind: z.enum(fedKinds), feedId: z.string(), grams: z.number(), note: z.string(), at: z.number(), by: z.string() })
export type KeptFed = z.infer<typeof fedRow>

/** What was fed on a day and stands, in order; of all dogs, or of one. */
export const readFed = (db: Db, day: string, residencyId?: string): readonly KeptFed[] =>
  db
    .prepare(
      `SELECT f.id, f.residency_id AS residencyId, f.kind, f.feed_id AS feedId, f.grams, f.note, f.at, p.name AS by FROM fed f JOIN person p ON p.id = f.recorded_by
       WHERE f.day = ? ${residencyId === undefined ? '' : 'AND f.residency_id = ?'} AND NOT EXISTS (SELECT 1 FROM taken_back t WHERE t.target_id = f.id) ORDER BY f.at, f.rowid`,
    )
    .all(...(residencyId === undefined ? [day] : [day, residencyId]))
    .map((r) => fedRow.parse(r))

const paidRow = z.object({ id: z.string(), feedId: z.string().nullable(), n: z.number() })

/** What was paid in sets and small things on a day, by residency: pieces of each feed, null for the dog's own meal. A rep only marked as paid is one piece. */
export function paidPieces(db: Db, day: string): ReadonlyMap<string, readonly { readonly feedId: string | null; readonly pieces: number }[]> {
  const rows = z.array(paidRow).parse(
    db
      .prepare(
        `SELECT id, feedId, sum(pieces) AS n FROM (${standingReps('s.residency_id AS id, s.feed_id AS feedId, coalesce(r.pieces + coalesce(r.sit_pieces, 0), r.paid, 0) AS pieces', 's.day = @day')}) GROUP BY id, feedId
         UNION ALL
         SELECT t.residency_id, NULL, sum(t.pieces) FROM small_thing t WHERE t.day = @day AND NOT EXISTS (SELECT 1 FROM voided v WHERE v.target_id = t.id) GROUP BY t.residency_id`,
      )
      .all({ day }),
  )
  const paid = new Map<string, { feedId: string | null; pieces: number }[]>()
  for (const r of rows) if (r.n > 0) paid.set(r.id, [...(paid.get(r.id) ?? []), { feedId: r.feedId, pieces: r.n }])
  return paid
}
