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
type Cell = string | number | null | Uint8Array
export type TableRow = Readonly<Record<string, Cell>>
const isCell = (value: unknown): value is Cell =>
  typeof value === 'string' || typeof value === 'number' || value === null || value instanceof Uint8Array
/** One predicate for a whole row: a kennel has millions of them, and a record of unions costs more than reading it. */
const row = z.custom<TableRow>(
  (raw) => typeof raw === 'object' && raw !== null && Object.values(raw).every(isCell),
  'a row holds text, numbers, nothing or bytes',
)

/** The rows of a table, one after the other, in the order in which they were written. */
export function* rowsOf(db: Db, table: string): Generator<TableRow> {
  for (const raw of db.prepare(`SELECT * FROM ${quoted(table)} ORDER BY rowid`).iterate()) yield row.parse(raw)
}

const sameNames = (a: readonly string[], b: readonly string[]): boolean =>
  a.length === b.length && a.every((name, i) => name === b[i])

/** How a row of these columns goes into that table. Throws where there is no such table or column. */
function intoTable(db: Db, tables: ReadonlyMap<string, ReadonlySet<string>>, table: string, said: readonly string[]) {
  const columns = tables.get(table)
  const odd = said.find((column) => columns?.has(column) !== true)
  if (!columns || odd !== undefined) throw new RangeError(`no column ${table}.${odd ?? ''} here`)
  const statement = db.prepare(
    `INSERT INTO ${quoted(table)} (${said.map(quoted).join(', ')}) VALUES (${said.map(() => '?').join(', ')})`,
  )
  return { table, said, insert: (values: readonly Cell[]) => statement.run(...values) }
}

const made = z.array(z.object({ type: z.enum(['index', 'trigger']), name: z.string(), sql: z.string() }))
/** Kibibytes of pages held while a kennel is put in: its indices do not fit into what a connection holds by itself. */
const heldWhileFilling = 262_144

/**
 * Fills a database that nobody else has open, in one transaction: everything that is carried is taken out, `fill` puts
 * rows in, and what is put in was refused or noted when it was written first. Gives the links that lead nowhere.
 * Throws what `fill` does.
 */
export function refilled(db: Db, fill: (put: (table: string, row: TableRow) => void) => void): readonly string[] {
  // Indices are made behind the rows, in one go each; those that SQLite made itself (no sql) cannot be taken out.
  const aside = made.parse(
    db
      .prepare(
        `SELECT type, name, sql FROM sqlite_schema
          WHERE type IN ('index', 'trigger') AND sql IS NOT NULL ORDER BY type`,
      )
      .all(),
  )
  const tables = new Map(carriedTables(db).map((table) => [table, new Set(columnsIn(db, table))]))
  const cachePages = z.int().parse(db.pragma('cache_size', { simple: true }))
  db.pragma('foreign_keys = OFF')
  db.pragma(`cache_size = -${heldWhileFilling}`)
  // Beside the file every page would be written twice; going back from this one needs only the few that were there.
  db.pragma('journal_mode = MEMORY')
  try {
    return db
      .transaction(() => {
        for (const { type, name } of aside) db.exec(`DROP ${type} ${quoted(name)}`)
        for (const table of [...tables.keys(), ...leftBehind]) db.exec(`DELETE FROM ${quoted(table)}`)
        let into: ReturnType<typeof intoTable> | undefined
        fill((table, of) => {
          const columns = Object.keys(of)
          // Rows of a table come one after the other and look alike: what the last one needed mostly does.
          if (table !== into?.table || !sameNames(columns, into.said)) into = intoTable(db, tables, table, columns)
          into.insert(Object.values(of))
        })
        for (const { sql } of aside) db.exec(sql)
        return brokenLinks(db)
      })
      .immediate()
  } finally {
    db.pragma('journal_mode = WAL')
    db.pragma('foreign_keys = ON')
    db.pragma(`cache_size = ${cachePages}`)
  }
}
