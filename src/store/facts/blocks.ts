import { z } from 'zod'
import { smallThings } from '@/core/facts/words'
import { signIds, type SignId } from '@/core/dog/signs'
import type { Db } from '../database'
import type { BlockId, ResidencyId } from '@/core/ids'
import type { EpochMs } from '@/core/epochMs'

const notVoided = (alias: string): string => `NOT EXISTS (SELECT 1 FROM voided v WHERE v.target_id = ${alias}.id)`

const closeRow = z
  .object({
    block_id: z.string(),
    note: z.string(),
    stressful: z.number(),
    at: z.number(),
    day: z.string(),
    by: z.string(),
  })
  .transform((r) => ({
    blockId: r.block_id,
    note: r.note,
    stressful: r.stressful === 1,
    at: r.at,
    day: r.day,
    by: r.by,
  }))
export type KeptClose = z.output<typeof closeRow>

const closesRows = z.array(closeRow)

/** The ends of a residency’s blocks, newest first. */
export const readCloses = (db: Db, residencyId: ResidencyId, most: number): readonly KeptClose[] =>
  closesRows.parse(
    db
      .prepare(
        `SELECT c.block_id, c.note, c.stressful, c.at, c.day, p.name AS by
            FROM block_close c
            JOIN person p ON p.id = c.recorded_by
            WHERE c.residency_id = ? AND ${notVoided('c')}
            ORDER BY c.at DESC, c.device, c.seq DESC LIMIT ?`,
      )
      .all(residencyId, most),
  )

const signRow = z.object({
  id: z.string(),
  block_id: z.string(),
  place: z.string(),
  signs: z.string(),
  trigger_seen: z.string(),
  distance_band: z.enum(['over-15', '5-15', 'under-5']).nullable(),
  day: z.string(),
  at: z.number(),
})
export interface KeptSigns {
  readonly id: string
  readonly blockId: BlockId
  readonly place: string
  readonly signs: readonly SignId[]
  readonly trigger: string
  readonly distanceBand: 'over-15' | '5-15' | 'under-5' | null
  readonly day: string
  readonly at: EpochMs
}

const signIdsOfRow = z.array(z.enum(signIds))

const signsRows = z.array(signRow)

const signsOnRows = z.array(z.object({ residencyId: z.string(), day: z.string(), blockId: z.string() }))

/** In which blocks of a day signs were seen, of every dog. */
export const signsOn = (db: Db, day: string) =>
  signsOnRows.parse(
    db
      .prepare(
        `SELECT o.residency_id AS residencyId, o.day, o.block_id AS blockId
          FROM over_threshold o
          WHERE o.day = ? AND ${notVoided('o')}`,
      )
      .all(day),
  )

/** Signs of being over threshold seen in this dog since a day, newest first. */
export const readSigns = (db: Db, residencyId: ResidencyId, since: string): readonly KeptSigns[] =>
  signsRows
    .parse(
      db
        .prepare(
          `SELECT o.id, o.block_id, l.name AS place, o.signs, o.trigger_seen, o.distance_band, o.day, o.at
            FROM over_threshold o
            JOIN place l ON l.id = o.place_id
            WHERE o.residency_id = ? AND o.day >= ? AND ${notVoided('o')}
            ORDER BY o.at DESC`,
        )
        .all(residencyId, since),
    )
    .map((r) => ({
      id: r.id,
      blockId: r.block_id,
      place: r.place,
      signs: signIdsOfRow.parse(JSON.parse(r.signs)),
      trigger: r.trigger_seen,
      distanceBand: r.distance_band,
      day: r.day,
      at: r.at,
    }))

const correctionRow = z
  .object({
    id: z.string(),
    command: z.string(),
    device_used: z.string().nullable(),
    reason: z.string().nullable(),
    asked_first: z.number().nullable(),
    effect: z.string().nullable(),
    day: z.string(),
    at: z.number(),
    by: z.string(),
  })
  .transform((r) => ({
    id: r.id,
    command: r.command,
    device: r.device_used,
    reason: r.reason,
    askedFirst: r.asked_first === null ? null : r.asked_first === 1,
    effect: r.effect,
    day: r.day,
    at: r.at,
    by: r.by,
  }))
export type KeptPressure = z.output<typeof correctionRow>

const pressureRows = z.array(correctionRow)

/** Corrections of a residency that stand, oldest first. */
export const readPressure = (db: Db, residencyId: ResidencyId): readonly KeptPressure[] =>
  pressureRows.parse(
    db
      .prepare(
        `SELECT c.id, c.command, c.device_used, c.reason, c.asked_first, c.effect, c.day, c.at, p.name AS by
            FROM correction c
            JOIN person p ON p.id = c.recorded_by
            WHERE c.residency_id = ? AND ${notVoided('c')}
            ORDER BY c.at`,
      )
      .all(residencyId),
  )

