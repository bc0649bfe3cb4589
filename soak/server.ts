import { fork, type ChildProcess } from 'node:child_process'
import { z } from 'zod'

export interface Served {
  readonly url: string
  readonly child: ChildProcess
  /** When the loop stood still for over 50 ms since it was last asked, ms since the process began, and for how long. */
  stalls(): Promise<readonly { readonly at: number; readonly ms: number }[]>
  stop(): Promise<void>
}

const told = z.object({ stalls: z.array(z.object({ at: z.number(), ms: z.number() })) })

/** Starts a server of this program on loopback and waits until it answers this address. */
export async function serve(
  program: string,
  args: readonly string[],
  port: number,
  env: Readonly<Record<string, string>>,
  well = '/api/health',
): Promise<Served> {
  const child = fork(program, args, {
    env: { ...process.env, NODE_ENV: 'production', NEXT_TELEMETRY_DISABLED: '1', PORT: String(port), ...env },
    execArgv: [
      '--import',
      './soak/watch.mjs',
      ...(process.env['KIBOU_SOAK_NODE'] ?? '').split(' ').filter((a) => a !== ''),
    ],
    stdio: ['ignore', 'pipe', env['KIBOU_SOAK_QUIET'] === '1' ? 'ignore' : 'inherit', 'ipc'],
  })
  child.stdout?.resume()
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
    child,
    stalls: () =>
      new Promise((done, fail) => {
        if (child.exitCode !== null || child.signalCode !== null) return fail(new Error(`${program} is gone`))
        const hear = (m: unknown) => {
          const said = told.safeParse(m)
          if (!said.success) return
          child.off('message', hear)
          done(said.data.stalls)
        }
        child.on('message', hear)
        child.send('stalls')
      }),
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
