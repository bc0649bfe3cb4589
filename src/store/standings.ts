import { z } from 'zod'
import { newStamp, type Db } from './database'
import type { ResidencyId } from '@/core/ids'
import type { EpochMs } from '@/core/epochMs'

export interface StandingRow {
  readonly residencyId: ResidencyId
  /** Which reading of the facts it was derived by. */
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

/** A kept standing as it was written once: of the same stamp, the same words. */
export interface StandingStamp {
  readonly residencyId: ResidencyId
  /** Number of the writing. */
  readonly stamp: number
}

/** Writes what is kept of a residency, and gives the stamp of this writing. */
export function writeStanding(db: Db, row: StandingRow): StandingStamp {
  const written = db.prepare(
    `INSERT INTO standing (residency_id, fold_version, curriculum_version, holds_until, state, summary, mark, stamp)
      VALUES (@residencyId, @foldVersion, @curriculumVersion, @holdsUntil, @state, @summary, @mark, ${newStamp})
     ON CONFLICT (residency_id) DO UPDATE
     SET fold_version = excluded.fold_version, curriculum_version = excluded.curriculum_version, holds_until =
       excluded.holds_until, state = excluded.state, summary = excluded.summary, mark = excluded.mark,
       stamp = excluded.stamp
     RETURNING residency_id AS residencyId, stamp`,
  )
  return stampRow.parse(written.get(row))
}

/** A kept standing holds while the fold means the same and no rule of its dog has changed since. Asked here alone. */
const holding = 's.fold_version = @foldVersion AND (s.holds_until IS NULL OR s.holds_until > @now)'

interface Asked {
  readonly now: EpochMs
  readonly foldVersion: number
}

const stampRow = z.object({ residencyId: z.string(), stamp: z.number() })
const stampIfAny = stampRow.optional()
const onwardRow = stampRow.extend({ mark: z.string() }).optional()

/** How far the facts are of what further facts are folded onto; undefined when nothing is kept that holds now. */
export const readMark = (
  db: Db,
  residencyId: ResidencyId,
  asked: Asked,
): (StandingStamp & { readonly mark: string }) | undefined =>
  onwardRow.parse(
    db
      .prepare(
        `SELECT residency_id AS residencyId, stamp, mark FROM standing s
          WHERE residency_id = @residencyId AND ${holding}`,
      )
      .get({ residencyId, ...asked }),
  )

/** The stamp of the kept standing of a residency; undefined when none holds at this moment. */
export const standingStamp = (db: Db, residencyId: ResidencyId, asked: Asked): StandingStamp | undefined =>
  stampIfAny.parse(
    db
      .prepare(
        `SELECT residency_id AS residencyId, stamp FROM standing s WHERE residency_id = @residencyId AND ${holding}`,
      )
      .get({ residencyId, ...asked }),
  )

/** The stamp of whatever is kept of a residency, holding or not; undefined for nothing. */
export const writtenStamp = (db: Db, residencyId: ResidencyId): number | undefined =>
  z.number().optional().parse(db.prepare('SELECT stamp FROM standing WHERE residency_id = ?').pluck().get(residencyId))

/**
 * The stamps of everyone resident on this day; those whose standing does not hold are missing. Residents first: the
 * index of stamps is small enough that SQLite would rather go through all that ever were.
 */
export const standingStamps = (db: Db, day: string, asked: Asked): readonly StandingStamp[] =>
  db
    .prepare(
      `SELECT s.residency_id AS residencyId, s.stamp
        FROM residency r
        CROSS JOIN standing s ON s.residency_id = r.id
        WHERE r.leaves_on >= @day AND r.arrives_on <= @day AND ${holding}`,
    )
    .all({ day, ...asked })
    .map((raw) => stampRow.parse(raw))

/** What is kept holds no longer: who asks next has it from the facts, and a job keeps it again (`lapsedStandings`). */
const lapse = `UPDATE standing SET holds_until = 0, stamp = ${newStamp}`

/** Lets what is kept of everybody lapse. */
export function lapseStandings(db: Db): void {
  db.prepare(lapse).run()
}

/** Lets what is kept of everybody who is to come after this day lapse. */
export function lapseStandingsAhead(db: Db, today: string): void {
  db.prepare(`${lapse} WHERE residency_id IN (SELECT id FROM residency WHERE arrives_on > ?)`).run(today)
}

/** Lets what is kept of everybody who was ever worked in one of these places lapse. */
export function lapseStandingsIn(db: Db, placeIds: readonly string[]): void {
  db.prepare(
    `${lapse}
      WHERE residency_id IN (
        SELECT residency_id
        FROM training_set
        WHERE place_id IN (SELECT value FROM json_each(?)))`,
  ).run(JSON.stringify(placeIds))
}

const idRows = z.array(z.object({ id: z.string() }))

/** Residencies, here or gone, whose standing lapsed and is not kept again yet. */
export const lapsedStandings = (db: Db): readonly string[] =>
  idRows.parse(db.prepare('SELECT residency_id AS id FROM standing WHERE holds_until = 0').all()).map((r) => r.id)

const textRow = z.object({ text: z.string() }).optional()

/** One of a kept standing's texts; undefined when nothing is kept. */
export const standingText = (db: Db, residencyId: ResidencyId, what: 'state' | 'summary'): string | undefined =>
  textRow.parse(db.prepare(`SELECT ${what} AS text FROM standing WHERE residency_id = ?`).get(residencyId))?.text
