import { z } from 'zod'
import { ownerHolds } from '@/core/facts/words'
import type { Db } from '../database'
import { ofItsDevice } from './standingReps'
import type { PlaceId, ResidencyId, RungId } from '@/core/ids'
import type { EpochMs } from '@/core/epochMs'

/** Sets as they are read one after the other, by whoever looks back: what was taken back too. */
export interface LogRow {
  readonly id: string
  readonly command: string
  readonly rungId: RungId
  readonly purpose: 'work' | 'refresh'
  readonly at: EpochMs
  readonly day: string
  readonly placeId: PlaceId
  readonly leashHolder: string
  readonly level: number
  readonly kit: string
  readonly outcomes: string
  /** How the set was ended; null while it is open. */
  readonly endedBy: string | null
  readonly note: string
  /** Why it was taken back, null while it stands. */
  readonly voidedBecause: string | null
  /** Id of the set that this one was typed in place of. */
  readonly replaces: string | null
  /** Who was signed in when it came, by name, where that is another than it says recorded it. */
  readonly broughtBy?: string
}

const logRow = z
  .object({
    id: z.string(),
    command: z.string(),
    rung_id: z.string(),
    purpose: z.enum(['work', 'refresh']),
    at: z.number(),
    day: z.string(),
    place_id: z.string(),
    leash_holder: z.string(),
    level: z.number(),
    kit: z.string(),
    outcomes: z.string().nullable(),
    ended_by: z.string().nullable(),
    note: z.string().nullable(),
    voided: z.string().nullable(),
    replaces: z.string().nullable(),
    brought_by: z.string().nullable(),
  })
  .transform((r): LogRow => ({
    id: r.id,
    command: r.command,
    rungId: r.rung_id,
    purpose: r.purpose,
    at: r.at,
    day: r.day,
    placeId: r.place_id,
    leashHolder: r.leash_holder,
    level: r.level,
    kit: r.kit,
    outcomes: r.outcomes ?? '',
    endedBy: r.ended_by,
    note: r.note ?? '',
    voidedBecause: r.voided,
    replaces: r.replaces,
    ...(r.brought_by === null ? {} : { broughtBy: r.brought_by }),
  }))

/** What of the log is asked for; everything that is named must fit. */
export interface LogFilter {
  readonly command?: string | undefined
  readonly placeId?: PlaceId | undefined
  readonly leashHolder?: string | undefined
  /** Only refreshers, or only sets that were taken back or hold a miss. */
  readonly only?: 'refreshers' | 'taken-back' | 'misses' | undefined
}

const letterOf = "CASE r.outcome WHEN 'clean' THEN 'C' WHEN 'helped' THEN 'H' WHEN 'late' THEN 'L' ELSE 'M' END"

/** The newest sets of a residency for reading, voided ones included and marked; outcomes as letters in order. */
export function readLog(
  db: Db,
  residencyId: ResidencyId,
  filter: LogFilter,
  most: number,
  skip = 0,
): readonly LogRow[] {
  const where = [
    ...(filter.command === undefined ? [] : ['s.command = @command']),
    ...(filter.placeId === undefined ? [] : ['s.place_id = @placeId']),
    ...(filter.leashHolder === undefined ? [] : ['s.leash_holder = @leashHolder']),
    ...(filter.only === 'refreshers'
      ? ["s.purpose = 'refresh'"]
      : filter.only === 'taken-back'
        ? ['EXISTS (SELECT 1 FROM voided v WHERE v.target_id = s.id)']
        : filter.only === 'misses'
          ? [
              `EXISTS (SELECT 1 FROM rep r WHERE r.set_id = s.id AND r.outcome = 'miss'
                AND NOT EXISTS (SELECT 1 FROM voided v WHERE v.target_id = r.id))`,
            ]
          : []),
  ]
  return db
    .prepare(
      `SELECT s.id, s.command, s.rung_id, s.purpose, s.at, s.day, s.place_id, s.level, s.kit, s.replaces,
         CASE s.turn WHEN 'owner' THEN '${ownerHolds}' ELSE s.leash_holder END AS leash_holder,
         (SELECT group_concat(letter, '') FROM (
            SELECT letter FROM (
              SELECT ${letterOf} AS letter, r.at, r.device, r.seq
              FROM rep r
              WHERE r.set_id = s.id AND ${ofItsDevice('r', 's')}
                AND NOT EXISTS (SELECT 1 FROM voided v WHERE v.target_id IN (r.id, r.root))
              UNION ALL
              SELECT ${letterOf}, r.at, r.device, r.seq
              FROM rep r
              WHERE r.set_id = s.root AND NOT EXISTS (SELECT 1 FROM voided v WHERE v.target_id IN (r.id, s.id))
                AND NOT EXISTS (SELECT 1 FROM rep c WHERE c.root = r.id AND c.set_id = s.id))
            ORDER BY at, device, seq)) AS outcomes,
         (SELECT c.ended_by FROM set_close c
           WHERE c.set_id = s.id AND ${ofItsDevice('c', 's')} ORDER BY c.at LIMIT 1) AS ended_by,
         (SELECT c.note FROM set_close c WHERE c.set_id = s.id AND ${ofItsDevice('c', 's')} AND c.note <> ''
           ORDER BY c.at LIMIT 1) AS note,
         (SELECT v.reason FROM voided v WHERE v.target_id = s.id ORDER BY v.at LIMIT 1) AS voided,
         (SELECT p.name FROM fact f JOIN person p ON p.id = f.sent_by
           WHERE f.id = s.id AND f.sent_by <> f.recorded_by) AS brought_by
       FROM training_set s
       WHERE s.residency_id = @residencyId ${where.map((w) => `AND ${w}`).join(' ')}
       ORDER BY s.at DESC, s.device, s.seq DESC LIMIT @most OFFSET @skip`,
    )
    .all({
      residencyId,
      command: filter.command ?? null,
      placeId: filter.placeId ?? null,
      leashHolder: filter.leashHolder ?? null,
      most,
      skip,
    })
    .map((raw) => logRow.parse(raw))
}
