import { copyFileSync, existsSync, mkdtempSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { v4 } from 'uuid'
import { dayIn } from '@/core/days'
import { cookieName, sealOf } from '@/auth/seal'
import { openDatabase, type Db } from '@/store/database'
import { insertSigningIn, writePasscode } from '@/store/signingIn'
import { rebuildStandings } from '@/work/upkeep/renewStandings'
import { fillKennel } from '../bench/support/kennel'

/** A folder of this run, thrown away by whoever cleans the machine’s temporary files. */
export const folder = (): string => mkdtempSync(join(tmpdir(), 'kibou-soak-'))

/**
 * A kennel with 60 residents and 200,000 sets in its history, of the size that `KIBOU_SOAK_SETS` says; copied from the
 * file that `KIBOU_BENCH_DB` names where that is there already, which it may be long in the making.
 */
export function largeKennel(file: string): Db {
  const made = process.env['KIBOU_BENCH_DB']
  if (made !== undefined && existsSync(made)) {
    const from = openDatabase(made)
    from.pragma('wal_checkpoint(TRUNCATE)')
    from.close()
    copyFileSync(made, file)
    return openDatabase(file)
  }
  const db = openDatabase(file)
  const now = Date.now()
  const allSets = Number(process.env['KIBOU_SOAK_SETS'] ?? 200_000)
  fillKennel(db, { residents: 60, past: 540, allSets }, dayIn('Europe/London', now), now)
  rebuildStandings(db, now)
  return db
}

/** Signs somebody in without the door, and gives the cookie: forty tablets that type passcodes are another test. */
export async function cookieOf(db: Db, personId: string, now: number): Promise<string> {
  const id = v4()
  insertSigningIn(db, { id, personId, network: '127.0.0.1', at: now })
  return `${cookieName}=${await sealOf(db, id)}`
}

/** Makes this person the lead, so that the kennel counts as set up. */
export function makeLead(db: Db, personId: string): void {
  db.prepare("UPDATE person SET role = 'lead' WHERE id = ?").run(personId)
  writePasscode(db, personId, 'no hash: nobody comes in by it')
}
