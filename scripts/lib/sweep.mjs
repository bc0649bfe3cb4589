import { readdirSync, rmSync, statSync } from 'node:fs'
import { connect } from 'node:net'
import { join } from 'node:path'

/** Of the folder in which the pages listen; what comes behind is drawn by the system. */
export const socketFolder = 'kibou-pages-'

/** Whether somebody listens there. */
const isHeard = (path) =>
  new Promise((told) => {
    const socket = connect(path, () => {
      socket.destroy()
      told(true)
    })
    socket.once('error', (/** @type {NodeJS.ErrnoException} */ error) =>
      told(error.code !== 'ECONNREFUSED' && error.code !== 'ENOENT'),
    )
  })

/** Design choice, ms: a folder without a socket is of a server that starts, or was killed while it did. */
const startingMs = 3_600_000

/**
 * Throws away the folders that killed servers left in `into`: those of this account in which nobody listens any more.
 * What cannot be looked at is left.
 */
export async function sweepSockets(into, now = Date.now()) {
  for (const name of readdirSync(into).filter((n) => n.startsWith(socketFolder))) {
    const folder = join(into, name)
    try {
      const { uid, mtimeMs } = statSync(folder)
      if (process.getuid !== undefined && uid !== process.getuid()) continue
      const inside = readdirSync(folder)
      if (inside.some((n) => n !== 'socket')) continue
      const left = inside.length === 0 ? now - mtimeMs > startingMs : !(await isHeard(join(folder, 'socket')))
      if (left) rmSync(folder, { recursive: true, force: true })
    } catch {
      // It went a moment ago.
    }
  }
}
