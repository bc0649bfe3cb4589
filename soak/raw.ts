import { spawnSync } from 'node:child_process'
import { rmSync } from 'node:fs'
import { connect } from 'node:net'
import { join } from 'node:path'
import { demoPasscode } from '@/demo/passcode'
import { seeded } from '@/core/seeded'
import { openDatabase } from '@/store/database'
import { readPeople } from '@/store/kennel'
import { program } from '../scripts/lib/program.mjs'
import { cookieOf, folder } from './kennel'
import { rawRequest } from './rawRequest'
import { serve } from './server'

/**
 * A hundred thousand requests as no client sends them, over the wire: whatever is in their first line, headers and
 * bodies, the server goes on, and none is answered by a fault. Ten thousand more, of clients that go away after a tenth
 * of a second. Then two hundred connections that announce a body and send none. Whoever signs in meanwhile, from there
 * or from elsewhere, is answered within a second.
 */
const inputs = Number(process.env['KIBOU_SOAK_RAW'] ?? 100_000)
/** So many of clients that go away. */
const hasty = Number(process.env['KIBOU_SOAK_HASTY'] ?? 10_000)
const atOnce = 40
/** How long an answer is waited for: what announces more than it brings gets none. */
const patienceMs = 1500
/** And by those who do not wait for it. */
const hastyMs = 120
const seed = Number(process.env['KIBOU_SOAK_SEED'] ?? 1)
const chance = seeded(seed)
const into = folder()
const file = join(into, 'kennel.db')
const made = spawnSync(process.execPath, [program('scripts/prepare.ts'), file, 'demo'], { encoding: 'utf8' })
if (made.status !== 0) throw new Error(made.stderr)
const port = 4874
const kibou = await serve('scripts/server.mjs', [], port, { KIBOU_DB: file, HOST: '0.0.0.0', KIBOU_SOAK_QUIET: '1' })

/** Sends this and gives what came back, until the connection ends or nothing has come for so long. */
const talk = (sent: string, quietMs: number, from = '127.0.0.1') =>
  new Promise<string>((done) => {
    let heard = ''
    const socket = connect({ port, host: '127.0.0.1', localAddress: from }, () => socket.write(sent, 'latin1'))
    socket.setTimeout(quietMs, () => socket.destroy())
    socket.on('data', (part: Buffer) => {
      heard += part.toString('latin1')
      // The first line says all that is asked.
      if (heard.includes('\r\n\r\n')) socket.destroy()
    })
    socket.on('error', () => undefined)
    socket.on('close', () => done(heard))
  })

const wrong: string[] = []
const running = kibou.pids().join()

/** Sends so many, forty at a time, and says what came of them. */
async function askAll(how: string, most: number, quietMs: number): Promise<void> {
  const statuses = new Map<string, number>()
  let asked = 0
  async function askAway(): Promise<void> {
    while (asked < most && wrong.length < 20) {
      asked++
      if (asked % 10_000 === 0) console.log(`${asked} asked`)
      const sent = rawRequest(chance, 'localhost')
      const status = /^HTTP\/1.1 (\d+)/.exec(await talk(sent, quietMs))?.[1] ?? 'nothing'
      statuses.set(status, (statuses.get(status) ?? 0) + 1)
      if (status.startsWith('5'))
        wrong.push(`${status}: ${JSON.stringify(sent.slice(0, 600))}; ${kibou.said().slice(-800)}`)
    }
  }
  await Promise.all(Array.from({ length: atOnce }, askAway))
  const counts = [...statuses].sort(([x], [y]) => x.localeCompare(y)).map(([s, n]) => `${n} × ${s}`)
  console.log(`${asked} raw requests ${how} (seed ${seed}): ${counts.join(', ')}`)
}

/** Signs in with the right passcode, from the address of all others and from one of its own. */
async function signIn(beside: string): Promise<void> {
  for (const from of ['127.0.0.1', '127.0.0.2']) {
    const began = performance.now()
    const body = JSON.stringify({ personId: 'maud', passcode: demoPasscode })
    const answer = await talk(
      `POST /api/sign-in HTTP/1.1\r\nHost: localhost\r\nContent-Type: application/json\r\n` +
        `Content-Length: ${body.length}\r\n\r\n${body}`,
      5000,
      from,
    )
    const ms = performance.now() - began
    console.log(`beside ${beside}, from ${from}: ${answer.slice(9, 12)} in ${ms.toFixed(0)} ms`)
    if (!answer.startsWith('HTTP/1.1 200') || ms > 1000)
      wrong.push(`sign-in from ${from}: ${answer.slice(0, 60)} in ${ms} ms`)
  }
}

await askAll('whose answer is waited for', inputs, patienceMs)
const leaving = askAll('of clients that go away', hasty, hastyMs)
const signing = setInterval(() => void signIn('clients that go away'), 5000)
await leaving
clearInterval(signing)
await signIn('nobody any more')
if (kibou.pids().join() !== running) wrong.push('the server was started again')

const db = openDatabase(file)
const cookie = await cookieOf(db, readPeople(db)[0]?.id ?? '', Date.now())
db.close()
const silent = Array.from({ length: 200 }, (_, i) => {
  const socket = connect({ port, host: '127.0.0.1', localAddress: '127.0.0.1' })
  const own = i % 2 === 0 ? `Cookie: ${cookie}\r\nContent-Length: 4000000` : 'Content-Length: 16000'
  socket.on('error', () => undefined).write(`POST / HTTP/1.1\r\nHost: localhost\r\n${own}\r\n\r\n`)
  return socket
})
await new Promise((later) => setTimeout(later, 1000))
await signIn('200 silent connections')
for (const socket of silent) socket.destroy()
await kibou.stop()
for (const line of wrong) console.log(line)
console.log(wrong.length === 0 ? 'all as it must be' : 'not as it must be')
rmSync(into, { recursive: true, force: true })
process.exit(wrong.length === 0 ? 0 : 1)
