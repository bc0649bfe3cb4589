import { fork } from 'node:child_process'
import { applyRestore } from './restore.mjs'
import { refuse, say } from './say.mjs'

/**
 * A server that ends by itself this soon after its start, or before it listens, will do so again; one that was killed
 * will not, however early, and is started again after a moment.
 */
const hopelessMs = 3000
const mostHopeless = 3
/** Design choice: between a server that was killed before it listened and the next. */
const breathMs = 500

/** Runs the server and starts it again whenever it dies; returns never. */
export function serve({ host, port, database }, { dev = false } = {}) {
  let stopping = false
  let hopeless = 0
  let child
  let announced = false
  const start = () => {
    applyRestore(database)
    const begun = Date.now()
    let listened = false
    child = fork('scripts/server.mjs', {
      env: {
        ...process.env,
        NODE_ENV: dev ? 'development' : 'production',
        NEXT_TELEMETRY_DISABLED: '1',
        KIBOU_DB: database,
        HOST: host,
        PORT: String(port),
        KIBOU_DEV: dev ? '1' : '',
      },
    })
    child.on('message', (m) => {
      if (m !== 'listening') return
      listened = true
      const address = `http://${host.includes(':') ? `[${host}]` : host}:${port}/`
      say(announced ? `running again at ${address}` : `running at ${address}`)
      announced = true
    })
    child.on('exit', (code, signal) => {
      if (stopping) process.exit(0)
      if (code === 3) process.exit(1)
      // It went by itself, to be started on what a backup holds.
      if (code === 4) return start()
      hopeless = signal === null && (!listened || Date.now() - begun < hopelessMs) ? hopeless + 1 : 0
      if (hopeless >= mostHopeless) refuse('the server keeps dying at once; its messages are above.')
      say(`the server stopped (${signal ?? `code ${code}`}); starting it again. Nothing that was acknowledged is lost.`)
      setTimeout(start, listened ? 0 : breathMs)
    })
  }
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'])
    process.on(signal, () => {
      stopping = true
      if (child?.connected) child.send('stop')
      setTimeout(() => process.exit(0), 2000).unref()
    })
  start()
}
