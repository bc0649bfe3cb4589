import { spawnSync } from 'node:child_process'
import { existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { bundle, facts, jobs, practice, serviceWorker } from './bundles.mjs'
import { fingerprint } from './fingerprint.mjs'
import { refuse, say } from './say.mjs'

const stamp = '.next/kibou-sources'

function* filesIn(folder) {
  for (const entry of readdirSync(folder, { withFileTypes: true }).sort((a, b) => (a.name < b.name ? -1 : 1))) {
    const path = join(folder, entry.name)
    if (entry.isDirectory()) yield* filesIn(path)
    else if (!/\.test\.tsx?$/.test(entry.name)) yield path
  }
}

/** A fingerprint of everything the build is made from. */
const sources = () => fingerprint([...filesIn('src'), 'next.config.ts', 'package-lock.json', 'tsconfig.json'])

/** Builds the application when the build is missing or was made from other sources. */
export function ensureBuild() {
  const now = sources()
  if (
    ['.next/BUILD_ID', serviceWorker, jobs, facts, practice, stamp].every((made) => existsSync(made)) &&
    readFileSync(stamp, 'utf8') === now
  )
    return
  say('building the application, about half a minute.')
  const done = spawnSync(process.execPath, ['node_modules/next/dist/bin/next', 'build'], {
    encoding: 'utf8',
    env: { ...process.env, NODE_ENV: 'production', NEXT_TELEMETRY_DISABLED: '1' },
  })
  if (done.status !== 0) {
    process.stderr.write(`${done.stdout}\n${done.stderr}\n`)
    refuse('the build failed; its messages are above.')
  }
  bundle()
  writeFileSync(stamp, now)
}
