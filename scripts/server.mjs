import { createServer } from 'node:http'
import next from 'next'

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

const app = next({ dev: process.env.KIBOU_DEV === '1', hostname, port })
await app.prepare()
const handle = app.getRequestHandler()
const behindTls = process.env.KIBOU_BEHIND_TLS === '1'
export const server = createServer((request, response) => {
  // What the door needs to know of a request; whatever a client claims under these names is overwritten.
  // Behind something else on this machine every socket is local: then what it says last of the sender counts, never
  // that of the socket.
  const forwarded = String(request.headers['x-forwarded-for'] ?? '')
    .split(',')
    .at(-1)
    ?.trim()
  request.headers['x-kibou-address'] = (behindTls ? forwarded : request.socket.remoteAddress) || 'unknown'
  request.headers['x-kibou-path'] = request.url
  request.headers['x-kibou-secure'] = behindTls ? '1' : '0'
  return handle(request, response)
})
server.on('error', (error) => {
  process.stderr.write(`kibou: cannot listen on ${hostname}:${port} (${error.code}).\n`)
  process.exit(3)
})
server.listen(port, hostname, () => process.send?.('listening'))
