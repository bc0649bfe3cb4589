import { z } from 'zod'
import type { Typed } from '@/core/fields'
import type { Entry, StepId } from '@/core/intake/steps'
import type { Db } from './database'
import type { DogId, PersonId, ResidencyId } from '@/core/ids'
import type { EpochMs } from '@/core/epochMs'

const typed = z.record(z.string(), z.array(z.string()))
const draftRow = z.object({
  key: z.string(),
  typed: z.string(),
  savedAt: z.number(),
  by: z.string(),
  byId: z.string(),
  read: z.string().nullable(),
})

export interface Draft {
  readonly key: string
  readonly typed: Typed
  readonly savedAt: EpochMs
  readonly by: string
  readonly byId: string
  /** What the fields held when it was begun; undefined where nobody knows. */
  readonly read: Typed | undefined
}

const draftOf = (raw: unknown): Draft => {
  const r = draftRow.parse(raw)
  return {
    ...r,
    typed: typed.parse(JSON.parse(r.typed)),
    read: r.read === null ? undefined : typed.parse(JSON.parse(r.read)),
  }
}

/** What was typed into a step and not yet kept; undefined when nothing was. */
export function readDraft(db: Db, key: string, step: string): Draft | undefined {
  const raw = db
    .prepare(
      `SELECT d.key, d.typed, d.saved_at AS savedAt, p.name AS by, d.saved_by AS byId, d.read
        FROM intake_draft d
        JOIN person p ON p.id = d.saved_by
        WHERE d.key = ? AND d.step = ?`,
    )
    .get(key, step)
  return raw === undefined ? undefined : draftOf(raw)
}

/** The newest drafts of a step, whoever typed them. */
export const readDrafts = (db: Db, step: string, most: number): readonly Draft[] =>
  db
    .prepare(
      `SELECT d.key, d.typed, d.saved_at AS savedAt, p.name AS by, d.saved_by AS byId, d.read
        FROM intake_draft d
        JOIN person p ON p.id = d.saved_by
        WHERE d.step = ?
        ORDER BY d.saved_at DESC LIMIT ?`,
    )
    .all(step, most)
    .map(draftOf)

export function writeDraft(
  db: Db,
  key: string,
  step: string,
  values: Typed,
  savedBy: string,
  at: EpochMs,
  read?: Typed,
): void {
  db.prepare(
    `INSERT INTO intake_draft (key, step, typed, saved_at, saved_by, read)
      VALUES (?, ?, ?, ?, ?, ?)
      ON CONFLICT (key, step) DO UPDATE
      SET typed = excluded.typed, saved_at = excluded.saved_at, saved_by = excluded.saved_by, read = excluded.read`,
  ).run(key, step, JSON.stringify(values), at, savedBy, read === undefined ? null : JSON.stringify(read))
}

export function dropDraft(db: Db, key: string, step: string): void {
  db.prepare('DELETE FROM intake_draft WHERE key = ? AND step = ?').run(key, step)
}

/** Drops drafts of this step that nobody touched since; a booking never made is not kept for ever. */
export function dropDraftsBefore(db: Db, step: string, at: EpochMs): void {
  db.prepare('DELETE FROM intake_draft WHERE step = ? AND saved_at < ?').run(step, at)
}

export function appendEntry(
  db: Db,
  row: {
    readonly id: string
    readonly residencyId: ResidencyId
    readonly step: StepId
    readonly entry: unknown
    readonly at: EpochMs
    readonly recordedBy: PersonId
  },
): void {
  db.prepare(
    `INSERT INTO intake_entry (id, residency_id, step, entry, at, recorded_by)
      VALUES (@id, @residencyId, @step, @entry, @at, @recordedBy)`,
  ).run({ ...row, entry: JSON.stringify(row.entry) })
}

export interface KeptEntry<S extends StepId> {
  readonly entry: Entry<S>
  readonly at: EpochMs
  readonly by: string
  /** The residency it was kept for: an earlier one of the same dog's when nothing newer was said. */
  readonly residencyId: ResidencyId
}

