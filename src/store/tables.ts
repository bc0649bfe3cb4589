import { z } from 'zod'
import type { Db } from './database'
import { brokenLinks } from './integrity'

/** The database as a list of tables and rows, for whoever carries all of it elsewhere. */

/**
 * What is made again from the rest, or opens doors on this machine alone: standings, what is said of dogs now, what was
 * learned and fitted, sign-ins and wrong tries.
 */
const leftBehind = new Set([
  'standing',
  'forecast_now',
  'forecast_due',
  'learned',
  'forgetting',
  'signing_in',
  'wrong_passcode',
  'way_back',
])

const names = z.array(z.object({ name: z.string() })).transform((rows) => rows.map((r) => r.name))

/** Tables that hold what cannot be made again, by name. */
export const carriedTables = (db: Db): readonly string[] =>
  names
    .parse(
      db
        .prepare("SELECT name FROM sqlite_schema WHERE type = 'table' AND name NOT LIKE 'sqlite_%' ORDER BY name")
        .all(),
    )
    .filter((name) => !leftBehind.has(name))

/** Columns of a table, in its order. */
export const columnsIn = (db: Db, table: string): readonly string[] =>
  names.parse(db.prepare('SELECT name FROM pragma_table_info(?)').all(table))

const quoted = (name: string): string => `"${name.replaceAll('"', '""')}"`
const row = z.record(z.string(), z.union([z.string(), z.number(), z.null(), z.instanceof(Uint8Array)]))
export type TableRow = z.infer<typeof row>

/** The rows of a table, one after the other, in the order in which they were written. */
export function* rowsOf(db: Db, table: string): Generator<TableRow> {
  for (const raw of db.prepare(`SELECT * FROM ${quoted(table)} ORDER BY rowid`).iterate()) yield row.parse(raw)
}

const triggers = z.array(z.object({ name: z.string(), sql: z.string() }))

/**
 * Fills a database anew, in one transaction: everything that is carried is taken out, `fill` puts rows in, and what is
 * put in was refused or noted when it was written first. Gives the links that lead nowhere. Throws what `fill` does.
 */
export function refilled(db: Db, fill: (put: (table: string, row: TableRow) => void) => void): readonly string[] {
  const made = triggers.parse(db.prepare("SELECT name, sql FROM sqlite_schema WHERE type = 'trigger'").all())
  const tables = new Map(carriedTables(db).map((table) => [table, new Set(columnsIn(db, table))]))
  db.pragma('foreign_keys = OFF')
  try {
    return db
      .transaction(() => {
        for (const t of made) db.exec(`DROP TRIGGER ${quoted(t.name)}`)
        for (const table of [...tables.keys(), ...leftBehind]) db.exec(`DELETE FROM ${quoted(table)}`)
        fill((table, of) => {
          const columns = tables.get(table)
          const odd = Object.keys(of).find((column) => columns?.has(column) !== true)
          if (!columns || odd !== undefined) throw new RangeError(`no column ${table}.${odd ?? ''} here`)
          const said = Object.keys(of)
          db.prepare(
            `INSERT INTO ${quoted(table)} (${said.map(quoted).join(', ')}) VALUES (${said.map(() => '?').join(', ')})`,
          ).run(...Object.values(of))
        })
        for (const t of made) db.exec(t.sql)
        return brokenLinks(db)
      })
      .immediate()
  } finally {
    db.pragma('foreign_keys = ON')
  }
}
