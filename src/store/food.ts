import { z } from 'zod'
import { fedKinds, type FedKind } from '@/core/food/fed'
import { lifeStageNames, type LifeStage } from '@/core/food/energy'
import type { Db } from './database'
import { standingReps } from './facts/standingReps'
import type { DogId, FeedId, PersonId, ResidencyId } from '@/core/ids'
import type { EpochMs } from '@/core/epochMs'

export interface WeightRow {
  readonly id: string
  readonly dogId: DogId
  readonly day: string
  readonly kg: number
  readonly at: EpochMs
  readonly recordedBy: PersonId
}

export function insertWeight(db: Db, w: WeightRow): void {
  db.prepare(
    'INSERT INTO weight (id, dog_id, day, kg, at, recorded_by) VALUES (@id, @dogId, @day, @kg, @at, @recordedBy)',
  ).run(w)
}

const weightRow = z.object({ id: z.string(), day: z.string(), kg: z.number() })

/** Weighings that stand, oldest first; the last of a day is that day's. */
export const readWeights = (db: Db, dogId: DogId): readonly z.infer<typeof weightRow>[] =>
  db
    .prepare(
      `SELECT id, day, kg
        FROM weight w
        WHERE dog_id = ? AND NOT EXISTS (SELECT 1 FROM taken_back t WHERE t.target_id = w.id)
        ORDER BY day, at, rowid`,
    )
    .all(dogId)
    .map((r) => weightRow.parse(r))

export interface PlanRow {
  readonly id: string
  readonly residencyId: ResidencyId
  readonly feedId: FeedId
  readonly stage: LifeStage
  /** What resting energy is multiplied by; null: the usual one of the stage. */
  readonly factor: number | null
  /** Kilocalories a day that a vet ordered; null where none did. */
  readonly vetKcal: number | null
  /** Share of the day’s energy that is fed in training, 0–1. */
  readonly trainingShare: number
  /** The weight that the dog should come to, kg. */
  readonly goalKg: number | null
  readonly at: EpochMs
  readonly recordedBy: PersonId
}

export function insertPlan(db: Db, p: PlanRow): void {
  db.prepare(
    `INSERT INTO feeding_plan (id, residency_id, feed_id, stage, factor, vet_kcal, training_share, goal_kg, at,
        recorded_by)
      VALUES (@id, @residencyId, @feedId, @stage, @factor, @vetKcal, @trainingShare, @goalKg, @at, @recordedBy)`,
  ).run(p)
}

const planRow = z.object({
  feed_id: z.string(),
  stage: z.enum(lifeStageNames),
  factor: z.number().nullable(),
  vet_kcal: z.number().nullable(),
  training_share: z.number(),
  goal_kg: z.number().nullable(),
  at: z.number(),
  by: z.string(),
})

export interface KeptPlan {
  readonly feedId: FeedId
  readonly stage: LifeStage
  /** What resting energy is multiplied by; null: the usual one of the stage. */
  readonly factor: number | null
  /** Kilocalories a day that a vet ordered; null where none did. */
  readonly vetKcal: number | null
  /** Share of the day’s energy that is fed in training, 0–1. */
  readonly trainingShare: number
  /** The weight that the dog should come to, kg. */
  readonly goalKg: number | null
  readonly at: EpochMs
  readonly by: string
}

const planRowIfAny = planRow.optional()

/** How this dog is fed, as last decided: in this residency, or in an earlier one where nobody has since. */
export function readPlan(db: Db, residencyId: ResidencyId): KeptPlan | undefined {
  const r = planRowIfAny.parse(
    db
      .prepare(
        `SELECT f.feed_id, f.stage, f.factor, f.vet_kcal, f.training_share, f.goal_kg, f.at, p.name AS by
            FROM residency r
            JOIN residency o ON o.dog_id = r.dog_id
            JOIN feeding_plan f ON f.residency_id = o.id
            JOIN person p ON p.id = f.recorded_by
            WHERE r.id = ? AND o.arrives_on <= r.arrives_on
            ORDER BY o.arrives_on DESC, f.at DESC, f.id DESC LIMIT 1`,
      )
      .get(residencyId),
  )
  return (
    r && {
      feedId: r.feed_id,
      stage: r.stage,
      factor: r.factor,
      vetKcal: r.vet_kcal,
      trainingShare: r.training_share,
      goalKg: r.goal_kg,
      at: r.at,
      by: r.by,
    }
  )
}

export interface FedRow {
  readonly id: string
  readonly residencyId: ResidencyId
  readonly day: string
  readonly kind: FedKind
  readonly feedId: FeedId
  readonly grams: number
  readonly note: string
  readonly at: EpochMs
  readonly recordedBy: PersonId
}

/** False when this fact is already here. */
export const insertFed = (db: Db, f: FedRow): boolean =>
  db
    .prepare(
      `INSERT INTO fed (id, residency_id, day, kind, feed_id, grams, note, at, recorded_by)
        VALUES (@id, @residencyId, @day, @kind, @feedId, @grams, @note, @at, @recordedBy)
        ON CONFLICT (id) DO NOTHING`,
    )
    .run(f).changes === 1

