import { createServer } from 'node:http'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import next from 'next'
import { whenToLeave } from './lib/parent.mjs'
import { socketFolder, sweepSockets } from './lib/sweep.mjs'

/**
 * The process that draws pages and does deeds, and in which the house's clock ticks. It is asked by the process before
 * it (lib/front.mjs) and by nobody else: it listens in a folder that this account alone may enter.
 */
const folder = mkdtempSync(join(tmpdir(), socketFolder))
const path = process.platform === 'win32' ? `\\\\.\\pipe\\kibou-pages-${process.pid}` : join(folder, 'socket')
process.on('exit', () => rmSync(folder, { recursive: true, force: true }))

/** Ends the clock and the threads of the house, and then the process; whatever hangs is not waited for long. */
async function leave() {
  setTimeout(() => process.exit(0), 1500).unref()
  await globalThis.kibouStop?.()
  process.exit(0)
}
whenToLeave(() => void leave())

const app = next({ dev: process.env.KIBOU_DEV === '1', hostname: process.env.HOST, port: Number(process.env.PORT) })
await app.prepare()

// Whoever is slow was held to account before: a request comes here as fast as its sender brings it.
export const server = createServer({ requestTimeout: 0, maxHeaderSize: 32 * 1024 }, app.getRequestHandler())
server.listen(path, () => process.send?.({ pages: path }))

// A server that was killed could not do so itself.
await sweepSockets(tmpdir())
