import { spawnSync } from 'node:child_process'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { ensureBuild } from '../../scripts/lib/build.mjs'

/** Builds when the sources are newer, and makes the demonstration kennel once; each test works on a copy. */
export default function globalSetup(): () => void {
  const folder = mkdtempSync(join(tmpdir(), 'kibou-e2e-'))
  process.env['TMPDIR'] = folder
  ensureBuild()
  rmSync('tmp/e2e', { recursive: true, force: true })
  const done = spawnSync(process.execPath, ['--import', 'tsx', 'scripts/prepare.ts', 'tmp/e2e/base.db', 'demo'], {
    encoding: 'utf8',
  })
  if (done.status !== 0) throw new Error(`the demo could not be made: ${done.stderr}`)
  return () => {
    rmSync(folder, { recursive: true, force: true })
    rmSync('tmp/e2e', { recursive: true, force: true })
  }
}
