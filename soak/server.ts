import { fork } from 'node:child_process'
import { existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { z } from 'zod'
import { childrenOf } from '../e2e/support/processes'

export interface Served {
  readonly url: string
  /** Its processes: the one that listens, then the one that draws pages. */
  pids(): readonly number[]
  /** When the loop of which of its processes stood still for over 50 ms since a moment, and for how long. */
  stalls(since: number): readonly Stall[]
  /** The last of what it said where its messages go, of one that says them quietly. */
  said(): string
  stop(): Promise<void>
}

const mostSaid = 20_000

const stall = z.object({
  program: z.string(),
  at: z.number(),
  ms: z.number(),
  cpu: z.number(),
  /** For which it was not given the machine. */
  wait: z.number(),
  /** For which the machine that this one is a part of gave a core of it to another. */
  steal: z.number(),
  gc: z.number(),
  /** What was answered in it or waited behind it: method, address, milliseconds since it came. */
  during: z.array(z.string()),
})
type Stall = z.infer<typeof stall>

/** Starts a server of this program on loopback and waits until it answers this address. */
export async function serve(
  program: string,
  args: readonly string[],
  port: number,
  env: Readonly<Record<string, string>>,
  well = '/api/health',
): Promise<Served> {
  const notes = mkdtempSync(join(tmpdir(), 'kibou-soak-'))
  process.on('exit', () => rmSync(notes, { recursive: true, force: true }))
  const stalls = join(notes, 'stalls')
  const child = fork(program, args, {
    env: {
      ...process.env,
      NODE_ENV: 'production',
      NEXT_TELEMETRY_DISABLED: '1',
      PORT: String(port),
      KIBOU_SOAK_STALLS: stalls,
      ...env,
    },
    execArgv: [
      '--import',
      './soak/watch.mjs',
      ...(process.env['KIBOU_SOAK_NODE'] ?? '').split(' ').filter((a) => a !== ''),
    ],
    stdio: ['ignore', 'pipe', env['KIBOU_SOAK_QUIET'] === '1' ? 'pipe' : 'inherit', 'ipc'],
  })
  child.stdout?.resume()
  let said = ''
  child.stderr?.on('data', (data: Buffer) => {
    said = (said + data.toString()).slice(-mostSaid)
  })
  let leaving = false
  child.on('exit', (code, signal) => {
    if (!leaving) console.log(`${program} ended by itself: ${code ?? signal ?? ''}`)
  })
  const url = `http://127.0.0.1:${port}`
  for (const late = Date.now() + 60_000; ;) {
    const up = await fetch(url + well).then(
      (r) => r.ok,
      () => false,
    )
    if (up) break
    if (Date.now() > late || child.exitCode !== null) throw new Error(`no answer at ${url}${well}`)
    await new Promise((done) => setTimeout(done, 100))
  }
  return {
    url,
    pids: () => [child.pid ?? 0, ...childrenOf(child.pid ?? 0)],
    stalls: (since) =>
      (existsSync(stalls) ? readFileSync(stalls, 'utf8') : '')
        .split('\n')
        .filter((line) => line !== '')
        .map((line) => stall.parse(JSON.parse(line)))
        .filter((s) => s.at >= since),
    said: () => said,
    stop: () =>
      new Promise((done) => {
        leaving = true
        if (child.exitCode !== null || child.signalCode !== null) return done()
        child.once('exit', () => done())
        // Kibou ends by a word, as its launcher has it end; what does not know the word by a signal.
        child.send('stop')
        setTimeout(() => child.kill('SIGTERM'), 4000).unref()
      }),
  }
}
