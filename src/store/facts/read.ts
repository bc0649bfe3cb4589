import { z } from 'zod'
import { placeKinds, promptLevels } from '@/core/curriculum/types'
import type { NotedRep } from '@/core/evidence/calls'
import { compareFacts, outcomes, type RepFact, type SetFact } from '@/core/facts/fact'
import { lookedShape } from '@/core/facts/lookedShape'
import { attentions, ownerHolds, startPositions, turns } from '@/core/facts/words'
import type { Db } from '../database'
import { ofItsDevice, standingReps } from './standingReps'
import type { PlaceId, ResidencyId, SetId } from '@/core/ids'
import type { EpochMs } from '@/core/epochMs'

const residencyOfSetRow = z.object({ residency_id: z.string() }).optional()

/**
 * The residency a set belongs to, by what it was put right to last where that was done; undefined while its opening has
 * not arrived.
 */
export function residencyOfSet(db: Db, setId: SetId): string | undefined {
  return residencyOfSetRow.parse(
    db
      .prepare(
        `SELECT residency_id
          FROM training_set
          WHERE id = @setId OR root = @setId
          ORDER BY root IS NULL, rowid DESC LIMIT 1`,
      )
      .get({ setId }),
  )?.residency_id
}

const residencyOfTargetRow = z.object({ set_id: z.string() }).optional()

/** The residency of a rep or a set, or undefined when neither is here. */
export function residencyOfTarget(db: Db, targetId: string): string | undefined {
  const rep = residencyOfTargetRow.parse(db.prepare('SELECT set_id FROM rep WHERE id = ?').get(targetId))
  return residencyOfSet(db, rep?.set_id ?? targetId)
}

const recorderOfRow = z.object({ recorded_by: z.string(), device: z.string() }).optional()

/** Who recorded a rep's set, or a set or other fact, and on which device; undefined while it is not here. */
export function recorderOf(db: Db, targetId: string): { readonly by: string; readonly device: string } | undefined {
  const found = recorderOfRow.parse(
    db
      .prepare(
        `SELECT recorded_by, device FROM fact
           WHERE id = coalesce((SELECT set_id FROM rep WHERE id = @targetId), @targetId) AND recorded_by IS NOT NULL
             AND kind <> 'voided'`,
      )
      .get({ targetId }),
  )
  return found && { by: found.recorded_by, device: found.device }
}

const setRow = z.object({
  row: z.number(),
  id: z.string(),
  device: z.string(),
  rung_id: z.string(),
  purpose: z.enum(['work', 'refresh']),
  day: z.string(),
  place_id: z.string(),
  kind: z.string(),
  leash_holder: z.string(),
  level: z.number(),
  kit: z.string(),
  block_id: z.string(),
  temperature_c: z.number().nullable(),
  minutes_in: z.number().nullable(),
  exercise_minutes_ago: z.number().nullable(),
  collar: z.string().nullable(),
  start_position: z.enum(startPositions).nullable(),
  unsure: z.number(),
  turn: z.enum(turns).nullable(),
})
/**
 * Reps come as one text of bare values in this order: there are thousands of a dog, and handing them over row by row
 * takes ten times what the search does. So a rep says its set by number, its device where it is not its set's, and
 * faults where there are any. SQLite writes a real with the 17 digits that give the same one back.
 */
const repColumns = [
  's.rowid',
  'r.id',
  'r.at',
  'CASE WHEN r.device = s.device THEN NULL ELSE r.device END',
  'r.seq',
  'r.outcome',
  'r.prompt',
  "CASE r.faults WHEN '[]' THEN NULL ELSE r.faults END",
  'r.latency_s',
  'r.held_s',
  'r.broke_s',
  'r.cues_said',
]
const bareRow = z.custom<readonly unknown[]>((row) => Array.isArray(row) && row.length === repColumns.length)
const bareRows = z.array(bareRow)
const allReps = z.string().nullable()
const repRow = z.object({
  set: z.number(),
  id: z.string(),
  at: z.number(),
  device: z.string().nullable(),
  seq: z.number(),
  outcome: z.enum(outcomes),
  prompt: z.enum(promptLevels).nullable(),
  faults: z.string().nullable(),
  latency_s: z.number().nullable(),
  held_s: z.number().nullable(),
  broke_s: z.number().nullable(),
  cues_said: z.number().nullable(),
})
const placeKind = z.enum(placeKinds)
const faultList = z.array(z.string())

/**
 * All sets of a residency that stand, with the reps that stand, as the fold takes them, but for what was scored beside
 * another device’s record of the same tries; of the sets named alone, or
 * what stands for them, when any are.
 */
