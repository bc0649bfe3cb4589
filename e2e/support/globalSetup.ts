import { spawnSync } from 'node:child_process'
import { mkdtempSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { ensureBuild } from '../../scripts/lib/build.mjs'
import { program } from '../../scripts/lib/program.mjs'
import { quickFolder } from '../../src/store/tests/quickFolder'
import { baseKennel } from './base'

/** Builds when the sources are newer, and makes the demonstration kennel once; each test works on a copy. */
export default async function globalSetup(): Promise<() => void> {
  const folder = mkdtempSync(join(quickFolder(), 'kibou-e2e-'))
  process.env['TMPDIR'] = folder
  await ensureBuild()
  const done = spawnSync(process.execPath, [program('scripts/prepare.ts'), baseKennel(), 'demo'], { encoding: 'utf8' })
  if (done.status !== 0) throw new Error(`the demo could not be made: ${done.stderr}`)
  return () => {
    rmSync(folder, { recursive: true, force: true })
  }
}
