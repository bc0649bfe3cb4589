import { writeFileSync } from 'node:fs'
import { resolve } from 'node:path'
import { lookInto } from '../context/backups'
import { reject, type ActionResult } from './actionResult'

/** Leaves word that this file is to take the database's place at the next start; the launcher does it. */
export function askRestore(database: string, file: string): ActionResult {
  const looked = lookInto(file)
  if (typeof looked === 'string') return reject('unusable', looked)
  writeFileSync(`${resolve(database)}.restore`, resolve(file), { flush: true })
  return { ok: true }
}
