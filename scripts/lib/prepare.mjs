import { spawn } from 'node:child_process'
import { once } from 'node:events'
import { program } from './program.mjs'

/** Opens the database once, before the server does, so that a refusal is one sentence and exit code 1. */
export async function prepareDatabase(database, mode, more = []) {
  const child = spawn(process.execPath, [program('scripts/prepare.ts'), database, mode, ...more], { stdio: 'inherit' })
  const [status] = await once(child, 'close')
  if (status !== 0) process.exit(1)
}
