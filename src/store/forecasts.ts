import { z } from 'zod'
import { forecastShape, type Forecast } from '@/core/forecast/forecast'
import { verdicts, type VerdictOnForecasts } from '@/core/forecast/judged'
import { learnedModel, learnedShape, ratesFile, type KennelLearned, type RatesFile } from '@/core/forecast/learned'
import { newStamp, type Db } from './database'
import type { ResidencyId } from '@/core/ids'
import type { EpochMs } from '@/core/epochMs'

const storedForecast = z.string().transform((text, ctx): Forecast => {
  const parsed = forecastShape.safeParse(JSON.parse(text))
  if (parsed.success) return parsed.data
  ctx.addIssue({ code: 'custom', message: 'no forecast' })
  return z.NEVER
})
const nowRow = z.object({ residencyId: z.string(), day: z.string(), madeAt: z.number(), stamp: z.number() })
/** When what is said now was calculated; of the same stamp, the same words. */
export type ForecastStamp = z.infer<typeof nowRow>

/** When it was calculated of each who is here on this day; who has none yet is missing. */
export const forecastsOn = (db: Db, day: string): readonly ForecastStamp[] =>
  db
    .prepare(
      `SELECT f.residency_id AS residencyId, f.day, f.made_at AS madeAt, f.stamp
        FROM residency r
        JOIN forecast_now f ON f.residency_id = r.id
        WHERE r.leaves_on >= ? AND r.arrives_on <= ?`,
    )
    .all(day, day)
    .map((raw) => nowRow.parse(raw))

const nowIfAny = nowRow.optional()

/** The stamp of one residency’s forecast; undefined while there is none. */
export const forecastNow = (db: Db, residencyId: ResidencyId): ForecastStamp | undefined =>
  nowIfAny.parse(
    db
      .prepare(
        `SELECT residency_id AS residencyId, day, made_at AS madeAt, stamp FROM forecast_now WHERE residency_id = ?`,
      )
      .get(residencyId),
  )

const textRow = z.object({ told: z.string() }).optional()

/** What is said now of a residency, as text. */
export const forecastText = (db: Db, residencyId: ResidencyId): string | undefined =>
  textRow.parse(db.prepare('SELECT told FROM forecast_now WHERE residency_id = ?').get(residencyId))?.told

export interface NewForecast {
  readonly residencyId: ResidencyId
  readonly madeAt: EpochMs
  readonly digest: string
  readonly told: Forecast
  /** What two simpler rules say beside it, 0–1: reps still needed over reps that fit in, and a straight line. */
  readonly byRatio: number
  readonly byLine: number
}

/** Keeps what is said now, and beside it what was said first on that day, for good. */
export function keepForecast(db: Db, f: NewForecast): void {
  const row = { ...f, day: f.told.today, model: f.told.model, told: JSON.stringify(f.told) }
  db.prepare(
    `INSERT INTO forecast_now (residency_id, day, made_at, told, stamp)
      VALUES (@residencyId, @day, @madeAt, @told, ${newStamp})
      ON CONFLICT (residency_id) DO UPDATE
      SET day = excluded.day, made_at = excluded.made_at, told = excluded.told, stamp = excluded.stamp`,
  ).run(row)
  db.prepare(
    `INSERT INTO forecast (residency_id, day, made_at, model, digest, told, by_ratio, by_line)
      VALUES (@residencyId, @day, @madeAt, @model, @digest, @told, @byRatio, @byLine)
      ON CONFLICT (residency_id, day) DO NOTHING`,
  ).run(row)
}

const dueRow = z.object({ residencyId: z.string(), turn: z.number() })
export type ForecastDue = z.infer<typeof dueRow>

/**
 * Residencies of this day, and those that begin by another, whose forecast is missing, of another day or model, or no
 * longer rests on what is known;
 * `turn` is to be given back when it was made.
 */