const smallRow = z
  .object({
    id: z.string(),
    residency_id: z.string(),
    what: z.enum(smallThings),
    reps: z.number(),
    pieces: z.number(),
    at: z.number(),
  })
  .transform((r) => ({ id: r.id, residencyId: r.residency_id, what: r.what, reps: r.reps, pieces: r.pieces, at: r.at }))
export type KeptSmall = z.output<typeof smallRow>

const smallThingsRows = z.array(smallRow)

/** Small things of a day that stand, of all dogs, in order. */
export const readSmallThings = (db: Db, day: string): readonly KeptSmall[] =>
  smallThingsRows.parse(
    db
      .prepare(
        `SELECT s.id, s.residency_id, s.what, s.reps, s.pieces, s.at
            FROM small_thing s
            WHERE s.day = ? AND ${notVoided('s')}
            ORDER BY s.at`,
      )
      .all(day),
  )

const blocksOnRows = z.array(
  z.object({ residencyId: z.string(), blockId: z.string(), from: z.number(), to: z.number() }),
)

/**
 * The blocks of everybody on a day: when each began and when its newest set did, oldest first. One look for the whole
 * house.
 */
export const blocksOn = (
  db: Db,
  day: string,
): readonly {
  readonly residencyId: ResidencyId
  readonly blockId: BlockId
  readonly from: number
  readonly to: number
}[] =>
  blocksOnRows.parse(
    db
      .prepare(
        `SELECT s.residency_id AS residencyId, s.block_id AS blockId, min(s.at) AS "from", max(s.at) AS "to"
            FROM training_set s
            WHERE s.day = ? AND ${notVoided('s')}
            GROUP BY s.residency_id, s.block_id
            ORDER BY min(s.at)`,
      )
      .all(day),
  )

const lastDayRow = z.object({ day: z.string() }).optional()

/** The last day on which this dog was worked; undefined when it never was. */
export const lastWorkedOn = (db: Db, residencyId: ResidencyId): string | undefined =>
  lastDayRow.parse(
    db
      .prepare(
        `SELECT s.day FROM training_set s
            WHERE s.residency_id = ? AND ${notVoided('s')}
            ORDER BY s.at DESC LIMIT 1`,
      )
      .get(residencyId),
  )?.day

const blocksByDayRows = z.array(z.object({ day: z.string(), blocks: z.number() }))

/** How many blocks the house worked on each day on which it worked any, of these days. */
export const blocksByDay = (
  db: Db,
  from: string,
  to: string,
): readonly { readonly day: string; readonly blocks: number }[] =>
  blocksByDayRows.parse(
    db
      .prepare(
        `SELECT s.day, count(DISTINCT s.block_id) AS blocks
            FROM training_set s
            WHERE s.day BETWEEN ? AND ? AND ${notVoided('s')}
            GROUP BY s.day
            ORDER BY s.day`,
      )
      .all(from, to),
  )

const closesSinceRows = z.array(z.object({ block_id: z.string(), at: z.number(), stressful: z.number() }))

/** The ends of everybody's blocks since a moment, by block. */
export const closesSince = (
  db: Db,
  since: EpochMs,
): ReadonlyMap<string, { readonly at: EpochMs; readonly stressful: boolean }> =>
  new Map(
    closesSinceRows
      .parse(
        db
          .prepare(
            `SELECT c.block_id, c.at, c.stressful FROM block_close c
              WHERE c.at > ? AND ${notVoided('c')} ORDER BY c.at`,
          )
          .all(since),
      )
      .map((r) => [r.block_id, { at: r.at, stressful: r.stressful === 1 }]),
  )

const blocksOfDayRows = z.array(z.object({ blockId: z.string(), from: z.number(), to: z.number() }))

/** When this dog’s blocks of a day began and ended: by its sets and reps. */
export const blocksOfDay = (
  db: Db,
  residencyId: ResidencyId,
  day: string,
): readonly { readonly blockId: BlockId; readonly from: number; readonly to: number }[] =>
  blocksOfDayRows.parse(
    db
      .prepare(
        `SELECT s.block_id AS blockId, min(s.at) AS "from", max(coalesce((SELECT max(r.at)
            FROM rep r
            WHERE r.set_id = s.id), s.at)) AS "to"
            FROM training_set s
            WHERE s.day = ? AND s.residency_id = ? AND ${notVoided('s')}
            GROUP BY s.block_id
            ORDER BY min(s.at)`,
      )
      .all(day, residencyId),
  )
