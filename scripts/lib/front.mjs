import { fork } from 'node:child_process'
import { setPriority } from 'node:os'
import { resolve } from 'node:path'
import { Piscina } from 'piscina'
import { facts } from './bundles.mjs'
import { bodyOf } from './bodies.mjs'
import { forward, forwardUpgrade } from './forward.mjs'
import { headersOf, houseNames, houseProxies, newNonce } from './guard.mjs'
import { whenToLeave } from './parent.mjs'
import { patientServer } from './patience.mjs'
import { receiver, turnAway } from './receive.mjs'
import { sealedBy } from './seal.mjs'
import { tooManyWait, turns } from './turns.mjs'

/**
 * The process that listens: it turns away what may not come in, takes facts, and sends everything else on to the
 * process of the pages, which is its child and lives and dies with it.
 */
const hostname = process.env.HOST
const port = Number(process.env.PORT)
const dev = process.env.KIBOU_DEV === '1'
const behindTls = process.env.KIBOU_BEHIND_TLS === '1'
const house = {
  dev,
  behindTls,
  names: houseNames(`${hostname ?? ''},${process.env.KIBOU_HOSTS ?? ''}`),
  proxies: houseProxies(behindTls, process.env.KIBOU_PROXY),
}
/** What is answered here and not by the pages. */
export const answeredBefore = ['/api/facts']

/** Starts the pages by this program and listens once they do. */
export async function startFront({ program = 'scripts/pages.mjs' } = {}) {
  const pages = fork(program)
  // Where there is too little of the machine, a tap is taken before a page is drawn.
  if (pages.pid !== undefined) giveWay(pages.pid)
  // One thread: facts are written one after the other in any case.
  const recorder = new Piscina({ filename: resolve(facts), minThreads: 1, maxThreads: 1 })
  let leaving = false
  const leave = () => {
    if (leaving) return
    leaving = true
    setTimeout(() => process.exit(0), 1900).unref()
    if (pages.connected) pages.send('stop')
    else process.exit(0)
  }
  whenToLeave(leave)
  // One does not go on without the other; the launcher hears how it ended and starts both again.
  pages.on('exit', (code, signal) => {
    if (leaving) void recorder.destroy().finally(() => process.exit(0))
    else if (signal !== null) process.kill(process.pid, signal)
    else process.exit(code)
  })
  const goesTo = { recorder, path: '', damaged: false }
  await new Promise((/** @type {(value?: undefined) => void} */ listening) => {
    /** @param {{ damaged?: unknown, pages?: unknown } | null} m */
    const hear = (m) => {
      // What the clock of the house found when it looked through the file.
      if (typeof m?.damaged === 'boolean') goesTo.damaged = m.damaged
      if (typeof m?.pages !== 'string') return
      goesTo.path = m.pages
      listening()
    }
    pages.on('message', (m) => hear(typeof m === 'object' ? m : null))
  })

  const [waitForPages, waitToRecord] = [turns(), turns()]
  const receive = receiver(house, {
    sealed: sealedBy(() => process.env.KIBOU_DB),
    answer: (request, response, more) =>
      answeredBefore.includes((request.url ?? '').split('?')[0])
        ? answerFacts(goesTo, request, response, waitToRecord)
        : forward(goesTo.path, request, response, { more, wait: waitForPages }),
  })
  const server = patientServer(receive, {
    more: () => headersOf({ nonce: dev ? undefined : newNonce(), secure: false }),
    // All that a proxy lets in comes from one address.
    isProxy: (address) => house.proxies.has(address),
  })
  if (dev) server.on('upgrade', (request, socket, head) => forwardUpgrade(goesTo.path, request, socket, head))
  server.on('error', (/** @type {NodeJS.ErrnoException} */ error) => {
    process.stderr.write(`kibou: cannot listen on ${hostname}:${port} (${error.code}).\n`)
    process.exit(3)
  })
  server.listen(port, hostname, () => process.send?.('listening'))
  return { server, pages }
}

/** Lets whatever else is there go before this process; a machine that has no such order goes without. */
function giveWay(pid) {
  try {
    setPriority(pid, 5)
  } catch {
    // It ended already, or may not.
  }
}

async function answerFacts(goesTo, request, response, wait) {
  let body
  try {
    body = (await bodyOf(request)).toString('utf8')
  } catch {
    // Who broke off in the middle needs no answer.
    return response.destroy()
  }
  const begin = (done) => void record(goesTo, request, response, body).finally(done)
  if (!wait(request.headers['x-kibou-address'] ?? '', request, response, begin))
    turnAway(request, response, tooManyWait)
}

async function record({ recorder, damaged }, { method, headers }, response, body) {
  try {
    const { cookie, 'content-type': type } = headers
    const secure = headers['x-kibou-secure'] === '1'
    const answer = await recorder.run({ file: process.env.KIBOU_DB, damaged, method, cookie, type, body, secure })
    response.writeHead(answer.status, { ...answer.headers, 'cache-control': 'no-store' })
    response.end(method === 'HEAD' ? undefined : answer.text)
  } catch (error) {
    // What is wrong with the program is said where its messages go.
    process.stderr.write(`${error instanceof Error ? error.stack : error}\n`)
    response.writeHead(500, { 'content-type': 'application/json' })
    response.end(JSON.stringify({ error: 'Kibou could not take these facts.' }))
  }
}
