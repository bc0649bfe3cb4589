import { createHash, randomBytes } from 'node:crypto'
import {
  closeSync,
  existsSync,
  mkdirSync,
  openSync,
  readFileSync,
  readSync,
  renameSync,
  rmSync,
  writeSync,
} from 'node:fs'
import { join } from 'node:path'
import { z } from 'zod'
import { csvRow, writeCsv } from '@/core/csv/csv'
import { parsedJson } from '@/core/json'
import { newestMigration, openDatabase, type Db } from '@/store/database'
import { readHouse } from '@/store/house'
import { dogsPictured, readPhoto, replacePhoto } from '@/store/intake'
import { readKennel } from '@/store/kennel'
import { carriedTables, refilled, rowsOf, type TableRow } from '@/store/tables'
import { rebuildStandings } from '../upkeep/renewStandings'
import { whyNotWritable } from '../context/backups'
import { reject, type ActionResult } from './actionResult'
import { keptPicture } from './photo'
import type { EpochMs } from '@/core/epochMs'

/**
 * The whole kennel as a folder that goes to another machine: `kennel.jsonl` (JSON lines; docs/whole-kennel.md),
 * `photos/` beside it, and `facts.csv` for whoever only wants to read. Nothing in it is derived, and no sign-in.
 */

const head = z.object({
  format: z.literal('kibou-kennel'),
  version: z.literal(1),
  /** The newest migration of the database it was taken from. */
  migration: z.int().min(1),
  kennel: z.string(),
  madeAt: z.int(),
})
const digest = z.string().regex(/^[\da-f]{64}$/)
const cell = z.union([
  z.string(),
  z.number(),
  z.null(),
  z.object({ photo: z.string().regex(/^[\w-]+\.jpg$/), sha256: digest }),
])
const line = z.object({ table: z.string(), row: z.record(z.string(), cell) }).strict()
const end = z.object({ rows: z.int().min(0), sha256: digest })
/** Every line is one of these: the first a head, the last an end. */
export const archiveLine = z.union([head.strict(), line, end.strict()])
export const archiveJsonSchema = () => z.toJSONSchema(archiveLine)

const names = { lines: 'kennel.jsonl', photos: 'photos', facts: 'facts.csv' } as const

type Out = ActionResult<{ readonly rows: number; readonly facts: number }>

/** Writes the whole kennel, as it is at one moment, into a folder that is not there yet. */
export function kennelOut(db: Db, folder: string, now: EpochMs): Out {
  if (existsSync(folder)) return reject('exists', `${folder} is there already; nothing is ever written over.`)
  mkdirSync(join(folder, names.photos), { recursive: true, mode: 0o700 })
  return db.transaction((): Out => {
    const rows = writeLines(db, folder, now)
    return { ok: true, rows, facts: writeFacts(db, join(folder, names.facts)) }
  })()
}

function writeLines(db: Db, folder: string, now: EpochMs): number {
  const hash = createHash('sha256')
  const part = join(folder, `${names.lines}.part`)
  const file = openSync(part, 'wx', 0o600)
  const { write, flush } = gathered(file)
  let rows = 0
  try {
    const put = (said: unknown) => {
      const text = `${JSON.stringify(said)}\n`
      hash.update(text)
      write(text)
    }
    put({
      format: 'kibou-kennel',
      version: 1,
      migration: newestMigration(),
      kennel: readKennel(db).name,
      madeAt: now,
    } satisfies z.input<typeof head>)
    for (const table of carriedTables(db))
      for (const row of rowsOf(db, table)) {
        rows++
        put({ table, row: withPhotosBeside(row, join(folder, names.photos), `${table}-${rows}`) })
      }
    write(`${JSON.stringify({ rows, sha256: hash.digest('hex') })}\n`)
    flush()
  } finally {
    closeSync(file)
  }
  renameSync(part, join(folder, names.lines))
  return rows
}

