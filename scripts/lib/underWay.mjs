import { spawn } from 'node:child_process'
import { constants, setPriority } from 'node:os'
import { say } from './say.mjs'

/** Design choice: so often it is said how far something is that takes a while. */
const everyMs = 10_000

const running = new Set()
// Whoever stops, or is stopped, leaves nothing running behind.
process.on('exit', () => {
  for (const child of running) child.kill()
})

/**
 * Runs a program beside others; says what is under way now and then, with how long it takes, and how far it is where
 * that can be seen. Resolves to its exit code and what it wrote, which is shown only where somebody has to read it.
 *
 * @param {string} name
 * @param {number} about seconds that it usually takes
 * @param {string} command
 * @param {string[]} args
 * @param {{ env?: Record<string, string | undefined>, far?: (said: string) => string, givesWay?: boolean }} [options]
 *   `far`: how far it is, from what it wrote so far; `givesWay`: something else is waited for longer
 * @returns {Promise<{ status: number, said: string }>}
 */
export function underWay(name, about, command, args, { env = {}, far, givesWay = false } = {}) {
  const begun = Date.now()
  const seconds = () => Math.round((Date.now() - begun) / 1000)
  const child = spawn(command, args, { stdio: ['ignore', 'pipe', 'pipe'], env: { ...process.env, ...env } })
  running.add(child)
  if (givesWay && child.pid !== undefined) setPriority(child.pid, constants.priority.PRIORITY_LOW)
  let said = ''
  for (const stream of [child.stdout, child.stderr])
    stream.on('data', (data) => {
      said += String(data)
    })
  const timer = setInterval(() => {
    const how = far?.(said) ?? ''
    say(`${name}: ${how === '' ? '' : `${how}, `}${seconds()} s of about ${about}.`)
  }, everyMs)
  return new Promise((done) => {
    const end = (status) => {
      clearInterval(timer)
      running.delete(child)
      if (status === 0) say(`${name}: done in ${seconds()} s.`)
      done({ status, said })
    }
    child.on('error', (error) => {
      said += error.message
      end(-1)
    })
    child.on('close', (status) => end(status ?? -1))
  })
}