export const forecastsDue = (db: Db, day: string, ahead: string, model: number): readonly ForecastDue[] =>
  db
    .prepare(
      `SELECT r.id AS residencyId, coalesce(d.turn, 0) AS turn
        FROM residency r
        LEFT JOIN forecast_due d ON d.residency_id = r.id
        LEFT JOIN forecast_now f ON f.residency_id = r.id
        WHERE r.leaves_on >= @day AND r.arrives_on <= @ahead
          AND (d.residency_id IS NOT NULL OR f.residency_id IS NULL OR f.day <> @day
            OR json_extract(f.told, '$.model') <> @model)
        ORDER BY r.leaves_on, r.id`,
    )
    .all({ day, ahead, model })
    .map((r) => dueRow.parse(r))

/** Whether something that a dog’s forecast rests on has changed since it was made. */
export const forecastIsDue = (db: Db, residencyId: ResidencyId): boolean =>
  db.prepare('SELECT 1 FROM forecast_due WHERE residency_id = ?').get(residencyId) !== undefined

/** It was made from what was known at that turn; what came since stays due. */
export function forecastDone(db: Db, { residencyId, turn }: ForecastDue): void {
  db.prepare('DELETE FROM forecast_due WHERE residency_id = ? AND turn = ?').run(residencyId, turn)
}

/** All of this day are made again: something of the house has changed. */
export function allForecastsDue(db: Db, day: string): void {
  db.prepare(
    `INSERT INTO forecast_due (residency_id) SELECT id FROM residency WHERE leaves_on >= ? AND arrives_on <= ?
      ON CONFLICT (residency_id) DO UPDATE SET turn = turn + 1`,
  ).run(day, day)
}

const saidRow = z.object({
  residencyId: z.string(),
  day: z.string(),
  told: storedForecast,
  byRatio: z.number(),
  byLine: z.number(),
})
export type SaidForecast = z.infer<typeof saidRow>

const saidOnRow = z.object({ residencyId: z.string(), day: z.string() })
export type SaidOn = z.infer<typeof saidOnRow>

/** The days on which something was said of these residencies. */
export const forecastDays = (db: Db, residencyIds: readonly string[]): readonly SaidOn[] =>
  db
    .prepare(
      `SELECT residency_id AS residencyId, day
        FROM forecast
        WHERE residency_id IN (SELECT value FROM json_each(?))
        ORDER BY residency_id, day`,
    )
    .all(JSON.stringify(residencyIds))
    .map((r) => saidOnRow.parse(r))

/** What was said first of these residencies on these days, oldest first. */
export const forecastsSaid = (db: Db, asked: readonly SaidOn[]): readonly SaidForecast[] =>
  db
    .prepare(
      `SELECT f.residency_id AS residencyId, f.day, f.told, f.by_ratio AS byRatio, f.by_line AS byLine
        FROM json_each(?) a
        CROSS JOIN forecast f ON f.residency_id = a.value ->> 'residencyId' AND f.day = a.value ->> 'day'
        ORDER BY f.residency_id, f.day`,
    )
    .all(JSON.stringify(asked))
    .flatMap((r) => {
      // One of another model that this program cannot read any more is left out, and never lost.
      const row = saidRow.safeParse(r)
      return row.success ? [row.data] : []
    })

/** What was said first on the newest day before this one; undefined where nothing was. */
export const forecastBefore = (db: Db, residencyId: ResidencyId, day: string): Forecast | undefined =>
  z
    .object({ told: storedForecast })
    .optional()
    .catch(undefined)
    .parse(
      db
        .prepare('SELECT told FROM forecast WHERE residency_id = ? AND day < ? ORDER BY day DESC LIMIT 1')
        .get(residencyId, day),
    )?.told

const outcomeRow = z.object({
  residencyId: z.string(),
  readyOn: z.string().nullable(),
  lastEvening: z.string(),
  arrivesOn: z.string(),
  rungs: z.string().transform((text) => z.record(z.string(), z.string().nullable()).parse(JSON.parse(text))),
  /** Useful sets by day; none where nobody counted them. */
  useful: z.string().transform((text) => z.record(z.string(), z.number()).parse(JSON.parse(text))),
})
export type ForecastOutcome = z.infer<typeof outcomeRow>

