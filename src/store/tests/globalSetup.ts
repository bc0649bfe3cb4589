import { mkdirSync, mkdtempSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { openDatabase } from '../database'
import { quickFolder } from './quickFolder'

/** One folder for all that the tests write, gone when they end; in it an empty kennel to be copied. */
export default function globalSetup(): () => void {
  const folder = mkdtempSync(join(quickFolder(), 'kibou-tests-'))
  const template = join(folder, 'template.db')
  openDatabase(template).close()
  process.env['KIBOU_TEMPLATE'] = template
  process.env['TMPDIR'] = join(folder, 'tmp')
  mkdirSync(join(folder, 'tmp'))
  return () => {
    rmSync(folder, { recursive: true, force: true })
  }
}
