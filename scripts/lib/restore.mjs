import { copyFileSync, existsSync, readFileSync, renameSync, rmSync } from 'node:fs'
import { say } from './say.mjs'

/**
 * Puts a backup in the database's place where that was asked for (`FILE.restore` names it). What was there is kept
 * beside it under another name, with its side files, so that nothing is ever lost by going back. Call while no server
 * runs.
 */
export function applyRestore(database) {
  const asked = `${database}.restore`
  if (!existsSync(asked)) return
  const from = readFileSync(asked, 'utf8').trim()
  rmSync(asked, { force: true })
  const before = `${database}.before-${new Date().toISOString().slice(0, 19).replaceAll(':', '-')}`
  try {
    // First whole beside it: half a copy must not be taken for the kennel.
    copyFileSync(from, `${database}.part`)
    for (const end of ['', '-wal', '-shm'])
      if (existsSync(`${database}${end}`)) renameSync(`${database}${end}`, `${before}${end}`)
    renameSync(`${database}.part`, database)
    say(`went back to ${from}. What was there is kept as ${before}.`)
  } catch (error) {
    rmSync(`${database}.part`, { force: true })
    say(`could not go back to ${from}: ${error.message}. The kennel is as it was.`)
  }
}
