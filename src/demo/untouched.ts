import { createHash } from 'node:crypto'
import { z } from 'zod'
import type { Db } from '@/store/database'
import { readKennel } from '@/store/kennel'

/** What is derived, or made by looking: no work of anybody's. */
const aside = new Set([
  'standing',
  'forgetting',
  'forecast',
  'forecast_now',
  'forecast_outcome',
  'forecast_due',
  'learned',
  'signing_in',
  'wrong_passcode',
  'turned_away',
  'way_back',
  'demo_mark',
])
const names = z.array(z.object({ name: z.string() }))
const columns = z.array(z.object({ name: z.string(), type: z.string() }))

/** Columns of a table that hold somebody’s work; the day a kennel was made on does not. */
const columnsOf = (db: Db, table: string) =>
  columns
    .parse(db.pragma(`table_info("${table}")`))
    .filter(({ name }) => table !== 'kennel' || ['id', 'name', 'time_zone'].includes(name))
    .map(({ name, type }) => ({ name: `"${name}"`, type }))

/** A fingerprint of every row that somebody could have written. */
function digestOf(db: Db): string {
  const hash = createHash('sha256')
  const tables = names.parse(
    db.prepare("SELECT name FROM sqlite_schema WHERE type = 'table' AND name NOT LIKE 'sqlite_%' ORDER BY name").all(),
  )
  for (const { name } of tables) {
    if (aside.has(name)) continue
    hash.update(name)
    // Joined by the database itself: to read each row here takes five times as long.
    const columns = columnsOf(db, name).map(({ name: column, type }) => (type === 'BLOB' ? `hex(${column})` : column))
    const row = `concat_ws(char(31), ${columns.map((column) => `ifnull(${column}, char(30))`).join(', ')})`
    const sql = `SELECT group_concat(${row}, char(29)) FROM (SELECT * FROM "${name}" ORDER BY rowid)`
    hash.update(db.prepare<[], string | null>(sql).pluck().get() ?? '')
  }
  return hash.digest('hex')
}

/** Marks this demonstration kennel as it is now: what it is when nobody has worked in it. */
export function markUntouched(db: Db): void {
  db.prepare(
    'INSERT INTO demo_mark (id, digest) VALUES (1, ?) ON CONFLICT (id) DO UPDATE SET digest = excluded.digest',
  ).run(digestOf(db))
}

/**
 * Whether nobody has written anything in this demonstration kennel since it was made. One without a mark counts as
 * worked in.
 */
export function demoIsUntouched(db: Db): boolean {
  const mark = z
    .object({ digest: z.string() })
    .optional()
    .parse(db.prepare('SELECT digest FROM demo_mark WHERE id = 1').get())
  return mark !== undefined && mark.digest === digestOf(db)
}

/**
 * What a start does with a demonstration kennel that is there: one of an earlier day is made again unless somebody
 * worked in it, any is when that is asked for.
 */
export const fateOf = (db: Db, today: string, fresh: boolean): 'made anew' | 'kept' =>
  fresh || (readKennel(db).demoMadeOn !== today && demoIsUntouched(db)) ? 'made anew' : 'kept'
