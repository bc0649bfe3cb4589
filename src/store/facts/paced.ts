import { z } from 'zod'
import { isCalm, type KeptMinute } from '@/core/method/settle'
import type { DayReps } from '@/core/promise/quota'
import { tightLeash } from '@/core/progress/result'
import type { Db } from '../database'
import { standingReps } from './standingReps'
import type { ResidencyId } from '@/core/ids'
import type { EpochMs } from '@/core/epochMs'

const smallStands = 'NOT EXISTS (SELECT 1 FROM voided v WHERE v.target_id = t.id)'

const repsByDayRows = z.array(z.object({ day: z.string(), reps: z.number() }))

/** Repetitions at these rungs by day that stand, oldest day first. */
export const repsAtByDay = (db: Db, residencyId: ResidencyId, rungIds: readonly string[]): readonly DayReps[] =>
  repsByDayRows.parse(
    db
      .prepare(
        `SELECT day, count(*) AS reps
          FROM (${standingReps(
            's.day AS day',
            's.residency_id = @residencyId AND s.rung_id IN (SELECT value FROM json_each(@rungs))',
          )})
          GROUP BY day
          ORDER BY day`,
      )
      .all({ residencyId, rungs: JSON.stringify(rungIds) }),
  )

/** Repetitions of one command in passing, by day, that stand, from this day on. */
export const inPassingByDay = (db: Db, residencyId: ResidencyId, command: string, from: string): readonly DayReps[] =>
  repsByDayRows.parse(
    db
      .prepare(
        `SELECT t.day, sum(t.reps) AS reps
          FROM small_thing t
          WHERE t.residency_id = @residencyId AND t.command = @command AND t.day >= @from AND ${smallStands}
          GROUP BY t.day
          ORDER BY t.day`,
      )
      .all({ residencyId, command, from }),
  )

const faultCodes = z.array(z.string())

const minuteRow = z
  .object({
    day: z.string(),
    interval: z.number().nullable(),
    outcome: z.string(),
    faults: z.string(),
    minutes: z.number(),
  })
  .transform((r): KeptMinute => ({
    day: r.day,
    interval: r.interval ?? undefined,
    calm: isCalm({ outcome: r.outcome, faults: faultCodes.parse(JSON.parse(r.faults)) }),
    minutes: r.minutes,
  }))

const settleMinutesRows = z.array(minuteRow)

/** Minutes on the tether of which somebody said whether they were calm, in blocks and in passing, oldest first. */
export const settleMinutes = (db: Db, residencyId: ResidencyId): readonly KeptMinute[] =>
  settleMinutesRows.parse(
    db
      .prepare(
        `SELECT day, "interval", outcome, faults, minutes FROM (
           ${standingReps(
             `s.day AS day, r.pay_interval AS "interval", r.outcome AS outcome, r.faults AS faults, 1 AS minutes,
              r.at AS at`,
             's.residency_id = @residencyId AND r.pay_interval IS NOT NULL',
           )}
           UNION ALL
           SELECT t.day, t.pay_interval, CASE WHEN t.calm THEN 'clean' ELSE 'miss' END, '[]', coalesce(t.minutes, 1),
             t.at
           FROM small_thing t
           WHERE t.residency_id = @residencyId AND t.calm IS NOT NULL AND ${smallStands})
         ORDER BY at`,
      )
      .all({ residencyId }),
  )

const methodsTriedRows = z.array(z.object({ id: z.string(), what: z.string(), at: z.number(), by: z.string() }))

/** Sets in which something was tried where the dog was stuck, oldest first. */
export const methodsTried = (
  db: Db,
  residencyId: ResidencyId,
): readonly { readonly id: string; readonly what: string; readonly at: EpochMs; readonly by: string }[] =>
  methodsTriedRows.parse(
    db
      .prepare(
        `SELECT s.id, s.road AS what, s.at, p.name AS by
          FROM training_set s
          JOIN person p ON p.id = s.recorded_by
          WHERE s.residency_id = ? AND s.road IS NOT NULL
            AND NOT EXISTS (SELECT 1 FROM voided v WHERE v.target_id = s.id)
          ORDER BY s.at`,
      )
      .all(residencyId),
  )

/** Stretches of a walking command by day, oldest first: turns made, stops, and those with a tight leash. */
export interface WalkDay {
  readonly day: string
  readonly stretches: number
  readonly turns: number
  readonly stops: number
  readonly tight: number
}

const walkByDayRows = z.array(
  z.object({ day: z.string(), stretches: z.number(), turns: z.number(), stops: z.number(), tight: z.number() }),
)

export const walkByDay = (db: Db, residencyId: ResidencyId, command: string): readonly WalkDay[] =>
  walkByDayRows.parse(
    db
      .prepare(
        `SELECT day, count(*) AS stretches, sum(turns) AS turns, sum(stops) AS stops, sum(tight) AS tight FROM (
             ${standingReps(
               `s.day AS day, coalesce(r.turns, 0) AS turns, coalesce(r.stops, 0) AS stops,
                EXISTS (SELECT 1 FROM json_each(r.faults) f WHERE f.value = @tight) AS tight`,
               's.residency_id = @residencyId AND s.command = @command',
             )})
           GROUP BY day
           ORDER BY day`,
      )
      .all({ residencyId, command, tight: tightLeash }),
  )