/** What came of those that were forecast and are over, newest first. */
export const forecastOutcomes = (db: Db, most: number): readonly ForecastOutcome[] =>
  db
    .prepare(
      `SELECT o.residency_id AS residencyId, o.ready_on AS readyOn, o.last_evening AS lastEvening,
          r.arrives_on AS arrivesOn, o.rungs, o.useful
        FROM forecast_outcome o
        JOIN residency r ON r.id = o.residency_id
        ORDER BY o.last_evening DESC, o.residency_id
        LIMIT ?`,
    )
    .all(most)
    .map((r) => outcomeRow.parse(r))

export function keepOutcome(db: Db, o: Omit<ForecastOutcome, 'arrivesOn'> & { readonly at: EpochMs }): void {
  db.prepare(
    `INSERT INTO forecast_outcome (residency_id, ready_on, last_evening, rungs, useful, at)
      VALUES (@residencyId, @readyOn, @lastEvening, @rungs, @useful, @at)
      ON CONFLICT (residency_id) DO NOTHING`,
  ).run({ ...o, rungs: JSON.stringify(o.rungs), useful: JSON.stringify(o.useful) })
}

const overRow = z.object({ id: z.string() })

/**
 * Residencies that went home on one of these days, the last included, were forecast, and of which nobody has written
 * what came of it.
 */
export const outcomesMissing = (db: Db, after: string, until: string): readonly string[] =>
  db
    .prepare(
      `SELECT r.id
        FROM residency r
        WHERE r.leaves_on > ? AND r.leaves_on <= ?
          AND NOT EXISTS (SELECT 1 FROM forecast_outcome o WHERE o.residency_id = r.id)
          AND EXISTS (SELECT 1 FROM forecast f WHERE f.residency_id = r.id)`,
    )
    .all(after, until)
    .map((r) => overRow.parse(r).id)

const learnedRow = z
  .object({ learned: z.string().transform((text) => learnedShape.parse(JSON.parse(text))), at: z.number() })
  .optional()

/** What this kennel has learned, and when that was last looked at; undefined when never. */
export const readLearned = (db: Db): { readonly learned: KennelLearned; readonly at: EpochMs } | undefined =>
  learnedRow.parse(
    db
      .prepare(`SELECT learned, at FROM learned WHERE id = 1 AND json_extract(learned, '$.model') = ?`)
      .get(learnedModel),
  )

const verdictRow = z.object({ verdict: z.enum(verdicts) }).optional()

/** How good forecasts turned out when that was last looked at: every wall asks, and none of the rest. */
export const readVerdict = (db: Db): VerdictOnForecasts =>
  verdictRow.parse(db.prepare(`SELECT json_extract(learned, '$.verdict') AS verdict FROM learned WHERE id = 1`).get())
    ?.verdict ?? 'too few'

export function writeLearned(db: Db, learned: KennelLearned, at: EpochMs): void {
  db.prepare(
    `INSERT INTO learned (id, learned, at) VALUES (1, ?, ?)
      ON CONFLICT (id) DO UPDATE SET learned = excluded.learned, at = excluded.at`,
  ).run(JSON.stringify(learned), at)
}

const elsewhereRow = z
  .object({
    rates: z.string().transform((text) => (text === '' ? undefined : ratesFile.parse(JSON.parse(text)))),
    at: z.number(),
  })
  .optional()

/** What another kennel learned that this one begins on; undefined for what is shipped. */
export const readElsewhere = (db: Db): RatesFile | undefined =>
  elsewhereRow.parse(db.prepare('SELECT rates, at FROM learned_elsewhere ORDER BY at DESC, id DESC LIMIT 1').get())
    ?.rates

export function appendElsewhere(
  db: Db,
  row: { readonly id: string; readonly rates: RatesFile | undefined; readonly at: EpochMs; readonly by: string },
): void {
  db.prepare(`INSERT INTO learned_elsewhere (id, rates, from_whom, at, by) VALUES (?, ?, ?, ?, ?)`).run(
    row.id,
    row.rates ? JSON.stringify(row.rates) : '',
    row.rates?.from ?? '',
    row.at,
    row.by,
  )
}
