import { createServer } from 'node:net'
import { dirname, resolve } from 'node:path'
import { insideProgram } from './places.mjs'
import { refuse } from './say.mjs'

/** Versions of Node that the locked packages were tried on; of the first, from 20.12. */
export const nodes = [20, 22, 24]

/** Refuses a Node that the locked packages were not tried on. */
export function checkNode() {
  const [major = 0, minor = 0] = process.versions.node.split('.').map(Number)
  if (!nodes.includes(major) || (major === 20 && minor < 12))
    refuse(`Kibou runs on Node 20 (from 20.12), 22 and 24; this is ${process.versions.node}.`)
}

/** PORT, HOST and KIBOU_DB from the environment, with the defaults of this command. */
export function readSettings(defaultDatabase) {
  const port = Number(process.env.PORT ?? 4810)
  if (!Number.isInteger(port) || port < 1 || port > 65535)
    refuse(`PORT must be a number from 1 to 65535, not “${process.env.PORT}”.`)
  const database = resolve(process.env.KIBOU_DB || defaultDatabase)
  const program = insideProgram(dirname(database))
  if (program)
    refuse(`${database} lies in ${program}, which belongs to the program. Choose another file with KIBOU_DB.`)
  return { port, host: process.env.HOST || '127.0.0.1', database }
}

/** Refuses a port that cannot be had, before anything slow is done. */
export async function checkPort(host, port) {
  await new Promise((/** @type {(value?: undefined) => void} */ free) => {
    const probe = createServer()
    probe.once('error', (/** @type {NodeJS.ErrnoException} */ error) => {
      if (error.code === 'EADDRINUSE')
        refuse(`port ${port} on ${host} is in use, perhaps by another Kibou. Choose another with PORT=…`)
      if (error.code === 'EACCES')
        refuse(`port ${port} may not be used by this account. Choose one above 1023 with PORT=…`)
      refuse(`cannot listen on ${host}:${port} (${error.code}).`)
    })
    probe.listen(port, host, () => probe.close(() => free()))
  })
}
