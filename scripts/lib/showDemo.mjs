import { spawn } from 'node:child_process'
import { once } from 'node:events'
import { createServer } from 'node:net'
import { setTimeout as pause } from 'node:timers/promises'
import { refuse, say } from './say.mjs'

/** Installing, compiling, building and making the demonstration, on a machine that is busy with other things. */
const upWithinMs = 20 * 60_000

async function freePort() {
  const probe = createServer().listen(0, '127.0.0.1')
  await once(probe, 'listening')
  const address = probe.address()
  const port = typeof address === 'object' && address !== null ? address.port : 0
  probe.close()
  return port
}

/** Whether it answers, and well; while it does not listen yet it does not. */
const answers = (url) =>
  fetch(url).then(
    (r) => r.status === 200,
    () => false,
  )

/** How the door and the wall answer its lead, and how many dogs hang there. */
async function lookedAt(url) {
  const door = await fetch(`${url}/api/sign-in`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', origin: url },
    body: JSON.stringify({ personId: 'maud', passcode: 'osier bank' }),
  })
  const cookie = door.headers.getSetCookie().map((c) => c.split(';')[0])
  const wall = await fetch(url, { headers: { cookie: cookie.join('; ') } })
  const dogs = new Set((await wall.text()).match(/\/dogs\/[0-9a-f-]{36}/g)).size
  return { door: door.status, wall: wall.status, dogs }
}

/**
 * Starts the demonstration by its start script with this Node, signs its lead in, looks at the wall, and ends it;
 * refuses where any of that is not as it must be.
 */
export async function showDemo({ node, cwd, env, database }) {
  const port = await freePort()
  const url = `http://127.0.0.1:${port}`
  const demo = spawn(node, ['scripts/demo.mjs'], {
    cwd,
    env: { ...env, HOST: '127.0.0.1', PORT: String(port), KIBOU_DB: database },
    stdio: 'inherit',
  })
  let left = false
  const end = once(demo, 'exit').then(([code, signal]) => {
    left = true
    return signal ?? code
  })
  const until = Date.now() + upWithinMs
  while (!(await answers(`${url}/api/health`))) {
    if (left) refuse(`the demonstration ended before it could be looked at (${await end}).`)
    if (Date.now() > until) {
      demo.kill()
      refuse('the demonstration did not come up.')
    }
    await pause(500)
  }
  const { door, wall, dogs } = await lookedAt(url).finally(() => demo.kill('SIGTERM'))
  const ended = await end
  if (door !== 200 || wall !== 200 || dogs === 0)
    refuse(`the demonstration’s wall was not to be had (door ${door}, wall ${wall}, ${dogs} dogs).`)
  if (ended !== 0) refuse(`the demonstration did not end well (${ended}).`)
  say(`its wall was looked at: ${dogs} dogs`)
}
