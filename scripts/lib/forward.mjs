import { request as ask } from 'node:http'
import { bodyOf, isPlainForm, isReadable } from './bodies.mjs'
import { turnAway } from './receive.mjs'
import { tooManyWait } from './turns.mjs'

/** What speaks of one connection and not of the request on it (RFC 9110, 7.6.1). */
const ofOneConnection = [
  'connection',
  'keep-alive',
  'proxy-connection',
  'te',
  'trailer',
  'transfer-encoding',
  'upgrade',
]

const without = (headers, names) =>
  Object.fromEntries(Object.entries(headers).filter(([name]) => !names.includes(name)))

/** A request as Node sends it; undefined for what it took in but would not send. */
function asked(how) {
  try {
    return ask(how)
  } catch {
    return undefined
  }
}

/** Design choice, ms: so long the answer to somebody who went away is waited for, before its work is broken off. */
const goneMs = 2000

/**
 * Sends a request on to whoever listens at this path, and its answer back; 503 where nobody does. It is read whole
 * before, so that what comes slowly takes no turn from anybody. `more`: what an answer of some content type says beside
 * its own. One that does not say how long it may be kept is kept nowhere. `wait`: tells when it is its turn (turns).
 */
export async function forward(path, request, response, { more = () => ({}), wait = atOnce, gone = goneMs } = {}) {
  let body
  try {
    body = await bodyOf(request)
  } catch {
    // It broke off on its way.
    return response.destroy()
  }
  if (isPlainForm(request) && !(await isReadable(request, body)))
    return response
      .writeHead(400, { 'content-type': 'text/plain; charset=utf-8' })
      .end('This form could not be read.\n')
  const address = request.headers['x-kibou-address'] ?? ''
  const begin = (done) => sendOn(path, request, response, { more, body, gone, done })
  if (!wait(address, request, response, begin)) turnAway(request, response, tooManyWait)
}

const atOnce = (_address, _request, _response, begin) => {
  begin(() => undefined)
  return true
}

/** What is sent on of the headers of a request that was read whole. */
function headersOn({ headers }, body) {
  const brings = headers['transfer-encoding'] !== undefined || headers['content-length'] !== undefined
  return {
    ...without(headers, [...ofOneConnection, 'expect']),
    ...(brings ? { 'content-length': String(body.length) } : {}),
  }
}

function sendOn(path, request, response, { more, body, gone, done }) {
  const { method, url } = request
  const onward = asked({ socketPath: path, agent: false, method, path: url, headers: headersOn(request, body) })
  if (!onward) {
    done()
    return response.writeHead(400).end()
  }
  onward.once('response', (answer) => {
    answer.once('close', done)
    // Whoever is gone is told nothing; the turn is over when the answer is.
    if (response.destroyed) return answer.resume()
    for (const [name, value] of Object.entries(more(answer.headers['content-type']))) response.setHeader(name, value)
    const kept = answer.headers['cache-control'] === undefined ? { 'cache-control': 'no-store' } : {}
    response.writeHead(answer.statusCode, { ...without(answer.headers, ofOneConnection), ...kept })
    // What comes late is sent as it comes; what breaks off is seen to break off.
    answer.pipe(response)
    response.once('close', () => answer.resume())
    answer.once('error', () => response.destroy())
  })
  onward.once('error', () => {
    done()
    if (response.headersSent || response.destroyed) return response.destroy()
    response.writeHead(503, { 'content-type': 'text/plain; charset=utf-8', 'retry-after': '2' })
    response.end('Kibou is starting again; try again in a moment.\n')
  })
  onward.once('close', done)
  // Who goes away is not worked for much longer. What was begun is done in one stretch, and is waited for, since
  // otherwise whoever asks and leaves would have any number of requests under way.
  response.once('close', () => {
    if (response.writableFinished) return
    const late = setTimeout(() => onward.destroy(), gone)
    onward.once('close', () => clearTimeout(late))
  })
  onward.end(body)
}

/** Forwards a connection that upgrades to another protocol; used while developing only. */
export function forwardUpgrade(path, request, socket, head) {
  const { method, url, headers } = request
  const onward = ask({ socketPath: path, agent: false, method, path: url, headers })
  onward.once('upgrade', (answer, inner, innerHead) => {
    const lines = answer.rawHeaders.flatMap((name, i, all) => (i % 2 === 0 ? [`${name}: ${all[i + 1]}`] : []))
    socket.write(`HTTP/1.1 101 Switching Protocols\r\n${lines.join('\r\n')}\r\n\r\n`)
    if (innerHead.length > 0) socket.write(innerHead)
    if (head.length > 0) inner.write(head)
    inner.pipe(socket).pipe(inner)
    inner.once('error', () => socket.destroy())
    socket.once('error', () => inner.destroy())
  })
  onward.once('error', () => socket.destroy())
  onward.end()
}
