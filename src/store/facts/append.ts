import { z } from 'zod'
import type { FactKindName, WireFact } from '@/core/facts/wire'
import type { Db } from '../database'
import { columnsOf, details } from './kinds'

/** When a fact was made and received; `at` is corrected for the device's clock, `day` is the kennel's day of it. */
export interface Stamp {
  readonly device: string
  readonly at: number
  readonly receivedAt: number
  readonly day: string
  /** Who was signed in when it came; nobody where the kennel itself keeps it. */
  readonly sentBy?: string | undefined
  /** Its day is not sure, or lies outside the stay of its dog: somebody is to look at it. */
  readonly unsure?: boolean
}

type Value = string | number | null

/** As a column holds it: lists and objects as JSON, yes and no as 1 and 0. */
const stored = (value: unknown): Value =>
  typeof value === 'boolean'
    ? Number(value)
    : typeof value === 'string' || typeof value === 'number'
      ? value
      : value === null || value === undefined
        ? null
        : JSON.stringify(value)

const common = ['id', 'device', 'seq', 'at'] as const

const statements = new Map<FactKindName, string>()

function detailSql(kind: FactKindName): string {
  const known = statements.get(kind)
  if (known !== undefined) return known
  const { table, also = [], repeats = [] } = details[kind]
  const columns = [...common, ...repeats, ...columnsOf(kind).map(([, column]) => column), ...also]
  const made = `INSERT INTO ${table} (${columns.join(', ')}) VALUES (${columns.map((c) => `@${c}`).join(', ')})`
  statements.set(kind, made)
  return made
}

/**
 * Stores a fact: what every fact has, and what is particular to its kind. Call inside the transaction that looked
 * whether it is here already. `also`: the columns that the kennel fills.
 */
export function append(db: Db, fact: WireFact, stamp: Stamp, also: Readonly<Record<string, unknown>> = {}): void {
  const recordedBy = 'recordedBy' in fact ? fact.recordedBy : null
  appendCommon(db, { ...stamp, id: fact.id, kind: fact.kind, seq: fact.seq, deviceAt: fact.deviceAt, recordedBy })
  const said: Readonly<Record<string, unknown>> = fact
  const row: Record<string, Value> = {
    id: fact.id,
    device: stamp.device,
    seq: fact.seq,
    at: stamp.at,
    day: stamp.day,
    recorded_by: recordedBy,
  }
  for (const [field, column] of columnsOf(fact.kind)) row[column] = stored(said[field])
  for (const column of details[fact.kind].also ?? []) row[column] = stored(also[column])
  db.prepare(detailSql(fact.kind)).run(row)
}

/** What every fact has. */
export interface Common extends Stamp {
  readonly id: string
  readonly kind: FactKindName
  readonly seq: number
  readonly deviceAt: number
  readonly recordedBy: string | null
}

/** Stores the common part of a fact alone, for one whose particulars are copied from another. */
export function appendCommon(db: Db, fact: Common): void {
  db.prepare(
    `INSERT INTO fact (id, kind, device, seq, device_at, at, received_at, day, recorded_by, sent_by, unsure)
      VALUES (@id, @kind, @device, @seq, @deviceAt, @at, @receivedAt, @day, @recordedBy, @sentBy, @unsure)`,
  ).run({ ...fact, sentBy: fact.sentBy ?? null, unsure: Number(fact.unsure ?? false) })
}

const kindRow = z.object({ kind: z.string() }).optional()

/** The kind under which this id is here already; undefined when it is not. */
export const kindOf = (db: Db, id: string): string | undefined =>
  kindRow.parse(db.prepare('SELECT kind FROM fact WHERE id = ?').get(id))?.kind

/** Whether a device already used this number for another fact, of whatever kind. */
export const numberTaken = (db: Db, device: string, seq: number): boolean =>
  db.prepare('SELECT 1 FROM fact WHERE device = ? AND seq = ?').get(device, seq) !== undefined

const n = z.object({ n: z.number() })

/** The next number of a device. */
export const nextNumber = (db: Db, device: string): number =>
  n.parse(db.prepare('SELECT coalesce(max(seq), -1) + 1 AS n FROM fact WHERE device = ?').get(device)).n
