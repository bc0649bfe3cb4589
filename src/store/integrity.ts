import { z } from 'zod'
import type { Db } from './database'

const checkRows = z.array(z.object({ quick_check: z.string() }))
const links = z.array(z.object({ table: z.string(), parent: z.string() }))

const mostSaid = 10

/** What SQLite finds wrong with the file itself, ten things at the most, a line each; empty for a sound one. */
export const damageOf = (db: Db): readonly string[] =>
  checkRows
    .parse(db.prepare(`PRAGMA quick_check(${mostSaid})`).all())
    // Several may stand in one row, a line each, under the name of the database, of which there is one.
    .flatMap((r) => r.quick_check.split('\n'))
    .filter((line) => line !== 'ok' && line.trim() !== '' && !line.startsWith('*** in database'))
    .slice(0, mostSaid)

/** Tables whose rows name something that is not there, and what. */
export const brokenLinks = (db: Db): readonly string[] => [
  ...new Set(links.parse(db.prepare('PRAGMA foreign_key_check').all()).map((r) => `${r.table} → ${r.parent}`)),
]
