import { existsSync, readdirSync, renameSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { dayIn } from '@/core/days'
import type { Db } from '@/store/database'
import { readHouse } from '@/store/house'
import { refuse, type Deed } from './deed'
import { lookInto, nightsKept, whyNotWritable } from '../scene/backups'

type BackedUp = Deed<{ readonly file: string }>

/** Copies the whole database into the house's backup folder, as one file that Kibou can be started with. */
export async function backUp(db: Db, now: number): Promise<BackedUp> {
  return copyTo(db, `kibou-${new Date(now).toISOString().slice(0, 19).replaceAll(':', '-')}.db`)
}

async function copyTo(db: Db, name: string): Promise<BackedUp> {
  const { backupFolder } = readHouse(db)
  if (backupFolder === '') return refuse('The house has no backup folder yet.')
  const why = whyNotWritable(backupFolder)
  if (why !== undefined) return refuse(why)
  const file = join(backupFolder, name)
  try {
    // Under another name until it is whole: half a copy must not be taken for one.
    await db.backup(`${file}.part`)
    // Good is what can be read back.
    const looked = lookInto(`${file}.part`)
    if (typeof looked === 'string') throw new Error(looked)
    renameSync(`${file}.part`, file)
    return { ok: true, file }
  } catch (error) {
    rmSync(`${file}.part`, { force: true })
    return refuse(`The backup could not be written: ${error instanceof Error ? error.message : String(error)}`)
  }
}

const nightly = /^kibou-night-\d{4}-\d{2}-\d{2}\.db$/

/** The name of this night's backup. */
const nameOf = (timeZone: string, now: number): string => `kibou-night-${dayIn(timeZone, now)}.db`

/** Whether this day's backup is there, or the house has no folder for any. */
export function isBackedUp(db: Db, now: number): boolean {
  const { backupFolder, timeZone } = readHouse(db)
  return backupFolder === '' || existsSync(join(backupFolder, nameOf(timeZone, now)))
}

/** The backup of a day, made once, where the house has a folder for it; the oldest nights go. Throws when it cannot. */
export async function backUpNightly(db: Db, now: number): Promise<boolean> {
  if (isBackedUp(db, now)) return false
  const { backupFolder, timeZone } = readHouse(db)
  const made = await copyTo(db, nameOf(timeZone, now))
  if (!made.ok) throw new Error(made.reason)
  const old = readdirSync(backupFolder)
    .filter((f) => nightly.test(f))
    .sort()
    .slice(0, -nightsKept)
  for (const file of old) rmSync(join(backupFolder, file), { force: true })
  return true
}
