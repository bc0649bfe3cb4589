import { copyFileSync, existsSync, renameSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { openDatabase, type Db } from '@/store/database'
import { newFile } from '@/work/tests/kennel'
import { makeDemo } from '../make'

/** The day of the demonstration that tests share. */
export const demoDay = '2026-11-23'

/** A demonstration of that day: a copy of the one that a run of the tests makes once, by whoever asks first. */
export function madeDemo(): Db {
  const template = process.env['KIBOU_TEMPLATE']
  if (template === undefined) throw new Error('no folder of this run')
  const made = join(dirname(template), `demo-${demoDay}.db`)
  if (!existsSync(made)) {
    const own = newFile()
    const db = openDatabase(own)
    makeDemo(db, demoDay)
    db.pragma('wal_checkpoint(TRUNCATE)')
    db.close()
    renameSync(own, made)
  }
  const file = newFile()
  copyFileSync(made, file)
  return openDatabase(file)
}
