import { SqliteError } from 'better-sqlite3'

/** What keeps a database from being read or written, so far as a person can do something about it. */
export const troubles = ['full', 'busy', 'read-only', 'broken', 'unreadable'] as const
export type Trouble = (typeof troubles)[number]

/** By SQLite's result codes (sqlite.org/rescode.html), whatever stands behind their first two words. */
const codes: readonly (readonly [code: string, trouble: Trouble])[] = [
  ['SQLITE_FULL', 'full'],
  // What comes of a full disk while the log of a database is written.
  ['SQLITE_IOERR_WRITE', 'full'],
  ['SQLITE_IOERR_SHMSIZE', 'full'],
  ['SQLITE_BUSY', 'busy'],
  ['SQLITE_LOCKED', 'busy'],
  ['SQLITE_READONLY', 'read-only'],
  ['SQLITE_CORRUPT', 'broken'],
  ['SQLITE_NOTADB', 'broken'],
  ['SQLITE_CANTOPEN', 'unreadable'],
  ['SQLITE_IOERR', 'unreadable'],
  ['SQLITE_AUTH', 'unreadable'],
  ['SQLITE_PERM', 'unreadable'],
]

/** One of these that was met on another thread, from where an error comes without its class and code. */
export class Troubled extends Error {
  constructor(readonly trouble: Trouble) {
    super(sayTrouble[trouble])
  }
}

/** What of these an error is, or came of; undefined for one of the program's own. */
export function troubleOf(error: unknown): Trouble | undefined {
  if (error instanceof Troubled) return error.trouble
  if (!(error instanceof SqliteError)) return error instanceof Error && error.cause ? troubleOf(error.cause) : undefined
  return codes.find(([code]) => error.code.startsWith(code))?.[1]
}

/** Does what can be left undone where the disk is full or the database held. */
export function unlessTrouble(run: () => void): void {
  try {
    run()
  } catch (error) {
    passOver(error)
  }
}

/** The same of what was waited for: passes over a trouble, and throws whatever else it was. */
export function passOver(error: unknown): void {
  if (troubleOf(error) === undefined) throw error
}

/** Said to whoever asked for something that could not be done. */
export const sayTrouble: Readonly<Record<Trouble, string>> = {
  full: 'The office machine’s disk is full: nothing can be written until somebody makes room on it.',
  busy: 'The office machine is busy with its database; try again in a moment.',
  'read-only': 'The office machine may not write to its database: somebody has to look at its permissions.',
  broken: 'The database on the office machine is damaged, so nothing is written to it. The lead trainer has to look.',
  unreadable: 'The office machine cannot get at its database: somebody has to look at its disk.',
}

/** Said where a database cannot be opened: one sentence, and what to do. */
export const sayNotOpened = (file: string): Readonly<Record<Trouble, string>> => ({
  full: `The disk that ${file} lies on is full. Make room on it and start again.`,
  busy: `${file} is held by another program. Close it, perhaps another Kibou, and start again.`,
  'read-only': `Kibou may not write to ${file}. Change its permissions, or choose another file with KIBOU_DB.`,
  broken: `${file} is damaged or no database. Go back to a backup with “npm run restore -- FILE”.`,
  unreadable: `Kibou cannot open ${file}. Look at its permissions and its disk.`,
})
