import { existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { bundle, facts, jobs, practice, serviceWorker } from './bundles.mjs'
import { fingerprint } from './fingerprint.mjs'
import { refuse } from './say.mjs'
import { underWay } from './underWay.mjs'

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

/** What next build has come to, as it says itself. */
function stage(said) {
  if (said.includes('Generating static pages')) return 'making pages'
  if (said.includes('Compiled successfully')) return 'compiled'
  return ''
}

/** Builds the application when the build is missing or was made from other sources. */
export async function ensureBuild() {
  const now = sources()
  if (
    ['.next/BUILD_ID', serviceWorker, jobs, facts, practice, stamp].every((made) => existsSync(made)) &&
    readFileSync(stamp, 'utf8') === now
  )
    return
  const { status, said } = await underWay(
    'building the application',
    40,
    process.execPath,
    ['node_modules/next/dist/bin/next', 'build'],
    { env: { NODE_ENV: 'production', NEXT_TELEMETRY_DISABLED: '1' }, far: stage, givesWay: true },
  )
  if (status !== 0) {
    process.stderr.write(`${said}\n`)
    refuse('the build failed; its messages are above.')
  }
  bundle()
  writeFileSync(stamp, now)
}
