import { SqliteError } from 'better-sqlite3'

/** What keeps a database from being read or written, so far as a person can do something about it. */
export const databaseErrorKinds = ['full', 'busy', 'read-only', 'broken', 'unreadable'] as const
export type DatabaseErrorKind = (typeof databaseErrorKinds)[number]

/** By SQLite's result codes (sqlite.org/rescode.html), whatever stands behind their first two words. */
const codes: readonly (readonly [code: string, kind: DatabaseErrorKind])[] = [
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
export class DatabaseError extends Error {
  constructor(readonly kind: DatabaseErrorKind) {
    super(databaseErrorText[kind])
  }
}

/** What of these an error is, or came of; undefined for one of the program's own. */
export function databaseErrorOf(error: unknown): DatabaseErrorKind | undefined {
  if (error instanceof DatabaseError) return error.kind
  if (!(error instanceof SqliteError))
    return error instanceof Error && error.cause ? databaseErrorOf(error.cause) : undefined
  return codes.find(([code]) => error.code.startsWith(code))?.[1]
}

/** Does what can be left undone where the disk is full or the database held. */
export function unlessDatabaseError(run: () => void): void {
  try {
    run()
  } catch (error) {
    passOver(error)
  }
}

/** Swallows an error of the database and rethrows any other. */
export function passOver(error: unknown): void {
  if (databaseErrorOf(error) === undefined) throw error
}

/** Said to whoever asked for something that could not be done. */
export const databaseErrorText: Readonly<Record<DatabaseErrorKind, string>> = {
  full: 'The office machine’s disk is full. Nothing can be saved until someone makes room.',
  busy: 'The office machine’s database is busy. Try again in a moment.',
  'read-only': 'The office machine may not write to its database. Someone has to check its permissions.',
  broken: 'The database on the office machine is damaged, so nothing is saved. The lead trainer has to look.',
  unreadable: 'The office machine cannot reach its database. Someone has to check its disk.',
}

/** Said where a database cannot be opened: one sentence, and what to do. */
export const notOpenedText = (file: string): Readonly<Record<DatabaseErrorKind, string>> => ({
  full: `The disk that ${file} lies on is full. Make room on it and start again.`,
  busy: `${file} is in use by another program. Close that program, perhaps another Kibou, and start again.`,
  'read-only': `Kibou may not write to ${file}. Change its permissions, or choose another file with KIBOU_DB.`,
  broken: `${file} is damaged or no database. Go back to a backup with “npm run restore -- FILE”.`,
  unreadable: `Kibou cannot open ${file}. Look at its permissions and its disk.`,
})
