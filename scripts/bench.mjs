import { fork, spawnSync } from 'node:child_process'
import { once } from 'node:events'
import { existsSync, mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { ensureBuild } from './lib/build.mjs'
import { ensureDependencies } from './lib/dependencies.mjs'
import { program } from './lib/program.mjs'
import { checkNode } from './lib/settings.mjs'

checkNode()
await ensureDependencies()
/** All that benches write, gone when they end, but for a kennel that somebody named. */
const folder = mkdtempSync(join(tmpdir(), 'kibou-bench-'))
process.on('exit', () => rmSync(folder, { recursive: true, force: true }))
process.env.TMPDIR = folder
const file = process.env.KIBOU_BENCH_DB ?? join(folder, 'kennel.db')
/** Benches of the built application: it is built first where its sources are newer. */
const ofBuild = ['weight']
/** Every bench, or those named: `npm run bench -- reach forecast`. */
const all = [
  'wall',
  'replay',
  'resident',
  'rep',
  'tap',
  'blocking',
  'weight',
  'day',
  'reach',
  'forecast',
  'futures',
  'patterns',
  'gain',
  'demonstration',
  'first-byte',
]
const named = process.argv.slice(2)
const unknown = named.find((name) => !all.includes(name))
if (unknown !== undefined) {
  process.stderr.write(`kibou: there is no bench ${unknown}; there are ${all.join(', ')}\n`)
  process.exit(1)
}
const asked = named.length === 0 ? all : named
// The first byte is that of the kennel that the wall's bench makes.
const makes = asked.includes('first-byte') && !asked.includes('wall') && !existsSync(file) ? ['wall'] : []
for (const name of [...makes, ...asked.filter((one) => one !== 'first-byte')]) {
  if (ofBuild.includes(name)) await ensureBuild()
  const env = name === 'wall' ? { ...process.env, KIBOU_BENCH_DB: file } : process.env
  const done = spawnSync(process.execPath, [program(`bench/${name}.ts`)], { stdio: 'inherit', env })
  if (done.status !== 0) process.exit(1)
}
if (!asked.includes('first-byte')) process.exit(0)

// First byte of the wall over loopback, printed apart: it holds rendering, not only the view model.
await ensureBuild()
const port = 4879
const server = fork('scripts/server.mjs', {
  env: {
    ...process.env,
    NODE_ENV: 'production',
    NEXT_TELEMETRY_DISABLED: '1',
    KIBOU_DB: file,
    HOST: '127.0.0.1',
    PORT: String(port),
  },
})
await new Promise((ready) => server.on('message', ready))
const cookie = await signIn()
/** Median milliseconds to the first byte of an address, that of an empty page in turns with it. */
const times = { wall: [], empty: [] }
for (let i = 0; i < 90; i++)
  for (const [which, path, status] of [
    ['wall', '/', 200],
    ['empty', '/no-such-page', 404],
  ]) {
    const begun = performance.now()
    const answer = await fetch(`http://127.0.0.1:${port}${path}`, { headers: { cookie }, redirect: 'manual' })
    if (answer.status !== status) throw new Error(`${path} answered ${answer.status}`)
    const first = performance.now() - begun
    await answer.arrayBuffer()
    if (i >= 50) times[which].push(first)
  }
const medianOf = (all) => all.sort((a, b) => a - b)[Math.floor(all.length / 2)]
const [wall, empty] = [medianOf(times.wall), medianOf(times.empty)]
console.log(
  `first byte of the wall’s page, 60 residents: median ${wall.toFixed(0)} ms; of an empty page of this stack ` +
    `${empty.toFixed(0)} ms; ratio ${(wall / empty).toFixed(1)} (aim: at most 4)`,
)
server.kill()
await once(server, 'exit')

/** Sets the bench’s kennel up, or signs in to it when an earlier run did, and gives the cookie. */
async function signIn() {
  const passcode = 'bench bench'
  const post = (path, body) =>
    fetch(`http://127.0.0.1:${port}${path}`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(body),
    })
  let answer = await post('/api/set-up', { kennel: 'Bench', name: 'Lead', passcode, again: passcode })
  if (answer.status === 409) {
    const { default: Database } = await import('better-sqlite3')
    const db = new Database(file, { readonly: true })
    const personId = db.prepare('SELECT id FROM person WHERE passcode IS NOT NULL').pluck().get()
    db.close()
    answer = await post('/api/sign-in', { personId, passcode })
  }
  if (!answer.ok) throw new Error(`the door answered ${answer.status}`)
  return answer.headers
    .getSetCookie()
    .map((c) => c.split(';')[0])
    .join('; ')
}
