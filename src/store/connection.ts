import { openDatabase, type Db } from './database'

/** House: everybody’s requests wait while one waits for another program to let go of the database. */
const shortWaitMs = 250

const held = globalThis as typeof globalThis & { kibouDatabase?: Db }

/** The server's one connection, to the file named by KIBOU_DB; opened on first use and kept over hot reloads. */
export function kennelDatabase(): Db {
  const path = process.env['KIBOU_DB']
  if (!path) throw new Error('KIBOU_DB names the database file; the launcher sets it')
  return (held.kibouDatabase ??= openDatabase(path, undefined, { waitMs: shortWaitMs }))
}
