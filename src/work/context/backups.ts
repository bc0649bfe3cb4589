import Database from 'better-sqlite3'
import { accessSync, constants, existsSync, readdirSync, rmSync, lstatSync, statSync, writeFileSync } from 'node:fs'
import { basename, dirname, join } from 'node:path'
import { z } from 'zod'
import { insideProgram } from '../../../scripts/lib/places.mjs'
import { newestMigration, type Db } from '@/store/database'
import { readHouse } from '@/store/house'
import type { EpochMs } from '@/core/epochMs'

/** What lies in a backup, for who decides whether to go back to it. */
export interface Inside {
  readonly kennel: string
  readonly dogs: number
  readonly people: number
  readonly sets: number
  /** The day of the newest set, or empty. */
  readonly lastDay: string
}

/** What lies in a backup, beside the kennel as it is now. */
export interface InsideBeside extends Inside {
  /** Sets that the kennel has now. */
  readonly setsNow: number
}

export interface BackupFile {
  readonly name: string
  readonly bytes: number
  readonly at: EpochMs
}

/** Design choice: so many nights are kept; what was backed up by hand is never thrown away. */
export const nightsKept = 14
/** Design choice: and the first night of each of so many months. */
export const monthsKept = 12

const ours = /^kibou-[\w.-]+\.db$/

/** Backups in the house's folder, the newest first; none where there is no folder. */
export function listBackups(db: Db): readonly BackupFile[] {
  const { backupFolder } = readHouse(db)
  if (backupFolder === '' || !existsSync(backupFolder)) return []
  try {
    return readdirSync(backupFolder)
      .filter((name) => ours.test(name))
      .flatMap((name): BackupFile[] => {
        // A link is no backup: nobody knows what it will lead to tomorrow.
        const found = lstatSync(join(backupFolder, name))
        return found.isFile() ? [{ name, bytes: found.size, at: found.mtimeMs }] : []
      })
      .sort((a, b) => b.at - a.at)
  } catch {
    return []
  }
}

/** The folder and the name of the file that this kennel lies in; undefined for one in memory. */
function ownFile({ name }: Db): { readonly folder: string; readonly start: string } | undefined {
  return name === '' || name === ':memory:' ? undefined : { folder: dirname(name), start: `${basename(name)}.before-` }
}
/** What going back sets aside: the name of the kennel’s file and the moment (scripts/lib/restore.mjs). */
const setAside = /\.before-[\d-]+T[\d-]+$/

/** Kennels that were set aside when somebody went back to a backup, the newest first. */
export function listSetAside(db: Db): readonly BackupFile[] {
  const own = ownFile(db)
  if (!own) return []
  try {
    return readdirSync(own.folder)
      .filter((name) => name.startsWith(own.start) && setAside.test(name))
      .flatMap((name): BackupFile[] => {
        const found = lstatSync(join(own.folder, name))
        return found.isFile() ? [{ name, bytes: found.size, at: found.mtimeMs }] : []
      })
      .sort((a, b) => b.name.localeCompare(a.name))
  } catch {
    return []
  }
}

const one = z.object({ n: z.number() })
const text = z.object({ t: z.string().nullable() })

/** Looks into a backup without changing anything of it; or why it is none that can be gone back to. */
export function lookInto(file: string): Inside | string {
  let db: Db | undefined
  const had = ['-wal', '-shm'].filter((end) => existsSync(/* turbopackIgnore: true */ `${file}${end}`))
  try {
    accessSync(file, constants.R_OK)
    db = new Database(file, { readonly: true, fileMustExist: true })
    const count = (sql: string) => one.parse(db?.prepare(sql).get()).n
    if (db.pragma('quick_check', { simple: true }) !== 'ok') return `${basename(file)} is damaged.`
    const version = z.number().parse(db.pragma('user_version', { simple: true }))
    if (version > newestMigration())
      return `${basename(file)} was written by a newer Kibou (version ${version}). Start that program.`
    if (version === 0) return `${basename(file)} is no kennel.`
    return {
      kennel: text.parse(db.prepare('SELECT name AS t FROM kennel').get()).t ?? '',
      dogs: count('SELECT count(*) AS n FROM residency'),
      people: count('SELECT count(*) AS n FROM person'),
      sets: count('SELECT count(*) AS n FROM training_set'),
      lastDay: text.parse(db.prepare('SELECT max(day) AS t FROM training_set').get()).t ?? '',
    }
  } catch (error) {
    return `${basename(file)} cannot be read: ${error instanceof Error ? error.message : String(error)}.`
  } finally {
    db?.close()
    // Looking leaves nothing behind.
    for (const end of ['-wal', '-shm']) if (!had.includes(end)) rmSync(`${file}${end}`, { force: true })
  }
}

/** What lies in a file, beside what the kennel has now; or why it is none that can be gone back to. */
export function lookBeside(db: Db, file: string): InsideBeside | string {
  const inside = lookInto(file)
  if (typeof inside === 'string') return inside
  return { ...inside, setsNow: one.parse(db.prepare('SELECT count(*) AS n FROM training_set').get()).n }
}

/** The path of a backup, or of a kennel that was set aside, by its name; undefined for anything that is neither. */
export function backupNamed(db: Db, name: string): string | undefined {
  if (listBackups(db).some((b) => b.name === name)) return join(readHouse(db).backupFolder, name)
  const own = ownFile(db)
  return own && listSetAside(db).some((b) => b.name === name) ? join(own.folder, name) : undefined
}

/** Design choice: a backup older than this is warned of. */
const oldAfterMs = 2 * 86_400_000

/** What is wrong with the house's backups; empty where nothing is. */
export function backupWarning(db: Db, now: EpochMs): string {
  const { backupFolder } = readHouse(db)
  if (backupFolder === '') return 'No backup folder is named: if this machine’s disk fails, everything is gone.'
  const why = whyNotWritable(backupFolder)
  return why ?? oldBackup(db, now)
}

/** That the newest backup is old, or that there is none; empty where that is not so. Only looks. */
export function oldBackup(db: Db, now: EpochMs): string {
  const [last] = listBackups(db)
  if (!last) return 'No backup is in the folder yet.'
  return now - last.at > oldAfterMs ? `The last backup is ${Math.floor((now - last.at) / 86_400_000)} days old.` : ''
}

/** Why nothing can be written into a folder; undefined when it can. It is tried. */
export function whyNotWritable(folder: string): string | undefined {
  if (insideProgram(folder) !== undefined)
    return `${folder} belongs to the program: data there is served to everyone or goes with the next version.`
  if (!existsSync(folder)) return `There is no folder ${folder} on this machine.`
  if (!statSync(folder).isDirectory()) return `${folder} is a file, not a folder.`
  const trial = join(folder, `kibou-trial-${process.pid}`)
  try {
    writeFileSync(trial, 'x')
    return undefined
  } catch (error) {
    return error instanceof Error && 'code' in error && error.code === 'ENOSPC'
      ? `The disk that ${folder} lies on is full.`
      : `Kibou may not write into ${folder}.`
  } finally {
    rmSync(trial, { force: true })
  }
}
