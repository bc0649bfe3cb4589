import { z } from 'zod'
import { handoffOutcomes, type HandoffOutcome } from '@/core/handoff/outcome'
import type { Busy } from '@/core/handoff/slots'
import type { Db } from './database'
import type { Space } from '@/core/handoff/space'
import type { DogId, HandoffId, PersonId, PlaceId, ResidencyId } from '@/core/ids'
import type { EpochMs } from '@/core/epochMs'

export interface Handoff {
  readonly id: string
  readonly residencyId: ResidencyId
  readonly personId: PersonId
  /** Where the dog is shown; null while nobody said. */
  readonly placeId: PlaceId | null
  readonly fromMs: number
  readonly toMs: number
  /** How often it was moved, as calendars count it. */
  readonly sequence: number
  readonly status: 'confirmed' | 'cancelled'
  /** How it went, once somebody said. */
  readonly outcome: HandoffOutcome | null
  readonly changedAt: EpochMs
}

const row = z
  .object({
    id: z.string(),
    residency_id: z.string(),
    person_id: z.string(),
    place_id: z.string().nullable(),
    from_at: z.number(),
    to_at: z.number(),
    sequence: z.number(),
    status: z.enum(['confirmed', 'cancelled']),
    outcome: z.enum(handoffOutcomes).nullable(),
    changed_at: z.number(),
  })
  .transform((r): Handoff => ({
    id: r.id,
    residencyId: r.residency_id,
    personId: r.person_id,
    placeId: r.place_id,
    fromMs: r.from_at,
    toMs: r.to_at,
    sequence: r.sequence,
    status: r.status,
    outcome: r.outcome,
    changedAt: r.changed_at,
  }))
const columns =
  'id, residency_id, person_id, place_id, from_at, to_at, sequence, status, outcome, changed_at FROM handoff'

const rowIfAny = row.optional()

export const findHandoff = (db: Db, id: string): Handoff | undefined =>
  rowIfAny.parse(db.prepare(`SELECT ${columns} WHERE id = ?`).get(id))

const handoffsOfOwnerRows = z.array(z.object({ fromMs: z.number(), toMs: z.number() }))

/** Times at which an owner comes for another of their dogs. */
export const handoffsOfOwner = (
  db: Db,
  dog: { readonly dogId: DogId; readonly ownerName: string },
  since: EpochMs,
  except: string | undefined,
): readonly { readonly fromMs: number; readonly toMs: number }[] =>
  handoffsOfOwnerRows.parse(
    db
      .prepare(
        `SELECT h.from_at AS fromMs, h.to_at AS toMs
            FROM dog d
            JOIN residency r ON r.dog_id = d.id
            JOIN handoff h ON h.residency_id = r.id
            WHERE d.owner_name = ? COLLATE NOCASE AND h.status = 'confirmed' AND h.to_at > ? AND h.id <> ?`,
      )
      .all(dog.ownerName, since, except ?? ''),
  )

/** The handoff that stands for this residency and of which nobody said yet how it went, or undefined. */
export const liveHandoff = (db: Db, residencyId: ResidencyId): Handoff | undefined =>
  rowIfAny.parse(
    db
      .prepare(`SELECT ${columns} WHERE residency_id = ? AND status = 'confirmed' AND outcome IS NULL`)
      .get(residencyId),
  )

/** Handoffs that stood and are over, since a moment, newest first. */
export const handoffsOver = (db: Db, since: EpochMs, now: EpochMs): readonly Handoff[] =>
  db
    .prepare(
      `SELECT ${columns} WHERE status = 'confirmed' AND from_at > ? AND to_at <= ? ORDER BY from_at DESC LIMIT 60`,
    )
    .all(since, now)
    .map((r) => row.parse(r))

/** Says how a handoff went, or takes that back, and keeps who said so. */
export function writeOutcome(
  db: Db,
  said: {
    readonly id: string
    readonly handoffId: HandoffId
    readonly outcome: HandoffOutcome | ''
    readonly at: EpochMs
    readonly by: string
  },
): void {
  db.prepare('UPDATE handoff SET outcome = ? WHERE id = ?').run(said.outcome || null, said.handoffId)
  db.prepare(
    'INSERT INTO handoff_outcome (id, handoff_id, outcome, at, by) VALUES (@id, @handoffId, @outcome, @at, @by)',
  ).run(said)
}

/** The handoff of this residency that was changed last, or undefined. */
export const lastHandoff = (db: Db, residencyId: ResidencyId): Handoff | undefined =>
  rowIfAny.parse(
    db.prepare(`SELECT ${columns} WHERE residency_id = ? ORDER BY changed_at DESC, id DESC LIMIT 1`).get(residencyId),
  )

/** The last handoff of a residency if it was canceled. */
export function lastCancelled(db: Db, residencyId: ResidencyId): Handoff | undefined {
  const last = lastHandoff(db, residencyId)
  return last?.status === 'cancelled' ? last : undefined
}

/** Handoffs that stand and end after this moment. */
export const handoffsAfter = (db: Db, after: number): readonly Handoff[] =>
  db
    .prepare(`SELECT ${columns} WHERE status = 'confirmed' AND from_at > ? ORDER BY from_at`)
    .all(after)
    .map((r) => row.parse(r))

/** When each person is taken by handoffs that stand; the one being moved may be left out. */
export const busyPeople = (db: Db, after: number, except?: string): readonly Busy[] =>
  handoffsAfter(db, after)
    .filter((h) => h.id !== except)
    .map((h) => ({ personId: h.personId, fromMs: h.fromMs, toMs: h.toMs }))

const capacityRow = z.object({ capacity: z.number() }).optional()

/** A location with what is booked there; undefined for one that is not known. `except`: the handoff being moved. */
export function readSpace(db: Db, placeId: PlaceId, after: number, except?: HandoffId): Space | undefined {
  const found = capacityRow.parse(
    db.prepare('SELECT demonstrations_at_once AS capacity FROM place WHERE id = ?').get(placeId),
  )
  const taken = handoffsAfter(db, after).filter((h) => h.placeId === placeId && h.id !== except)
  return found && { placeId, capacity: found.capacity, taken }
}

export type HandoffKind = 'booked' | 'moved' | 'cancelled'

/** Appends the event and brings the standing booking up to it. Throws when the trainer is booked then; see isTaken. */
export function appendHandoff(db: Db, kind: HandoffKind, eventId: string, h: Omit<Handoff, 'outcome'>): void {
  db.prepare(
    `INSERT INTO handoff_event (id, handoff_id, residency_id, kind, sequence, person_id, place_id, from_at, to_at, at)
      VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`,
  ).run(eventId, h.id, h.residencyId, kind, h.sequence, h.personId, h.placeId, h.fromMs, h.toMs, h.changedAt)
  db.prepare(
    `INSERT INTO handoff (id, residency_id, person_id, place_id, from_at, to_at, sequence, status, changed_at)
      VALUES (@id, @residencyId, @personId, @placeId, @fromMs, @toMs, @sequence, @status, @changedAt)
     ON CONFLICT (id) DO UPDATE
     SET person_id = excluded.person_id, place_id = excluded.place_id, from_at = excluded.from_at,
       to_at = excluded.to_at, sequence = excluded.sequence, status = excluded.status,
       changed_at = excluded.changed_at`,
  ).run(h)
}