/** Writes what has come together, and not every line by itself. */
function gathered(file: number): { readonly write: (text: string) => void; readonly flush: () => void } {
  let buffered = ''
  const flush = () => {
    writeSync(file, buffered)
    buffered = ''
  }
  return {
    write: (text) => {
      buffered += text
      if (buffered.length > 1 << 16) flush()
    },
    flush,
  }
}

type Row = Readonly<Record<string, z.infer<typeof cell>>>
const isWithoutPhotos = (row: TableRow | Row): row is TableRow & Row =>
  Object.values(row).every((value) => value === null || typeof value !== 'object')

function withPhotosBeside(row: TableRow, folder: string, name: string): Row {
  if (isWithoutPhotos(row)) return row
  return Object.fromEntries(
    Object.entries(row).map(([column, value]) => {
      if (!(value instanceof Uint8Array)) return [column, value]
      const photo = `${name}.jpg`
      const file = openSync(join(folder, photo), 'wx', 0o600)
      writeSync(file, value)
      closeSync(file)
      return [column, { photo, sha256: digestOf(value) }]
    }),
  )
}

const fact = z.object({
  id: z.string(),
  kind: z.string(),
  device: z.string(),
  seq: z.number(),
  at: z.number(),
  received_at: z.number(),
  day: z.string(),
  recorded_by: z.string().nullable(),
})

/** Every fact with when, of what kind and by whom, as a table for spreadsheets; its particulars stand in the lines. */
function writeFacts(db: Db, path: string): number {
  const file = openSync(path, 'wx', 0o600)
  const { write, flush } = gathered(file)
  let rows = 0
  try {
    write(writeCsv(['id', 'kind', 'day', 'at', 'received', 'device', 'number', 'recorded by'], []))
    const asked = 'SELECT id, kind, device, seq, at, received_at, day, recorded_by FROM fact ORDER BY at, device, seq'
    for (const raw of db.prepare(asked).iterate()) {
      const f = fact.parse(raw)
      const cells = [f.id, f.kind, f.day, iso(f.at), iso(f.received_at), f.device, String(f.seq), f.recorded_by ?? '']
      write(csvRow(cells))
      rows++
    }
    flush()
  } finally {
    closeSync(file)
  }
  return rows
}

/** Writes the whole kennel out beside the house's backups, in a folder of its own; gives where it lies. */
export function kennelOutOfHouse(db: Db, now: EpochMs): Out & { readonly folder?: string } {
  const { backupFolder } = readHouse(db)
  if (backupFolder === '') return reject('no-folder', 'No backup folder is set. Choose one in Settings.')
  const why = whyNotWritable(backupFolder)
  if (why !== undefined) return reject('unusable', why)
  const at = new Date(now).toISOString().slice(0, 19).replaceAll(':', '-')
  const folder = join(backupFolder, `kennel-${at}-${randomBytes(2).toString('hex')}`)
  try {
    const out = kennelOut(db, folder, now)
    return out.ok ? { ...out, folder } : out
  } catch (error) {
    rmSync(folder, { recursive: true, force: true })
    return reject(
      'not-written',
      `The file could not be written: ${error instanceof Error ? error.message : String(error)}`,
    )
  }
}
const iso = (at: EpochMs): string => new Date(at).toISOString()

/**
 * Makes a kennel of such a folder in a file that is not there yet, and its standings from the facts. A folder that was
 * cut, altered, or written by a newer Kibou is refused whole.
 */
export async function kennelIn(
  folder: string,
  database: string,
  now: EpochMs,
): Promise<ActionResult<{ readonly rows: number }>> {
  if (existsSync(database)) return reject('exists', `${database} is there already; nothing is ever written over.`)
  const source = join(folder, names.lines)
  if (!existsSync(source)) return reject('unusable', `There is no ${names.lines} in ${folder}.`)
  const part = `${database}.part`
  const drop = () => {
    for (const tail of ['', '-wal', '-shm']) rmSync(`${part}${tail}`, { force: true })
  }
  drop()
  const db = openDatabase(part)
  try {
    let rows = 0
    const links = refilled(db, (put) => {
      rows = readLines(source, folder, put)
    })
    if (links.length > 0) throw new Damaged(`rows name what is not there (${links.join(', ')})`)
    await lookAtPictures(db)
    rebuildStandings(db, now)
    db.pragma('wal_checkpoint(TRUNCATE)')
    db.close()
    renameSync(part, database)
    return { ok: true, rows }
  } catch (error) {
    db.close()
    return reject(
      'unusable',
      `${folder} cannot be imported: ${error instanceof Error ? error.message : String(error)}.`,
    )
  } finally {
    drop()
  }
}

