import { z } from 'zod'
import type { Db } from './database'

const said = z.array(z.object({ quick_check: z.string() }))
const links = z.array(z.object({ table: z.string(), parent: z.string() }))

/** What SQLite finds wrong with the file itself, ten things at the most; empty for a sound one. */
export const damageOf = (db: Db): readonly string[] =>
  said
    .parse(db.prepare('PRAGMA quick_check(10)').all())
    // Which of the databases of a connection: there is one.
    .map((r) => r.quick_check.replace('*** in database main ***\n', ''))
    .filter((line) => line !== 'ok')

/** Tables whose rows name something that is not there, and what. */
export const brokenLinks = (db: Db): readonly string[] => [
  ...new Set(links.parse(db.prepare('PRAGMA foreign_key_check').all()).map((r) => `${r.table} → ${r.parent}`)),
]