const fedRow = z.object({
  id: z.string(),
  residencyId: z.string(),
  kind: z.enum(fedKinds),
  feedId: z.string(),
  grams: z.number(),
  note: z.string(),
  at: z.number(),
  by: z.string(),
})
export type KeptFed = z.infer<typeof fedRow>

/** What was fed on a day and stands, in order; of all dogs, or of one. */
export const readFed = (db: Db, day: string, residencyId?: ResidencyId): readonly KeptFed[] =>
  db
    .prepare(
      `SELECT f.id, f.residency_id AS residencyId, f.kind, f.feed_id AS feedId, f.grams, f.note, f.at, p.name AS
          by
        FROM fed f
        JOIN person p ON p.id = f.recorded_by
       WHERE f.day = ? ${residencyId === undefined ? '' : 'AND f.residency_id = ?'}
         AND NOT EXISTS (SELECT 1 FROM taken_back t WHERE t.target_id = f.id)
       ORDER BY f.at, f.rowid`,
    )
    .all(...(residencyId === undefined ? [day] : [day, residencyId]))
    .map((r) => fedRow.parse(r))

const paidRow = z.object({
  id: z.string(),
  feedId: z.string().nullable(),
  mealFeed: z.string().nullable(),
  n: z.number(),
  grams: z.number(),
  laterGrams: z.number(),
  marked: z.number(),
  later: z.number(),
})

/** Pieces of one food that were paid to one dog on a day. */
export interface PaidPieces {
  /** Null for the dog's own meal. */
  readonly feedId: FeedId | null
  /** What the meal was when they were paid; null while nobody had said. */
  readonly mealFeed: string | null
  readonly pieces: number
  /** What of the meal was in bowls of recall drills, grams; and of that what came after the last entry. */
  readonly grams: number
  readonly laterGrams: number
  /** Of these, those nobody counted: a rep only marked as paid is one piece, and small things stand for some. */
  readonly marked: number
  /** Of these, those paid after the last entry of what was eaten in training, which says better what came before it. */
  readonly later: number
}

const paidPiecesRows = z.array(paidRow)

/** What was paid in sets and small things on a day, by residency. */
export function paidPieces(db: Db, day: string): ReadonlyMap<string, readonly PaidPieces[]> {
  const pieces =
    'coalesce(r.pieces + coalesce(r.sit_pieces, 0), r.paid, 0) * (CASE s.halved WHEN 1 THEN 0.5 ELSE 1 END)'
  const mealAt = (residency: string, at: string) =>
    `(SELECT p.feed_id
      FROM feeding_plan p
      WHERE p.residency_id = ${residency} AND p.at <= ${at}
      ORDER BY p.at DESC, p.id DESC LIMIT 1)`
  const eatenAt = (residency: string) =>
    `coalesce((SELECT max(f.at)
      FROM fed f
      WHERE f.residency_id = ${residency} AND f.day = @day AND f.kind = 'eaten'
        AND NOT EXISTS (SELECT 1 FROM taken_back t WHERE t.target_id = f.id)), 0)`
  const rows = paidPiecesRows.parse(
    db
      .prepare(
        `SELECT id, feedId, mealFeed, sum(pieces) AS n, sum(marked) AS marked, sum(later) AS later,
           sum(grams) AS grams, sum(CASE WHEN at > eaten THEN grams ELSE 0 END) AS laterGrams FROM (
           SELECT id, feedId, mealFeed, pieces, grams, at, eaten, CASE WHEN counted THEN 0 ELSE pieces END AS marked,
             CASE WHEN at > eaten THEN pieces ELSE 0 END AS later
           FROM (
             ${standingReps(
               `s.residency_id AS id, s.feed_id AS feedId, ${mealAt('s.residency_id', 'r.at')} AS mealFeed,
                ${pieces} AS pieces, r.pieces IS NOT NULL AS counted, r.at AS at,
                ${eatenAt('s.residency_id')} AS eaten, 0 AS grams`,
               's.day = @day',
             )}
             UNION ALL
             ${standingReps(
               `s.residency_id, NULL, ${mealAt('s.residency_id', 'r.at')}, 0, 1, r.at,
                ${eatenAt('s.residency_id')}, r.bowl_grams`,
               's.day = @day AND r.bowl_grams IS NOT NULL',
             )}
             UNION ALL
             SELECT t.residency_id, NULL, ${mealAt('t.residency_id', 't.at')}, t.pieces, 0, t.at,
               ${eatenAt('t.residency_id')}, 0
             FROM small_thing t
             WHERE t.day = @day AND NOT EXISTS (SELECT 1 FROM voided v WHERE v.target_id = t.id)))
         GROUP BY id, feedId, mealFeed`,
      )
      .all({ day }),
  )
  const paid = new Map<string, PaidPieces[]>()
  for (const r of rows)
    if (r.n > 0 || r.grams > 0)
      paid.set(r.id, [
        ...(paid.get(r.id) ?? []),
        {
          feedId: r.feedId,
          mealFeed: r.mealFeed,
          pieces: r.n,
          grams: r.grams,
          laterGrams: r.laterGrams,
          marked: r.marked,
          later: r.later,
        },
      ])
  return paid
}
