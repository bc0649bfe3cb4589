import { randomBytes } from 'node:crypto'
import { existsSync, linkSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs'
import { z } from 'zod'
import { roles } from '@/core/people/roles'
import type { Db } from './database'
import type { Person } from './kennel'
import type { PersonId } from '@/core/ids'
import type { EpochMs } from '@/core/epochMs'

const keyShape = z.string().regex(/^[\da-f]{64}$/)
const keys = new WeakMap<Db, string>()

/**
 * What this kennel's cookies are sealed with: in a file of its own beside the database, which no backup and no copy of
 * the database holds. Made when it is missing or cut short; everybody signs in again then.
 */
export function readSecret(db: Db): string {
  const known = keys.get(db)
  if (known !== undefined) return known
  const file = `${db.name}.key`
  const key = keyIn(file) ?? makeKey(file)
  keys.set(db, key)
  return key
}

const keyIn = (file: string): string | undefined =>
  existsSync(file) ? keyShape.safeParse(readFileSync(file, 'utf8').trim()).data : undefined

function makeKey(file: string): string {
  const made = randomBytes(32).toString('hex')
  const part = `${file}.${randomBytes(6).toString('hex')}`
  try {
    writeFileSync(part, `${made}\n`, { mode: 0o600, flag: 'wx' })
    putFirst(part, file)
    return keyIn(file) ?? made
  } catch {
    // A full disk lets people in all the same, until the server stops.
    return made
  } finally {
    rmSync(part, { force: true })
  }
}

/** Of two that make a key at the same moment the first stands, and both use it; one that was cut short gives way. */
function putFirst(part: string, file: string): void {
  try {
    linkSync(part, file)
  } catch {
    if (keyIn(file) === undefined) renameSync(part, file)
  }
}

const passcodeRow = z.object({ passcode: z.string().nullable() }).optional()

/** The hash of a person's passcode; undefined when there is no such person or no passcode. */
export const readPasscode = (db: Db, personId: PersonId): string | undefined =>
  passcodeRow.parse(db.prepare('SELECT passcode FROM person WHERE id = ?').get(personId))?.passcode ?? undefined

export function writePasscode(db: Db, personId: PersonId, hash: string): void {
  db.prepare('UPDATE person SET passcode = ? WHERE id = ?').run(hash, personId)
}

/** Whether somebody ever could sign in as lead: until then the kennel waits to be set up. */
export const hasLead = (db: Db): boolean =>
  db.prepare("SELECT 1 FROM person WHERE role = 'lead' AND passcode IS NOT NULL LIMIT 1").get() !== undefined

const wayBackRow = z.object({ code: z.string(), madeAt: z.number() }).optional()

/** The way back of somebody who forgot the passcode: the code's hash, and when it was made. */
export const readWayBack = (
  db: Db,
  personId: PersonId,
): { readonly code: string; readonly madeAt: EpochMs } | undefined =>
  wayBackRow.parse(db.prepare('SELECT code, made_at AS madeAt FROM way_back WHERE person_id = ?').get(personId))

export function writeWayBack(db: Db, personId: PersonId, code: string, at: EpochMs): void {
  db.prepare(
    `INSERT INTO way_back (person_id, code, made_at) VALUES (?, ?, ?)
      ON CONFLICT (person_id) DO UPDATE SET code = excluded.code, made_at = excluded.made_at`,
  ).run(personId, code, at)
}

export const dropWayBack = (db: Db, personId: PersonId): void => {
  db.prepare('DELETE FROM way_back WHERE person_id = ?').run(personId)
}

const who = z.object({ id: z.string(), name: z.string(), role: z.enum(roles) })

/** Those who can sign in on a day, in the order they came. */
export const readSigners = (db: Db, day: string): readonly Person[] =>
  db
    .prepare(
      `SELECT id, name, role FROM person
        WHERE passcode IS NOT NULL AND (left_on IS NULL OR left_on > ?)
        ORDER BY created_at, id`,
    )
    .all(day)
    .map((r) => who.parse(r))

export function insertSigningIn(
  db: Db,
  row: { readonly id: string; readonly personId: PersonId; readonly network: string; readonly at: EpochMs },
): void {
  db.prepare(
    'INSERT INTO signing_in (id, person_id, network, begun_at, seen_at) VALUES (@id, @personId, @network, @at, @at)',
  ).run(row)
}

/** Whether somebody has signed in from there since then. */
export const knownAt = (db: Db, personId: PersonId, network: string, since: EpochMs): boolean =>
  db
    .prepare('SELECT 1 FROM signing_in WHERE person_id = ? AND network = ? AND begun_at > ? LIMIT 1')
    .get(personId, network, since) !== undefined

const live = who.extend({ leftOn: z.string().nullable(), begunAt: z.number(), seenAt: z.number() })

const liveRowIfAny = live.optional()

/** The person behind a sign-in that was not ended, and when it began and was last seen. */
export const findSigningIn = (db: Db, id: string): z.infer<typeof live> | undefined =>
  liveRowIfAny.parse(
    db
      .prepare(
        `SELECT p.id, p.name, p.role, p.left_on AS leftOn, s.begun_at AS begunAt, s.seen_at AS seenAt
            FROM signing_in s
            JOIN person p ON p.id = s.person_id
            WHERE s.id = ? AND s.ended_at IS NULL`,
      )
      .get(id),
  )

export function touchSigningIn(db: Db, id: string, at: EpochMs): void {
  db.prepare('UPDATE signing_in SET seen_at = ? WHERE id = ?').run(at, id)
}

export function endSigningIn(db: Db, id: string, at: EpochMs): void {
  db.prepare('UPDATE signing_in SET ended_at = ? WHERE id = ? AND ended_at IS NULL').run(at, id)
}

/** Ends every sign-in of a person, as when the passcode changes. */
export function endAllSigningIn(db: Db, personId: PersonId, at: EpochMs): void {
  db.prepare('UPDATE signing_in SET ended_at = ? WHERE person_id = ? AND ended_at IS NULL').run(at, personId)
}

const wrongSinceRow = z.number()

/** Times of wrong passcodes under this key since then. */
export const wrongSince = (db: Db, key: string, since: EpochMs): readonly number[] =>
  db
    .prepare('SELECT at FROM wrong_passcode WHERE key = ? AND at > ?')
    .pluck()
    .all(key, since)
    .map((t) => wrongSinceRow.parse(t))

export function insertWrong(db: Db, key: string, at: EpochMs): void {
  db.prepare('INSERT INTO wrong_passcode (key, at) VALUES (?, ?)').run(key, at)
}

export function clearWrong(db: Db, key: string, before: number): void {
  db.prepare('DELETE FROM wrong_passcode WHERE key = ? OR at < ?').run(key, before)
}
