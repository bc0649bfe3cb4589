import { request as ask } from 'node:http'
import { isPlainForm, readForm } from './forms.mjs'

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

/**
 * Sends a request on to whoever listens at this path, and its answer back; 503 where nobody does. `more`: what an
 * answer of some content type says beside its own. One that does not say how long it may be kept is kept nowhere.
 */
export function forward(path, request, response, more = () => ({})) {
  if (!isPlainForm(request)) return sendOn(path, request, response, more, (onward) => request.pipe(onward))
  readForm(request).then(
    (body) => {
      if (body) return sendOn(path, request, response, more, (onward) => onward.end(body))
      response.writeHead(400, { 'content-type': 'text/plain; charset=utf-8' }).end('This form could not be read.\n')
    },
    // It broke off on its way.
    () => response.destroy(),
  )
}

function sendOn(path, request, response, more, bring) {
  const { method, url, headers } = request
  const bare = without(headers, [...ofOneConnection, 'expect'])
  const chunked = headers['transfer-encoding'] !== undefined ? { 'transfer-encoding': 'chunked' } : {}
  // Were the other side told to close, it would as soon as it has answered, and the end of a body that comes a moment
  // later would break the connection before its answer was read.
  const stays = { connection: 'keep-alive' }
  const onward = asked({
    socketPath: path,
    agent: false,
    method,
    path: url,
    headers: { ...bare, ...chunked, ...stays },
  })
  if (!onward) return response.writeHead(400).end()
  onward.once('response', (answer) => {
    for (const [name, value] of Object.entries(more(answer.headers['content-type']))) response.setHeader(name, value)
    const kept = answer.headers['cache-control'] === undefined ? { 'cache-control': 'no-store' } : {}
    response.writeHead(answer.statusCode, { ...without(answer.headers, ofOneConnection), ...kept })
    // What comes late is sent as it comes; what breaks off is seen to break off.
    answer.pipe(response)
    answer.once('error', () => response.destroy())
  })
  onward.once('error', () => {
    if (response.headersSent) return response.destroy()
    response.writeHead(503, { 'content-type': 'text/plain; charset=utf-8', 'retry-after': '2' })
    response.end('Kibou is starting again; try again in a moment.\n')
  })
  // Who goes away is not worked for any longer.
  response.once('close', () => onward.destroy())
  bring(onward)
}

/** The same for a connection that becomes another kind; used while developing only. */
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
