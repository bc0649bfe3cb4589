import { openDatabase, type Db } from './database'

/** Design choice: everybody’s requests wait while one waits for another program to let go of the database. */
const shortWaitMs = 100

const processWide = globalThis as typeof globalThis & { kibouDatabase?: Db }

/** The server's one connection, to the file named by KIBOU_DB; opened on first use and kept over hot reloads. */
export function kennelDatabase(): Db {
  const path = process.env['KIBOU_DB']
  if (!path) throw new Error('KIBOU_DB names the database file; the launcher sets it')
  return (processWide.kibouDatabase ??= answering(path, shortWaitMs))
}

/**
 * Design choice: so many pages wait in the side file at the most; a job of the house brings them home long before
 * (jobs).
 */
const mostWaiting = 10_000

/**
 * A connection for whoever answers people, who then wait for another writer so long at the most. It is opened with more
 * patience: after a kill one process reads the side file again, and the others wait for that. It does not stop to bring
 * pages home, which after a long reading by somebody else takes seconds.
 */
export function answering(path: string, waitMs: number): Db {
  const db = openDatabase(path)
  db.pragma(`busy_timeout = ${waitMs}`)
  db.pragma(`wal_autocheckpoint = ${mostWaiting}`)
  return db
}

/** A thread's connection, opened in this way when it is asked for first; another file closes the one before. */
export function oneAtATime(open: (file: string) => Db): (file: string) => Db {
  let current: { readonly file: string; readonly db: Db } | undefined
  return (file) => {
    if (current?.file === file && current.db.open) return current.db
    current?.db.close()
    current = undefined
    current = { file, db: open(file) }
    return current.db
  }
}
