import { z } from 'zod'
import type { Db } from './database'

/** Who was turned away when: by a wrong passcode, or by a role that is not enough. */

const turned = z.object({
  personId: z.string(),
  day: z.string(),
  why: z.enum(['passcode', 'role']),
  times: z.int(),
  lastAt: z.int(),
  place: z.string(),
})
export type TurnedAway = z.infer<typeof turned>

/** Design choice: it is kept for so many days who was turned away. */
export const turnedAwayDays = 90

/** Letters of an address that are kept. */
const mostPlace = 200

/** Counts one more; what lies before `since` is dropped. */
export function noteTurnedAway(db: Db, row: Omit<TurnedAway, 'times'>, since: string): void {
  db.transaction(() => {
    db.prepare('DELETE FROM turned_away WHERE day < ?').run(since)
    db.prepare(
      `INSERT INTO turned_away (person_id, day, why, times, last_at, place)
        VALUES (@personId, @day, @why, 1, @lastAt, @place)
        ON CONFLICT (person_id, day, why)
        DO UPDATE SET times = times + 1, last_at = excluded.last_at, place = excluded.place`,
    ).run({ ...row, place: row.place.slice(0, mostPlace) })
  })()
}

/** Everybody who was turned away from a day on, the last first. */
export const readTurnedAway = (db: Db, since: string): readonly TurnedAway[] =>
  db
    .prepare(
      `SELECT person_id AS personId, day, why, times, last_at AS lastAt, place
         FROM turned_away WHERE day >= ? ORDER BY last_at DESC, person_id, why`,
    )
    .all(since)
    .map((row) => turned.parse(row))
