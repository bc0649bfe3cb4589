import { randomBytes } from 'node:crypto'
import { closeSync, lstatSync, openSync, readdirSync, renameSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { dayIn } from '@/core/days'
import type { Db } from '@/store/database'
import { readHouse } from '@/store/house'
import { reject, type ActionResult } from './actionResult'
import { lookInto, monthsKept, nightsKept, whyNotWritable } from '../context/backups'
import type { EpochMs } from '@/core/epochMs'

type BackedUp = ActionResult<{ readonly file: string }>

/**
 * Copies the whole database as it is at this moment into the house's backup folder, as one file that Kibou can be
 * started with. Facts may come in meanwhile. Takes as long as the file is large: done by a job (jobs/backUp).
 */
export function backUp(db: Db, now: EpochMs): BackedUp {
  const at = new Date(now).toISOString().slice(0, 23).replaceAll(':', '-').replace('.', '-')
  return copyTo(db, `kibou-${at}-${randomBytes(2).toString('hex')}.db`)
}

function copyTo(db: Db, name: string): BackedUp {
  const { backupFolder } = readHouse(db)
  if (backupFolder === '') return reject('no-folder', 'No backup folder is set. Choose one in Settings.')
  const why = whyNotWritable(backupFolder)
  if (why !== undefined) return reject('unusable', why)
  const file = join(backupFolder, name)
  // Under another name until it is whole, which nobody can have laid a link under: half a copy must not be taken for
  // one, and a link for a place to write.
  const part = `${file}.${randomBytes(8).toString('hex')}.part`
  let mine = false
  try {
    closeSync(openSync(part, 'wx', 0o600))
    db.prepare('VACUUM INTO ?').run(part)
    // Good is what can be read back.
    const looked = lookInto(part)
    if (typeof looked === 'string') throw new Error(looked)
    // Nothing that is there is ever written over.
    closeSync(openSync(file, 'wx', 0o600))
    mine = true
    renameSync(part, file)
    return { ok: true, file }
  } catch (error) {
    rmSync(part, { force: true })
    if (mine) rmSync(file, { force: true })
    return reject(
      'not-written',
      `The backup could not be written: ${error instanceof Error ? error.message : String(error)}`,
    )
  }
}

const nightly = /^kibou-night-\d{4}-\d{2}-\d{2}\.db$/

/** The name of this night's backup. */
const nameOf = (timeZone: string, now: EpochMs): string => `kibou-night-${dayIn(timeZone, now)}.db`

const once = { throwIfNoEntry: false } as const

/** Whether this day's backup is there, or the house has no folder for any. */
export function isBackedUp(db: Db, now: EpochMs): boolean {
  const { backupFolder, timeZone } = readHouse(db)
  const made = backupFolder === '' ? undefined : lstatSync(join(backupFolder, nameOf(timeZone, now)), once)
  return backupFolder === '' || made?.isFile() === true
}

/**
 * The backup of a day, made once, where the house has a folder for it; the oldest nights go. The file it made, or
 * undefined when there was none to make. Throws when it cannot.
 */
export function backUpNightly(db: Db, now: EpochMs): string | undefined {
  if (isBackedUp(db, now)) return undefined
  const { backupFolder, timeZone } = readHouse(db)
  const made = copyTo(db, nameOf(timeZone, now))
  if (!made.ok) throw new Error(made.reason)
  const nights = readdirSync(backupFolder).filter((f) => nightly.test(f))
  for (const file of outdated(nights)) rmSync(join(backupFolder, file), { force: true })
  return made.file
}

/**
 * Nightly backups that are thrown away, by their names: all but the newest fourteen nights and the first night of each
 * of the last twelve months. What was backed up by hand is nobody’s to throw away.
 */
export function outdated(nights: readonly string[]): readonly string[] {
  const inOrder = [...nights].sort()
  const months = new Map<string, string>()
  for (const name of inOrder) {
    const month = name.slice(0, 'kibou-night-2026-01'.length)
    if (!months.has(month)) months.set(month, name)
  }
  const keep = new Set([...inOrder.slice(-nightsKept), ...[...months.values()].slice(-monthsKept)])
  return inOrder.filter((name) => !keep.has(name))
}