export function readSets(db: Db, residencyId: ResidencyId, setIds?: readonly string[]): readonly SetFact[] {
  const asked = { residencyId, setIds: JSON.stringify(setIds ?? []) }
  const where =
    setIds === undefined
      ? 's.residency_id = @residencyId'
      : // By their numbers: through the index of the residency it would go over every set of the stay.
        `+s.residency_id = @residencyId AND s.rowid IN (
          SELECT rowid FROM training_set WHERE id IN (SELECT value FROM json_each(@setIds))
          UNION SELECT rowid FROM training_set WHERE root IN (SELECT value FROM json_each(@setIds)))`
  const sets = db
    .prepare(
      `SELECT s.rowid AS row, s.id, s.device, s.rung_id, s.purpose, s.day, s.place_id, p.kind, s.leash_holder, s.level,
          s.kit, s.block_id, s.temperature_c, s.minutes_in, s.exercise_minutes_ago, s.collar, s.start_position,
          s.unsure, s.turn
       FROM training_set s JOIN place p ON p.id = s.place_id
       WHERE ${where} AND s.beside = 0 AND NOT EXISTS (SELECT 1 FROM voided v WHERE v.target_id = s.id)
       ORDER BY s.at, s.device, s.seq`,
    )
    .all(asked)
    .map((raw) => setRow.parse(raw))
  const devices = new Map(sets.map((s) => [s.row, s.device]))
  const bySet = new Map<number, RepFact[]>()
  const bare = allReps.parse(
    db
      .prepare(`SELECT group_concat(rep) FROM (${standingReps(`json_array(${repColumns.join(', ')}) AS rep`, where)})`)
      .pluck()
      .get(asked),
  )
  for (const values of bareRows.parse(JSON.parse(`[${bare ?? ''}]`))) {
    const row = repOf(values)
    const rep = repFrom(row, devices.get(row.set) ?? '')
    const list = bySet.get(row.set)
    if (list) list.push(rep)
    else bySet.set(row.set, [rep])
  }
  return sets.map((row) => {
    return {
      id: row.id,
      rungId: row.rung_id,
      purpose: row.purpose,
      day: row.day,
      placeId: row.place_id,
      placeKind: placeKind.parse(row.kind),
      leashHolder: row.turn === 'owner' ? ownerHolds : row.leash_holder,
      level: row.level,
      kit: row.kit,
      blockId: row.block_id,
      temperatureC: row.temperature_c,
      minutesIn: row.minutes_in,
      exerciseMinutesAgo: row.exercise_minutes_ago,
      ...(row.collar === null ? {} : { collar: row.collar }),
      ...(row.start_position === null ? {} : { startPosition: row.start_position }),
      ...(row.unsure === 1 ? { unsure: true } : {}),
      ...(row.turn === null ? {} : { turn: row.turn }),
      reps: (bySet.get(row.row) ?? []).sort(compareFacts),
    }
  })
}

const notedRow = z
  .object({
    day: z.string(),
    outcome: z.enum(outcomes),
    attention: z.enum(attentions).nullable(),
    cues_said: z.number().nullable(),
    sound: z.string().nullable(),
    planned: z.number().nullable(),
    pieces: z.number().nullable(),
    sit_pieces: z.number().nullable(),
    pay_error: z.number(),
    looked: z.string().nullable(),
  })
  .transform((r): NotedRep => ({
    day: r.day,
    outcome: r.outcome,
    attention: r.attention,
    cuesSaid: r.cues_said,
    sound: r.sound,
    planned: r.planned,
    pieces: r.pieces === null ? null : r.pieces + (r.sit_pieces ?? 0),
    payError: r.pay_error === 1,
    looked: r.looked === null ? null : lookedShape.parse(JSON.parse(r.looked)),
  }))

const notedRows = z.array(notedRow)

/** What was noted of each standing rep of one command in a residency, beside its outcome. */
export const readNoted = (db: Db, residencyId: ResidencyId, command: string): readonly NotedRep[] =>
  notedRows.parse(
    db
      .prepare(
        standingReps(
          's.day, r.outcome, r.attention, r.cues_said, r.sound, r.planned, r.pieces, r.sit_pieces, r.pay_error, ' +
            'r.looked',
          's.residency_id = @residencyId AND s.command = @command',
        ),
      )
      .all({ residencyId, command }),
  )

function repOf(bare: readonly unknown[]): z.infer<typeof repRow> {
  const [set, id, at, device, seq, outcome, prompt, faults, latency_s, held_s, broke_s, cues_said] = bare
  return repRow.parse({ set, id, at, device, seq, outcome, prompt, faults, latency_s, held_s, broke_s, cues_said })
}

function repFrom(row: z.infer<typeof repRow>, deviceOfSet: string): RepFact {
  return {
    id: row.id,
    at: row.at,
    device: row.device ?? deviceOfSet,
    seq: row.seq,
    outcome: row.outcome,
    faults: row.faults === null ? [] : faultList.parse(JSON.parse(row.faults)),
    ...(row.prompt === null ? {} : { prompt: row.prompt }),
    ...(row.latency_s === null ? {} : { latencySeconds: row.latency_s }),
    ...(row.held_s === null ? {} : { heldSeconds: row.held_s }),
    ...(row.broke_s === null ? {} : { brokeSeconds: row.broke_s }),
    ...(row.cues_said === null ? {} : { cuesSaid: row.cues_said }),
  }
}

const paidSinceRows = z.array(z.object({ paid: z.number() }))

