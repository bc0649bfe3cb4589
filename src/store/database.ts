import Database from 'better-sqlite3'
import {
  accessSync,
  chmodSync,
  closeSync,
  constants,
  existsSync,
  mkdirSync,
  openSync,
  readdirSync,
  readFileSync,
  statSync,
} from 'node:fs'
import { dirname, join, resolve } from 'node:path'
import { z } from 'zod'
import { dayIn } from '@/core/days'
import { keepShipped } from './curricula'
import { notOpenedText, databaseErrorOf } from './databaseError'

export type Db = Database.Database

/** In SQL: another number with every writing of a row, within what JavaScript counts exactly. */
export const newStamp = '(random() >> 12)'

/** A reason not to open the database that a person can act on. */
export class StoreRefusal extends Error {}

const migrationsFolder = () => join(process.cwd(), 'src/store/migrations')

interface Migration {
  readonly number: number
  readonly file: string
}

function migrations(folder: string): readonly Migration[] {
  return readdirSync(folder)
    .filter((f) => /^\d{4}-.+\.sql$/.test(f))
    .sort()
    .map((file) => ({ number: Number(file.slice(0, 4)), file: join(folder, file) }))
}

/** The number of the newest migration that this program knows. */
export const newestMigration = (): number => migrations(migrationsFolder()).at(-1)?.number ?? 0

/**
 * Opens the database file, making it and its folder when missing, and brings it up to this program's migrations, all in
 * one transaction. Throws StoreRefusal when the folder cannot be written or the file is newer than the program.
 */
export function openDatabase(
  path: string,
  folder: string = migrationsFolder(),
  { waitMs = longWaitMs }: { readonly waitMs?: number } = {},
): Db {
  const file = resolve(path)
  try {
    makeFolder(dirname(file))
    accessSync(dirname(file), constants.W_OK)
  } catch {
    throw new StoreRefusal(
      `Kibou cannot write to ${dirname(file)}. Choose another place with KIBOU_DB or change the folder's permissions.`,
    )
  }
  const db = connect(file, waitMs)
  try {
    refuseForeign(db, file)
    migrate(db, migrations(folder), file)
    if (folder === migrationsFolder()) keepShipped(db)
  } catch (error) {
    db.close()
    throw refusalOf(error, file)
  }
  return db
}

const broughtHome = z.tuple([z.object({ busy: z.number(), log: z.number(), checkpointed: z.number() })])

/** Copies pages from the side file into the database as far as nobody reads old ones; how many still wait there. */
export function checkpointWal(db: Db): number {
  const [{ log, checkpointed }] = broughtHome.parse(db.pragma('wal_checkpoint(PASSIVE)'))
  return log - checkpointed
}

/** A program that may wait for others waits so long; what answers people waits shortly, and says that it is busy. */
const longWaitMs = 5000

/** A reason that a person can act on, in a sentence; whatever else went wrong as it is. */
function refusalOf(error: unknown, file: string): unknown {
  const kind = databaseErrorOf(error)
  return kind === undefined ? error : new StoreRefusal(notOpenedText(file)[kind], { cause: error })
}

/** A database of another program is left as it is. */
function refuseForeign(db: Db, file: string): void {
  const has = (sql: string) => db.prepare(sql).pluck().get() !== undefined
  const mine = has("SELECT 1 FROM sqlite_schema WHERE name = 'kennel'")
  if (!mine && Number(db.prepare('PRAGMA user_version').pluck().get()) === 0 && has('SELECT 1 FROM sqlite_schema'))
    throw new StoreRefusal(`${file} is a database of another program. Choose another file with KIBOU_DB.`)
}

/** One level at a time: Node's own recursive mkdir never returns on some kernel file systems. */
function makeFolder(folder: string): void {
  if (existsSync(folder)) return
  makeFolder(dirname(folder))
  mkdirSync(folder, { mode: 0o700 })
}

/** A further connection to a database that is open and up to date already: for a thread of its own. */
export const connectTo = (path: string): Db => connect(resolve(path), longWaitMs)

function connect(file: string, waitMs: number): Db {
  try {
    // Only who runs Kibou reads what is in it; SQLite gives its side files the same rights.
    if (!existsSync(file)) closeSync(openSync(file, 'a', 0o600))
    else if ((statSync(file).mode & 0o077) !== 0) keepToOwner(file)
    const db = new Database(file, { timeout: waitMs })
    prepareOnce(db)
    db.prepare('PRAGMA journal_mode = WAL').get()
    // An acknowledged rep survives a power cut, not only a killed process.
    db.prepare('PRAGMA synchronous = FULL').run()
    db.prepare('PRAGMA foreign_keys = ON').run()
    return db
  } catch (error) {
    const refusal = refusalOf(error, file)
    if (refusal instanceof StoreRefusal) throw refusal
    throw new StoreRefusal(`Kibou cannot open ${file}: ${error instanceof Error ? error.message : String(error)}.`)
  }
}

/** An empty database in memory, which is gone when it is closed. */
export function inMemory(): Db {
  const db = new Database(':memory:')
  prepareOnce(db)
  return db
}

/** Takes everybody else’s rights away; where the file is another’s, it is as that one left it. */
function keepToOwner(file: string): void {
  for (const end of ['', '-wal', '-shm'])
    try {
      if (existsSync(/* turbopackIgnore: true */ `${file}${end}`)) chmodSync(`${file}${end}`, 0o600)
    } catch {
      return
    }
}

/**
 * From Node 24 on this version of the library brings the process down when a statement is collected (its destructor
 * asks for an environment that a collection does not have). What was prepared stays, then: a handful for the one
 * database of a server.
 */
const stay: object[] | undefined = Number(process.versions.node.split('.')[0]) >= 24 ? [] : undefined

/**
 * Each statement is prepared once a database, since nearly all are asked again and again; it comes back as it was when
 * new, whether the last to ask wanted whole rows, lists or single values.
 */
function prepareOnce(db: Db): void {
  const prepare = db.prepare.bind(db)
  const known = new Map<string, Database.Statement>()
  stay?.push(db)
  db.prepare = ((sql: string) => {
    const had = known.get(sql)
    if (had?.reader === true) return had.pluck(false).raw(false)
    if (had) return had
    const made = prepare(sql)
    known.set(sql, made)
    stay?.push(made)
    return made
  }) as Db['prepare']
}

/** Migrations may ask for the kennel's calendar day of a moment: `kennel_day(at)`. */
function giveKennelDay(db: Db): void {
  const here = db.prepare("SELECT 1 FROM sqlite_schema WHERE name = 'kennel'").get() !== undefined
  const zone = here ? String(db.prepare('SELECT time_zone FROM kennel').pluck().get()) : 'UTC'
  db.function('kennel_day', { deterministic: true }, (at: unknown) => dayIn(zone, Number(at)))
}

function migrate(db: Db, all: readonly Migration[], file: string): void {
  const newest = all.at(-1)?.number ?? 0
  const run = db.transaction(() => {
    const have = Number(db.prepare('PRAGMA user_version').pluck().get())
    if (have > newest)
      throw new StoreRefusal(
        `${file} was written by a newer Kibou (version ${have}, this one knows ${newest}). Start the newer ` +
          `program, or restore an older backup.`,
      )
    for (const m of all) {
      if (m.number <= have) continue
      giveKennelDay(db)
      db.exec(readFileSync(m.file, 'utf8'))
    }
    if (have < newest) db.exec(`PRAGMA user_version = ${newest}`)
  })
  run.immediate()
}
