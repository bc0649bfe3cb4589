import { z } from 'zod'
import type { Db } from './database'
import type { ResidencyId } from '@/core/ids'
import type { EpochMs } from '@/core/epochMs'

/** Days before every day: a residency that lies there covers none that is asked for. */
const nowhere = { arrivesOn: '0001-01-01', leavesOn: '0001-01-02' } as const

/** In a query: the residency is of a dog that came or is to come. */
export const isBooked = (alias: string): string => `${alias}.leaves_on > '${nowhere.leavesOn}'`

const notComingRow = z.object({
  residencyId: z.string(),
  dogId: z.string(),
  name: z.string(),
  ownerName: z.string(),
  runNumber: z.string(),
  arrivesOn: z.string(),
  leavesOn: z.string(),
  why: z.string(),
  by: z.string(),
})
/** A dog that was booked and did not come, with the days that it was booked for. */
export type NotComing = z.infer<typeof notComingRow>

const move = (
  db: Db,
  residencyId: ResidencyId,
  days: { readonly arrivesOn: string; readonly leavesOn: string },
): void => {
  db.prepare('UPDATE residency SET arrives_on = @arrivesOn, leaves_on = @leavesOn WHERE id = @residencyId').run({
    residencyId,
    ...days,
  })
}

/** Keeps that a dog does not come, and takes its residency out of every day. */
export function insertNotComing(
  db: Db,
  row: {
    readonly residencyId: ResidencyId
    readonly arrivesOn: string
    readonly leavesOn: string
    readonly why: string
    readonly at: EpochMs
    readonly by: string
  },
): void {
  db.prepare(
    `INSERT INTO not_coming (residency_id, arrives_on, leaves_on, why, at, by)
      VALUES (@residencyId, @arrivesOn, @leavesOn, @why, @at, @by)`,
  ).run(row)
  move(db, row.residencyId, nowhere)
}

/** Puts the residency back on the days that it was booked for. */
export function deleteNotComing(db: Db, { residencyId, arrivesOn, leavesOn }: NotComing): void {
  db.prepare('DELETE FROM not_coming WHERE residency_id = ?').run(residencyId)
  move(db, residencyId, { arrivesOn, leavesOn })
}

const columns = `c.residency_id AS residencyId, d.id AS dogId, d.name, d.owner_name AS ownerName,
    r.run_number AS runNumber, c.arrives_on AS arrivesOn, c.leaves_on AS leavesOn, c.why, p.name AS by
  FROM not_coming c
  JOIN residency r ON r.id = c.residency_id
  JOIN dog d ON d.id = r.dog_id
  JOIN person p ON p.id = c.by`

/** The booking of a dog that did not come; undefined for any other. */
export const findNotComing = (db: Db, residencyId: ResidencyId): NotComing | undefined =>
  notComingRow.optional().parse(db.prepare(`SELECT ${columns} WHERE c.residency_id = ?`).get(residencyId))

/** Dogs that did not come, the last first, with these letters in their or their owners’ names. */
export const readNotComing = (db: Db, letters: string, most: number): readonly NotComing[] =>
  z.array(notComingRow).parse(
    db
      .prepare(
        `SELECT ${columns}
          WHERE instr(lower(d.name), lower(@letters)) > 0 OR instr(lower(d.owner_name), lower(@letters)) > 0
          ORDER BY c.arrives_on DESC, c.residency_id LIMIT @most`,
      )
      .all({ letters, most }),
  )