/** Whether each clean rep of a residency since a moment was paid, newest first. */
export const paidSince = (db: Db, residencyId: ResidencyId, since: EpochMs): readonly boolean[] =>
  paidSinceRows
    .parse(
      db
        .prepare(
          `SELECT paid
            FROM
              (${standingReps(
                'coalesce(r.pieces + coalesce(r.sit_pieces, 0), r.paid, 1) > 0 AS paid, r.at, r.device, r.seq',
                "s.residency_id = @residencyId AND s.at > @since AND r.outcome = 'clean'",
              )})
            ORDER BY at DESC, device, seq DESC LIMIT 12`,
        )
        .all({ residencyId, since }),
    )
    .map((r) => r.paid === 1)

const openSetsRows = z.array(z.object({ id: z.string(), device: z.string(), at: z.number() }))

/** Sets of a residency opened since this moment, standing and not closed, with the device that opened each. */
export const openSets = (
  db: Db,
  residencyId: ResidencyId,
  since: EpochMs,
): readonly { readonly id: string; readonly device: string; readonly at: EpochMs }[] =>
  openSetsRows.parse(
    db
      .prepare(
        `SELECT s.id, s.device, s.at FROM training_set s WHERE s.residency_id = ? AND s.at > ? AND s.item_id IS NULL
         AND NOT EXISTS (SELECT 1 FROM set_close c WHERE c.set_id = s.id AND ${ofItsDevice('c', 's')})
         AND NOT EXISTS (SELECT 1 FROM voided v WHERE v.target_id = s.id)`,
      )
      .all(residencyId, since),
  )

const openSetsNowRows = z.array(
  z
    .object({ residency_id: z.string(), place_id: z.string() })
    .transform((r) => ({ residencyId: r.residency_id, placeId: r.place_id })),
)

/** Sets of anybody opened since this moment, standing and not closed, with where they are worked. */
export const openSetsNow = (
  db: Db,
  since: EpochMs,
): readonly { readonly residencyId: ResidencyId; readonly placeId: PlaceId }[] =>
  openSetsNowRows.parse(
    db
      .prepare(
        `SELECT s.residency_id, s.place_id FROM training_set s WHERE s.at > ?
         AND NOT EXISTS (SELECT 1 FROM set_close c WHERE c.set_id = s.id AND ${ofItsDevice('c', 's')})
         AND NOT EXISTS (SELECT 1 FROM voided v WHERE v.target_id = s.id)`,
      )
      .all(since),
  )

const newestWeatherRow = z
  .object({ temperature_c: z.number(), humidity: z.number().nullable() })
  .transform((r) => ({ temperatureC: r.temperature_c, humidity: r.humidity }))
  .optional()

/** The newest temperature anybody read outdoors between these moments; undefined when nobody did. */
export const newestWeather = (
  db: Db,
  since: EpochMs,
  until: number,
): { readonly temperatureC: number; readonly humidity: number | null } | undefined =>
  newestWeatherRow.parse(
    db
      .prepare(
        `SELECT s.temperature_c, s.humidity
            FROM training_set s
            JOIN place p ON p.id = s.place_id
            WHERE s.at > ? AND s.at <= ? AND s.temperature_c IS NOT NULL AND p.indoors = 0
            ORDER BY s.at DESC LIMIT 1`,
      )
      .get(since, until),
  )

const deskSetRow = z
  .object({
    at: z.number(),
    rung_id: z.string(),
    place_id: z.string(),
    leash_holder: z.string(),
    level: z.number(),
    kit: z.string(),
    reps: z.string().transform((text) => deskReps.parse(JSON.parse(text))),
  })
  .transform((r) => ({
    at: r.at,
    rungId: r.rung_id,
    placeId: r.place_id,
    leashHolder: r.leash_holder,
    level: r.level,
    kit: r.kit,
    reps: r.reps,
  }))
const deskReps = z.array(z.object({ outcome: z.string(), brokeSeconds: z.number().nullable() }))
const deskSetRows = z.array(deskSetRow)

/**
 * Sets of a dog that stand and were written down at this device for moments between these, in their order, as they were
 * first written: what was put right since does not count.
 */
export const deskSetsBetween = (
  db: Db,
  { device, residencyId, from, to }: { device: string; residencyId: ResidencyId; from: number; to: number },
): readonly z.output<typeof deskSetRow>[] =>
  deskSetRows.parse(
    db
      .prepare(
        `SELECT s.at, first.rung_id, first.place_id, first.leash_holder, first.level, first.kit,
            (SELECT json_group_array(json_object('outcome', r.outcome, 'brokeSeconds', r.broke_s) ORDER BY r.seq)
              FROM rep r WHERE r.set_id = first.id AND r.root IS NULL) AS reps
          FROM training_set s
          JOIN training_set first ON first.id = coalesce(s.root, s.id)
          WHERE s.residency_id = @residencyId AND s.at BETWEEN @from AND @to AND s.device = @device
            AND NOT EXISTS (SELECT 1 FROM voided v WHERE v.target_id = s.id)
          ORDER BY s.at, s.seq`,
      )
      .all({ device, residencyId, from, to }),
  )
