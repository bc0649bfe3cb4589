import { z } from 'zod'
import type { FactKindName } from '@/core/facts/wire'
import type { Db } from '../database'
import { appendCommon, nextNumber } from './append'
import { columnsOf, details } from './kinds'
import { standingReps as standingRepsSql } from './standingReps'
import type { BlockId, PlaceId, ResidencyId, RungId, SetId } from '@/core/ids'
import type { EpochMs } from '@/core/epochMs'

/**
 * The statement that copies a fact’s particulars under a new id: every column of its kind, so that none is forgotten
 * when a kind learns a further one. `changed`: what stands in a column’s stead; it may be a new one as it is.
 */
function copySql(kind: 'set-opened' | 'rep', changed: Readonly<Record<string, string>>): string {
  const { table, also = [], repeats = [] } = details[kind]
  const own = columnsOf(kind).flatMap(([, column]) => (column === 'replaces' ? [] : [column]))
  const columns = ['at', ...repeats, ...own, ...also]
  return `INSERT INTO ${table} (id, device, seq, replaces, root, ${columns.join(', ')})
    SELECT @id, @device, @seq, id, coalesce(root, id), ${columns.map((c) => changed[c] ?? c).join(', ')}
    FROM ${table}
    WHERE id = @from`
}

/** Facts made at a desk carry this device, and a sequence of their own. */
export interface Desk {
  readonly device: string
  readonly receivedAt: EpochMs
}

const factRow = z.object({
  device_at: z.number(),
  at: z.number(),
  day: z.string(),
  recorded_by: z.string().nullable(),
})

/** Another moment, and the kennel's day of it, than the fact that is copied. */
export interface Moved {
  /** By how much all moments are moved, ms. */
  readonly byMs: number
  readonly dayOf: (at: EpochMs) => string
}

/**
 * The common part of a fact as the desk's own under a new id, at the old one's time unless it is moved; gives the
 * desk's number of it, its moment and its day.
 */
function copyCommon(
  db: Db,
  kind: FactKindName,
  from: string,
  id: string,
  desk: Desk,
  moved?: Moved,
): { readonly seq: number; readonly at: EpochMs; readonly day: string } {
  const was = factRow.parse(db.prepare('SELECT device_at, at, day, recorded_by FROM fact WHERE id = ?').get(from))
  const seq = nextNumber(db, desk.device)
  const at = was.at + (moved?.byMs ?? 0)
  const day = moved ? moved.dayOf(at) : was.day
  appendCommon(db, {
    id,
    kind,
    seq,
    device: desk.device,
    receivedAt: desk.receivedAt,
    deviceAt: was.device_at,
    at,
    day,
    recordedBy: was.recorded_by,
  })
  return { seq, at, day }
}

const standingSetRow = z
  .object({ residency_id: z.string(), command: z.string(), rung_id: z.string(), at: z.number() })
  .transform((r) => ({ residencyId: r.residency_id, command: r.command, rungId: r.rung_id, at: r.at }))
  .optional()

/** The residency of a set that stands; undefined when there is none or it was taken back. */
export const standingSet = (
  db: Db,
  setId: SetId,
):
  | { readonly residencyId: ResidencyId; readonly command: string; readonly rungId: RungId; readonly at: EpochMs }
  | undefined =>
  standingSetRow.parse(
    db
      .prepare(
        `SELECT s.residency_id, s.command, s.rung_id, s.at
            FROM training_set s
            WHERE s.id = ? AND NOT EXISTS (SELECT 1 FROM voided v WHERE v.target_id = s.id)`,
      )
      .get(setId),
  )

const standingRep = z.object({
  id: z.string(),
  root: z.string().nullable(),
  outcome: z.enum(['clean', 'helped', 'late', 'miss']),
  faults: z.string(),
  broke_s: z.number().nullable(),
  held_s: z.number().nullable(),
  latency_s: z.number().nullable(),
})
export interface RepRow {
  readonly id: string
  /** The rep that a device first recorded. */
  readonly first: string
  readonly outcome: 'clean' | 'helped' | 'late' | 'miss'
  readonly faults: readonly string[]
  /** Seconds after which a position was broken; null where none was. */
  readonly brokeSeconds: number | null
  /** Seconds that a position was held; null where none was counted. */
  readonly heldSeconds: number | null
  /** Seconds from the cue until the position was taken. */
  readonly latencySeconds: number | null
}

const shownOfRep = 'r.id, r.root, r.outcome, r.faults, r.broke_s, r.held_s, r.latency_s, r.at, r.device, r.seq'

const faultCodes = z.array(z.string())

