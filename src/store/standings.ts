import { z } from 'zod'
import type { Db } from './database'

export interface StandingRow {
  readonly residencyId: string
  readonly foldVersion: number
  readonly curriculumVersion: number
  /** The moment from which other rules hold, so that it must be made again; null when none is known of. */
  readonly holdsUntil: number | null
  /** JSON as the work layer wrote it. */
  readonly state: string
  readonly summary: string
  /** JSON: how far the facts are that it was folded from. */
  readonly mark: string
}

export function writeStanding(db: Db, row: StandingRow): void {
  db.prepare(
    `INSERT INTO standing (residency_id, fold_version, curriculum_version, holds_until, state, summary, mark)
      VALUES (@residencyId, @foldVersion, @curriculumVersion, @holdsUntil, @state, @summary, @mark)
     ON CONFLICT (residency_id) DO UPDATE
     SET fold_version = excluded.fold_version, curriculum_version = excluded.curriculum_version, holds_until =
       excluded.holds_until, state = excluded.state, summary = excluded.summary, mark = excluded.mark`,
  ).run(row)
}

const row = z
  .object({
    residency_id: z.string(),
    fold_version: z.number(),
    curriculum_version: z.number(),
    holds_until: z.number().nullable(),
    state: z.string(),
    summary: z.string(),
    mark: z.string(),
  })
  .transform((r): StandingRow => ({
    residencyId: r.residency_id,
    foldVersion: r.fold_version,
    curriculumVersion: r.curriculum_version,
    holdsUntil: r.holds_until,
    state: r.state,
    summary: r.summary,
    mark: r.mark,
  }))

/** A kept standing holds while the fold means the same and no rule of its dog has changed since. Asked here alone. */
const holding = 's.fold_version = @foldVersion AND (s.holds_until IS NULL OR s.holds_until > @now)'

interface Asked {
  readonly now: number
  readonly foldVersion: number
}

const rowIfAny = row.optional()

/** The kept standing of a residency; undefined when there is none that holds at this moment. */
export const readStanding = (db: Db, residencyId: string, asked: Asked): StandingRow | undefined =>
  rowIfAny.parse(
    db
      .prepare(
        `SELECT residency_id, fold_version, curriculum_version, holds_until, state, summary, mark
          FROM standing s
          WHERE residency_id = @residencyId AND ${holding}`,
      )
      .get({ residencyId, ...asked }),
  )

const summaryRow = z.object({ residency_id: z.string(), summary: z.string() })

/** The kept summaries of everyone resident on this day, as text; those that do not hold are missing from the map. */
export const readSummaries = (db: Db, day: string, asked: Asked): ReadonlyMap<string, string> =>
  new Map(
    db
      .prepare(
        `SELECT s.residency_id, s.summary
          FROM residency r
          JOIN standing s ON s.residency_id = r.id
          WHERE r.leaves_on >= @day AND r.arrives_on <= @day AND ${holding}`,
      )
      .all({ day, ...asked })
      .map((raw) => {
        const r = summaryRow.parse(raw)
        return [r.residency_id, r.summary]
      }),
  )
