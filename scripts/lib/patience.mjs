import { createServer, STATUS_CODES } from 'node:http'

/** Slow and idle connections are closed, whatever they wait for; a phone at the edge of the network has two minutes. */
const patience = {
  headersTimeout: 15_000,
  requestTimeout: 120_000,
  keepAliveTimeout: 30_000,
  connectionsCheckingInterval: 5000,
}

const mostConnections = 1000
/** Design choice: one address may hold a third of all connections; a browser opens six. */
const mostOfOne = 330

/**
 * A server that waits for nobody longer than that; `share` of it for tests. What Node itself refuses (a request that is
 * none, a head that is too long, an expectation that nobody meets) is answered with the headers that `more` gives.
 *
 * @typedef {import('node:http').IncomingMessage} Asked
 * @typedef {import('node:http').ServerResponse} Answer
 * @param {(request: Asked, response: Answer, more?: () => any) => unknown} receive
 * @param {{ share?: number, more?: () => Record<string, string>, isProxy?: (address: string) => boolean }} [how]
 */
export function patientServer(receive, { share = 1, more = () => ({}), isProxy = () => false } = {}) {
  const waits = Object.fromEntries(Object.entries(patience).map(([name, ms]) => [name, ms * share]))
  // A request without a Host is refused by who reads it, like any other name that is not the house's.
  const server = createServer({ ...waits, maxHeaderSize: 16 * 1024, requireHostHeader: false }, receive)
  server.maxConnections = mostConnections
  server.maxRequestsPerSocket = 10_000
  const open = new Map()
  server.on('connection', (socket) => {
    const address = (socket.remoteAddress ?? '').replace(/^::ffff:/, '')
    if (isProxy(address)) return
    const now = (open.get(address) ?? 0) + 1
    if (now > mostOfOne) return socket.destroy()
    open.set(address, now)
    socket.once('close', () => {
      const left = (open.get(address) ?? 1) - 1
      if (left > 0) open.set(address, left)
      else open.delete(address)
    })
  })
  // Who asks before sending is told before it sends.
  server.on('checkContinue', (request, response) => receive(request, response, () => response.writeContinue()))
  server.on('checkExpectation', (_request, response) => {
    for (const [name, value] of Object.entries(more())) response.setHeader(name, value)
    response.writeHead(417, { 'content-type': 'text/plain; charset=utf-8' }).end('Kibou meets no such expectation.\n')
  })
  server.on('clientError', (/** @type {NodeJS.ErrnoException} */ error, socket) => {
    if (error.code === 'ECONNRESET' || !socket.writable) return socket.destroy()
    socket.end(refusalOf(error.code, more()))
  })
  return server
}

const statusOf = { HPE_HEADER_OVERFLOW: 431, HPE_CHUNK_EXTENSIONS_OVERFLOW: 413, ERR_HTTP_REQUEST_TIMEOUT: 408 }

/** An answer to what could not be read as a request, as it goes over the wire. */
function refusalOf(code, more) {
  const status = statusOf[code] ?? 400
  const head = Object.entries({ ...more, 'Content-Length': 0, Connection: 'close' })
  return `HTTP/1.1 ${status} ${STATUS_CODES[status]}\r\n${head.map(([n, v]) => `${n}: ${v}\r\n`).join('')}\r\n`
}