/** Reps of a set that stand, in order. */
export const standingReps = (db: Db, setId: SetId): readonly RepRow[] =>
  db
    .prepare(
      `SELECT *
        FROM
          (${standingRepsSql(shownOfRep, 's.id = @setId')})
        ORDER BY at, device, seq`,
    )
    .all({ setId })
    .map((raw) => {
      const r = standingRep.parse(raw)
      return {
        id: r.id,
        first: r.root ?? r.id,
        outcome: r.outcome,
        faults: faultCodes.parse(JSON.parse(r.faults)),
        brokeSeconds: r.broke_s,
        heldSeconds: r.held_s,
        latencySeconds: r.latency_s,
      }
    })

const setCopy = copySql('set-opened', {
  leash_holder: 'coalesce(@leashHolder, leash_holder)',
  place_id: 'coalesce(@placeId, place_id)',
  level: 'coalesce(@level, level)',
  kit: 'coalesce(@kit, kit)',
  residency_id: 'coalesce(@residencyId, residency_id)',
  block_id: 'coalesce(@blockId, block_id)',
  rung_id: 'coalesce(@rungId, rung_id)',
  command: 'coalesce(@command, command)',
  curriculum_id: 'coalesce(@curriculumId, curriculum_id)',
  curriculum_version: 'coalesce(@curriculumVersion, curriculum_version)',
  at: '@at',
  day: '@day',
})

/** Copies a set under a new id as the fact that stands for it, with what is changed. */
export function copySet(
  db: Db,
  from: string,
  to: {
    readonly id: string
    readonly placeId?: PlaceId | undefined
    readonly leashHolder?: string | undefined
    readonly level?: number | undefined
    readonly kit?: string | undefined
    /** Another dog's, in a block of its own. */
    readonly residencyId?: ResidencyId | undefined
    readonly blockId?: BlockId | undefined
    /** Another rung, with the command it is of and the curriculum it is found in. */
    readonly rung?:
      | { readonly id: string; readonly command: string; readonly curriculumId: string; readonly version: number }
      | undefined
    readonly moved?: Moved | undefined
  },
  desk: Desk,
): void {
  const { seq, at, day } = copyCommon(db, 'set-opened', from, to.id, desk, to.moved)
  db.prepare(setCopy).run({
    id: to.id,
    from,
    device: desk.device,
    seq,
    at,
    day,
    residencyId: to.residencyId ?? null,
    blockId: to.blockId ?? null,
    rungId: to.rung?.id ?? null,
    command: to.rung?.command ?? null,
    curriculumId: to.rung?.curriculumId ?? null,
    curriculumVersion: to.rung?.version ?? null,
    placeId: to.placeId ?? null,
    leashHolder: to.leashHolder ?? null,
    level: to.level ?? null,
    kit: to.kit ?? null,
  })
}

export interface RepChange {
  readonly outcome?: RepRow['outcome']
  readonly faults?: readonly string[]
  readonly brokeSeconds?: number | null
}

const repCopy = copySql('rep', {
  set_id: '@setId',
  outcome: 'coalesce(@outcome, outcome)',
  faults: 'coalesce(@faults, faults)',
  broke_s: 'CASE WHEN @changesBreak THEN @broke ELSE broke_s END',
  at: '@at',
})

/**
 * Copies a rep into a set under a new id, with what is changed. A rep changed to anything but a miss has broken at no
 * second.
 */
export function copyRep(
  db: Db,
  from: string,
  to: {
    readonly id: string
    readonly setId: SetId
    readonly change?: RepChange
    readonly moved?: Moved | undefined
  },
  desk: Desk,
): void {
  const change = to.change ?? {}
  const broke = change.outcome !== undefined && change.outcome !== 'miss' ? null : change.brokeSeconds
  const { seq, at } = copyCommon(db, 'rep', from, to.id, desk, to.moved)
  db.prepare(repCopy).run({
    id: to.id,
    setId: to.setId,
    from,
    device: desk.device,
    seq,
    at,
    outcome: change.outcome ?? null,
    faults: change.faults === undefined ? null : JSON.stringify(change.faults),
    changesBreak: broke === undefined ? 0 : 1,
    broke: broke ?? null,
  })
}

const copyCloseRow = z.object({ id: z.string() }).optional()

/** Copies a set's closing to the set that stands for it; one that is not closed has none. */
export function copyClose(db: Db, fromSet: string, toSet: string, id: string, desk: Desk, moved?: Moved): void {
  const from = copyCloseRow.parse(
    db.prepare('SELECT id FROM set_close WHERE set_id = ? ORDER BY at LIMIT 1').get(fromSet),
  )
  if (!from) return
  const { seq, at } = copyCommon(db, 'set-closed', from.id, id, desk, moved)
  db.prepare(
    `INSERT INTO set_close (id, set_id, device, seq, at, ended_by, note)
     SELECT ?, ?, ?, ?, ?, ended_by, note FROM set_close WHERE id = ?`,
  ).run(id, toSet, desk.device, seq, at, from.id)
}