const entryRow = z.object({ entry: z.string(), at: z.number(), by: z.string(), residencyId: z.string() })

const entryRowIfAny = entryRow.optional()

/**
 * What was last kept of a step for this dog until a moment, in this residency or an earlier one; our own writing, read
 * back as it was written.
 */
export function readEntry<S extends StepId>(
  db: Db,
  residencyId: ResidencyId,
  step: S,
  until: number = Number.MAX_SAFE_INTEGER,
): KeptEntry<S> | undefined {
  const raw = db
    .prepare(
      `SELECT e.entry, e.at, p.name AS by, e.residency_id AS residencyId
        FROM residency r
        JOIN residency o ON o.dog_id = r.dog_id
        JOIN intake_entry e ON e.residency_id = o.id
        JOIN person p ON p.id = e.recorded_by
       WHERE r.id = ? AND o.arrives_on <= r.arrives_on AND e.step = ? AND e.at <= ?
       ORDER BY o.arrives_on DESC, e.at DESC, e.id DESC LIMIT 1`,
    )
    .get(residencyId, step, until)
  const row = entryRowIfAny.parse(raw)
  return row && { entry: JSON.parse(row.entry) as Entry<S>, at: row.at, by: row.by, residencyId: row.residencyId }
}

const keptStepsRows = z.array(z.object({ step: z.string() }))

/** Steps of this very residency that were kept; promises made at the booking are. */
export const keptSteps = (db: Db, residencyId: ResidencyId): ReadonlySet<string> =>
  new Set(
    keptStepsRows
      .parse(
        db
          .prepare(
            `SELECT step
              FROM intake_entry
              WHERE residency_id = ?
              UNION SELECT 'promises'
              FROM promise
              WHERE residency_id = ?`,
          )
          .all(residencyId, residencyId),
      )
      .map((r) => r.step),
  )

export function writePhoto(db: Db, dogId: DogId, jpeg: Buffer, recordedBy: PersonId, at: EpochMs): void {
  db.prepare(
    `INSERT INTO photo (dog_id, jpeg, at, recorded_by)
      VALUES (?, ?, ?, ?)
      ON CONFLICT (dog_id) DO UPDATE
      SET jpeg = excluded.jpeg, at = excluded.at, recorded_by = excluded.recorded_by`,
  ).run(dogId, jpeg, at, recordedBy)
}

const photoRow = z.object({ jpeg: z.instanceof(Buffer), at: z.number() }).optional()

export const readPhoto = (db: Db, dogId: DogId): { readonly jpeg: Buffer; readonly at: EpochMs } | undefined =>
  photoRow.parse(db.prepare('SELECT jpeg, at FROM photo WHERE dog_id = ?').get(dogId))

const dogIds = z.array(z.string())

/** Which dogs have a picture. */
export const dogsPictured = (db: Db): readonly string[] =>
  dogIds.parse(db.prepare('SELECT dog_id FROM photo').pluck().all())

/** Puts the same picture in another form. */
export const replacePhoto = (db: Db, dogId: DogId, jpeg: Buffer): void =>
  void db.prepare('UPDATE photo SET jpeg = ? WHERE dog_id = ?').run(jpeg, dogId)

const photoAtRow = z.object({ at: z.number() }).optional()

export const photoAt = (db: Db, dogId: DogId): number | undefined =>
  photoAtRow.parse(db.prepare('SELECT at FROM photo WHERE dog_id = ?').get(dogId))?.at

/** Takes a small fact back; twice changes nothing. */
export function takeBack(db: Db, targetId: string, recordedBy: PersonId, at: EpochMs): void {
  db.prepare(
    'INSERT INTO taken_back (target_id, at, recorded_by) VALUES (?, ?, ?) ON CONFLICT (target_id) DO NOTHING',
  ).run(targetId, at, recordedBy)
}
