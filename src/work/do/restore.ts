import { writeFileSync } from 'node:fs'
import { resolve } from 'node:path'
import { lookInto } from '../scene/backups'
import { refuse, type Deed } from './deed'

/** Leaves word that this file is to take the database's place at the next start; the launcher does it. */
export function askRestore(database: string, file: string): Deed {
  const looked = lookInto(file)
  if (typeof looked === 'string') return refuse(looked)
  writeFileSync(`${resolve(database)}.restore`, resolve(file), { flush: true })
  return { ok: true }
}
