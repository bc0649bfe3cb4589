import { spawnSync } from 'node:child_process'
import { program } from './program.mjs'

/** Opens the database once, before the server does, so that a refusal is one sentence and exit code 1. */
export function prepareDatabase(database, mode, more = []) {
  const done = spawnSync(process.execPath, [program('scripts/prepare.ts'), database, mode, ...more], {
    stdio: 'inherit',
  })
  if (done.status !== 0) process.exit(1)
}