class Damaged extends Error {}

/** A picture is what it says it is, wherever it came from: whatever else would be served under its name. */
async function lookAtPictures(db: Db): Promise<void> {
  for (const dogId of dogsPictured(db)) {
    const jpeg = readPhoto(db, dogId)?.jpeg
    const picture = jpeg && (await keptPicture(jpeg))
    if (!picture) throw new Damaged('one of its pictures is none')
    if (picture !== jpeg) replacePhoto(db, dogId, picture)
  }
}

function readLines(source: string, folder: string, put: (table: string, row: TableRow) => void): number {
  const hash = createHash('sha256')
  let [rows, begun, ended] = [0, false, false]
  for (const text of linesOf(source)) {
    if (ended) throw new Damaged('something stands behind its end')
    const raw = parsedJson(text)
    // Nearly every line is a row: that is asked first, and the others not tried before it.
    const row = line.safeParse(raw)
    const parsed = row.success ? row : archiveLine.safeParse(raw)
    if (!parsed.success) throw new Damaged(`line ${rows + 2} is none of the format`)
    const of = parsed.data
    if ('format' in of) {
      if (begun) throw new Damaged('it begins twice')
      begun = true
      if (of.migration !== newestMigration())
        throw new Damaged(
          `it was written by ${of.migration > newestMigration() ? 'a newer' : 'an older'} Kibou (tables of ` +
            `${of.migration}, here ${newestMigration()}); take it out and in with the same version, then update`,
        )
    } else if (!begun) throw new Damaged('its head is missing')
    else if ('sha256' in of) {
      ended = true
      if (of.rows !== rows || of.sha256 !== hash.digest('hex')) throw new Damaged('it was cut or altered')
      continue
    } else {
      rows++
      put(of.table, withPhotosIn(of.row, join(folder, names.photos)))
    }
    hash.update(`${text}\n`)
  }
  if (!ended) throw new Damaged('its end is missing')
  return rows
}

function withPhotosIn(row: Row, folder: string): TableRow {
  if (isWithoutPhotos(row)) return row
  return Object.fromEntries(
    Object.entries(row).map(([column, value]) => [
      column,
      value !== null && typeof value === 'object' ? photoIn(join(folder, value.photo), value.sha256) : value,
    ]),
  )
}

function photoIn(path: string, sha256: string): Uint8Array<ArrayBuffer> {
  const bytes = new Uint8Array(readFileSync(path))
  if (digestOf(bytes) !== sha256) throw new Damaged(`the picture ${path} was altered`)
  return bytes
}

const digestOf = (bytes: Uint8Array): string => createHash('sha256').update(bytes).digest('hex')

/** Lines of a file that may be longer than what is held at once. */
function* linesOf(path: string): Generator<string> {
  const file = openSync(path, 'r')
  const piece = Buffer.alloc(1 << 20)
  let rest = Buffer.alloc(0)
  try {
    for (;;) {
      const read = readSync(file, piece)
      if (read === 0) break
      rest = Buffer.concat([rest, piece.subarray(0, read)])
      let from = 0
      for (let to = rest.indexOf(10, from); to >= 0; to = rest.indexOf(10, from)) {
        yield rest.toString('utf8', from, to)
        from = to + 1
      }
      rest = rest.subarray(from)
    }
    if (rest.length > 0) yield rest.toString('utf8')
  } finally {
    closeSync(file)
  }
}
