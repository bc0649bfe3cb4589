import {
  closeSync,
  copyFileSync,
  existsSync,
  fsyncSync,
  linkSync,
  openSync,
  readFileSync,
  renameSync,
  rmSync,
} from 'node:fs'
import { createRequire } from 'node:module'
import { dirname } from 'node:path'
import { say } from './say.mjs'

const sideFiles = ['-wal', '-shm']

/**
 * Puts a backup in the database's place where that was asked for (`FILE.restore` names it). What was there is kept
 * beside it under another name, with its side files, so that nothing is ever lost by going back. Everybody signs in
 * again, passcodes changed since stay as they are now, and no way back of that day opens anything. Call while no server
 * runs. Cut off at any moment, either kennel stands whole, and the next start does it again.
 */
export function applyRestore(database, { cutAt = (/** @type {string} */ _step) => undefined } = {}) {
  const asked = `${database}.restore`
  if (!existsSync(asked)) return
  const from = readFileSync(asked, 'utf8').trim()
  const before = freeName(`${database}.before-${new Date().toISOString().slice(0, 19).replaceAll(':', '-')}`)
  try {
    // First whole beside it, and on the disk: half a copy must not be taken for the kennel.
    for (const end of ['', ...sideFiles]) rmSync(`${database}.part${end}`, { force: true })
    copyFileSync(from, `${database}.part`)
    const passcodes = endSigningIn(`${database}.part`, database)
    toDisk(`${database}.part`)
    cutAt('copied')
    setAside(database, before)
    cutAt('set aside')
    renameSync(`${database}.part`, database)
    cutAt('renamed')
    // Cookies of before are sealed with another key.
    rmSync(`${database}.key`, { force: true })
    toDisk(dirname(database))
    rmSync(asked, { force: true })
    toDisk(dirname(database))
    say(`went back to ${from}. What was there is kept as ${before}.`)
    say(`everybody signs in again${passcodes ? '; passcodes are those of today' : ', with the passcode of that day'}.`)
  } catch (error) {
    if (error instanceof Error && 'cut' in error) throw error
    rmSync(`${database}.part`, { force: true })
    rmSync(asked, { force: true })
    say(`could not go back to ${from}: ${error instanceof Error ? error.message : error}. The kennel is as it was.`)
  }
}

/** A name that nothing has yet: what was kept before is never written over. */
function freeName(name, again = 0) {
  const tried = again === 0 ? name : `${name}-${again}`
  return existsSync(tried) ? freeName(name, again + 1) : tried
}

/** Keeps what is there under another name too, while it stays where it is until the other takes its place. */
function setAside(database, before) {
  if (!existsSync(database)) return
  // What waits in the side file is brought home first, so that it lies beside no kennel that it is not of.
  if (!checkpointWal(database))
    for (const end of sideFiles)
      if (existsSync(`${database}${end}`)) copyFileSync(`${database}${end}`, `${before}${end}`)
  try {
    linkSync(database, before)
  } catch {
    // A disk that knows no second name of a file gets a second file.
    copyFileSync(database, before)
  }
  toDisk(before)
  for (const end of sideFiles) rmSync(`${database}${end}`, { force: true })
  toDisk(dirname(database))
}

const sqlite = () => createRequire(import.meta.url)('better-sqlite3')

/** Brings pages home from the side file; false for a file that cannot be opened. */
function checkpointWal(database) {
  try {
    const db = new (sqlite())(database)
    const [{ busy }] = db.pragma('wal_checkpoint(TRUNCATE)')
    db.close()
    return busy === 0
  } catch {
    return false
  }
}

/**
 * Ends every sign-in and every way back in a copy of the kennel of another day, and lets devices bind again. A passcode
 * that was changed since stays changed: it may have been for a reason. Whether those of today could be read.
 */
function endSigningIn(part, today) {
  const db = new (sqlite())(part)
  try {
    const has = (table, column) =>
      db.prepare('SELECT 1 FROM pragma_table_info(?) WHERE name = ?').get(table, column) !== undefined
    if (has('signing_in', 'ended_at'))
      db.prepare('UPDATE signing_in SET ended_at = ? WHERE ended_at IS NULL').run(Date.now())
    if (has('way_back', 'code')) db.prepare('DELETE FROM way_back').run()
    if (has('device', 'bound_to')) db.prepare('UPDATE device SET bound_to = NULL').run()
    return has('person', 'passcode') && takePasscodes(db, today)
  } finally {
    db.pragma('wal_checkpoint(TRUNCATE)')
    db.close()
    for (const end of sideFiles) rmSync(`${part}${end}`, { force: true })
  }
}

function takePasscodes(db, today) {
  try {
    const now = new (sqlite())(today, { readonly: true, fileMustExist: true })
    const codes = now.prepare('SELECT id, passcode FROM person WHERE passcode IS NOT NULL').all()
    now.close()
    const set = db.prepare('UPDATE person SET passcode = ? WHERE id = ?')
    db.transaction(() => codes.forEach(({ id, passcode }) => set.run(passcode, id)))()
    return true
  } catch {
    return false
  }
}

/** What was written to a file or folder lies on the disk. */
function toDisk(path) {
  try {
    const handle = openSync(path, 'r')
    fsyncSync(handle)
    closeSync(handle)
  } catch {
    // Some systems bring no folder to the disk by itself.
  }
}
