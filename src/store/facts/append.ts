import { z } from 'zod'
import type { FactKindName, WireFact } from '@/core/facts/wire'
import type { Db } from '../database'
import { columnsOf, details } from './kinds'
import type { PersonId } from '@/core/ids'
import type { EpochMs } from '@/core/epochMs'

/** When a fact was made and received; `at` is corrected for the device's clock, `day` is the kennel's day of it. */
export interface Stamp {
  readonly device: string
  readonly at: EpochMs
  readonly receivedAt: EpochMs
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
  const made = `INSERT INTO ${table} (${columns.join(', ')}) VALUES (${columns.map(() => '?').join(', ')})`
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
  const fields: Readonly<Record<string, unknown>> = fact
  const { repeats = [], also: filled = [] } = details[fact.kind]
  // In the order of its columns: bound by name, half of the time goes into looking names up.
  db.prepare(detailSql(fact.kind)).run(
    fact.id,
    stamp.device,
    fact.seq,
    stamp.at,
    ...repeats.map((column) => (column === 'day' ? stamp.day : recordedBy)),
    ...columnsOf(fact.kind).map(([field]) => stored(fields[field])),
    ...filled.map((column) => stored(also[column])),
  )
}

/** What every fact has. */
export interface Common extends Stamp {
  readonly id: string
  readonly kind: FactKindName
  /** Number that the device gave it. */
  readonly seq: number
  readonly deviceAt: EpochMs
  readonly recordedBy: PersonId | null
}

/** Stores the common part of a fact alone, for one whose particulars are copied from another. */
export function appendCommon(db: Db, fact: Common): void {
  db.prepare(
    `INSERT INTO fact (id, kind, device, seq, device_at, at, received_at, day, recorded_by, sent_by, unsure)
      VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`,
  ).run(
    fact.id,
    fact.kind,
    fact.device,
    fact.seq,
    fact.deviceAt,
    fact.at,
    fact.receivedAt,
    fact.day,
    fact.recordedBy,
    fact.sentBy ?? null,
    Number(fact.unsure ?? false),
  )
}

const kindRow = z.object({ kind: z.string() }).optional()

/** The kind under which this id is here already; undefined when it is not. */
export const kindOf = (db: Db, id: string): string | undefined =>
  kindRow.parse(db.prepare('SELECT kind FROM fact WHERE id = ?').get(id))?.kind

/** Whether a device already used this number for another fact, of whatever kind. */
export const numberTaken = (db: Db, device: string, seq: number): boolean =>
  db.prepare('SELECT 1 FROM fact WHERE device = ? AND seq = ?').get(device, seq) !== undefined

const n = z.object({ n: z.number() })

/** A number of a device above all that it draws itself, for a fact whose own number is taken. */
export const spareNumber = (db: Db, device: string): number => Math.max(takenFrom, nextNumber(db, device))

/** Above all that a device draws, those with no disk too. */
const takenFrom = 2 ** 41

/** The next number of a device. */
export const nextNumber = (db: Db, device: string): number =>
  n.parse(db.prepare('SELECT coalesce(max(seq), -1) + 1 AS n FROM fact WHERE device = ?').get(device)).n
