import { z } from 'zod'
import type { Db } from './database'
import type { ResidencyId } from '@/core/ids'
import type { EpochMs } from '@/core/epochMs'

const commandIds = z
  .string()
  .transform((text): unknown => JSON.parse(text))
  .pipe(z.array(z.string()))
const givenRow = z.object({ commands: commandIds }).optional()

/** Ids of the commands in the booklet that an owner was given last; undefined where none is known to be given. */
export const lastBooklet = (db: Db, residencyId: ResidencyId): readonly string[] | undefined =>
  givenRow.parse(
    db
      .prepare('SELECT commands FROM booklet_given WHERE residency_id = ? ORDER BY at DESC, id DESC LIMIT 1')
      .get(residencyId),
  )?.commands

/** Keeps that an owner was given a booklet with these commands. */
export function insertBooklet(
  db: Db,
  given: {
    readonly id: string
    readonly residencyId: ResidencyId
    readonly commands: readonly string[]
    readonly at: EpochMs
    readonly by: string
  },
): void {
  db.prepare(
    'INSERT INTO booklet_given (id, residency_id, commands, at, by) VALUES (@id, @residencyId, @commands, @at, @by)',
  ).run({ ...given, commands: JSON.stringify(given.commands) })
}
