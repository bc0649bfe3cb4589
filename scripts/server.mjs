import { createServer } from 'node:http'
import next from 'next'
import {
  headersOf,
  houseNames,
  houseProxies,
  mostAtOnce,
  mostOf,
  newNonce,
  policyOf,
  senderOf,
  whyTurnedAway,
} from './lib/guard.mjs'

/** The server process: started, watched and restarted by lib/serve.mjs, and gone when the launcher is. */
const hostname = process.env.HOST
const port = Number(process.env.PORT)

/** Ends the clock and the threads of the house, and then the process; whatever hangs is not waited for long. */
async function leave() {
  setTimeout(() => process.exit(0), 1500).unref()
  await globalThis.kibouStop?.()
  process.exit(0)
}
process.on('disconnect', () => void leave())
process.on('message', (m) => {
  if (m === 'stop') void leave()
})

const dev = process.env.KIBOU_DEV === '1'
const app = next({ dev, hostname, port })
await app.prepare()
const handle = app.getRequestHandler()
const behindTls = process.env.KIBOU_BEHIND_TLS === '1'
const names = houseNames(`${hostname ?? ''},${process.env.KIBOU_HOSTS ?? ''}`)
const proxies = houseProxies(behindTls, process.env.KIBOU_PROXY)
/** Bytes of bodies that are on their way in. */
let arriving = 0

export const server = createServer(
  {
    // Slow and idle connections are closed, whatever they wait for; a phone at the edge of the network has two minutes.
    headersTimeout: 15_000,
    requestTimeout: 120_000,
    keepAliveTimeout: 30_000,
    connectionsCheckingInterval: 5000,
    maxHeaderSize: 16 * 1024,
  },
  (request, response) => receive(request, response),
)
server.maxConnections = 1000
server.maxRequestsPerSocket = 10_000

function receive(request, response, goOn = () => undefined) {
  const { method, url, headers, socket } = request
  const { address, proxied } = senderOf(socket.remoteAddress, headers['x-forwarded-for'], proxies)
  const secure = behindTls && proxied
  const path = (url ?? '').split('?')[0]
  const nonce = dev ? undefined : newNonce()
  for (const [name, value] of Object.entries(headersOf({ path, nonce, secure }))) response.setHeader(name, value)
  const no = whyTurnedAway({ method, url, headers, names, secure, arriving })
  if (no) return turnAway(request, response, no)
  countBody(request, response)
  // What the door and the page need to know of a request; whatever a client claims under these names is overwritten.
  headers['x-kibou-address'] = address
  headers['x-kibou-path'] = url
  headers['x-kibou-secure'] = secure ? '1' : '0'
  delete headers['x-nonce']
  delete headers['content-security-policy']
  if (nonce !== undefined) {
    headers['x-nonce'] = nonce
    headers['content-security-policy'] = policyOf(nonce, secure)
  }
  goOn()
  return handle(request, response)
}
/** Keeps account of what is on its way in; what does not say how much it brings is cut off where it is too much. */
function countBody(request, response) {
  const { headers } = request
  let counted = Number(headers['content-length'] ?? 0)
  arriving += counted
  response.once('close', () => {
    arriving -= counted
  })
  if (headers['transfer-encoding'] === undefined) return
  const most = mostOf(request)
  const push = request.push.bind(request)
  request.push = (chunk, encoding) => {
    const length = chunk?.length ?? 0
    counted += length
    arriving += length
    if (counted <= most && arriving <= mostAtOnce) return push(chunk, encoding)
    request.socket.destroy()
    return false
  }
}

// Who asks before sending is told before it sends.
server.on('checkContinue', (request, response) => receive(request, response, () => response.writeContinue()))

/**
 * House: a client that goes on sending what nobody keeps is heard out for so long: one that is cut off in the middle of
 * its sending never reads why.
 */
const heardOutMs = 5000

function turnAway(request, response, { status, why }) {
  // Were the connection said to close, it would be cut off as soon as this is written.
  const asked = request.method === 'GET' || request.method === 'HEAD'
  response.writeHead(status, { 'Content-Type': asked ? 'text/plain; charset=utf-8' : 'application/json' })
  response.end(asked ? `${why}\n` : JSON.stringify({ error: why }))
  request.resume()
  const cut = setTimeout(() => {
    if (!request.complete) request.socket.destroy()
  }, heardOutMs)
  request.once('end', () => clearTimeout(cut))
}
server.on('error', (error) => {
  process.stderr.write(`kibou: cannot listen on ${hostname}:${port} (${error.code}).\n`)
  process.exit(3)
})
server.listen(port, hostname, () => process.send?.('listening'))
