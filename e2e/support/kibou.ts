import AxeBuilder from '@axe-core/playwright'
import { expect, test as base, type APIRequestContext, type Page } from '@playwright/test'
import Database from 'better-sqlite3'
import { spawn, spawnSync, type ChildProcess } from 'node:child_process'
import { copyFileSync, mkdirSync } from 'node:fs'
import { z } from 'zod'

/** A running Kibou on a database of its own: a copy of the demonstration kennel, or an empty one. */
export interface Kibou {
  readonly url: string
  readonly file: string
  readonly launcher: ChildProcess
  /** Id of a dog's residency, by the dog's name. */
  dog(name: string): string
  /** A number asked of the database file. */
  count(sql: string, ...args: unknown[]): number
  /** That number becomes this and stays it. What a page draws as sent may be a moment older than what was tapped. */
  becomes(n: number, sql: string, ...args: unknown[]): Promise<void>
  serverPid(): number
  stop(): Promise<void>
}

const row = z.object({ id: z.string() })
const number = z.object({ n: z.number() })

export async function startKibou(port: number, demo = true, existing?: string): Promise<Kibou> {
  mkdirSync('tmp/e2e', { recursive: true })
  const file = existing ?? `tmp/e2e/kennel-${port}-${Date.now()}.db`
  if (demo && existing === undefined) copyFileSync('tmp/e2e/base.db', file)
  // A copy of a kennel that was made and built for needs no looking at: it is served at once.
  const program = !demo ? 'scripts/start.mjs' : existing === undefined ? 'e2e/support/serve.mjs' : 'scripts/demo.mjs'
  const launcher = spawn(process.execPath, [program], {
    env: { ...process.env, PORT: String(port), HOST: '127.0.0.1', KIBOU_DB: file },
    stdio: ['ignore', 'pipe', 'pipe'],
  })
  let log = ''
  launcher.stdout.on('data', (d: Buffer) => {
    log += d.toString()
  })
  launcher.stderr.on('data', (d: Buffer) => {
    log += d.toString()
  })
  const url = `http://127.0.0.1:${port}`
  for (
    const late = Date.now() + 120_000;
    !(await fetch(`${url}/api/health`).then(
      (r) => r.ok,
      () => false,
    ));
  ) {
    if (Date.now() > late || launcher.exitCode !== null) throw new Error(`Kibou did not start: ${log}`)
    await new Promise((done) => setTimeout(done, 50))
  }
  const ask = <T extends z.ZodType>(schema: T, sql: string, args: unknown[]): z.infer<T> => {
    const db = new Database(file, { readonly: true })
    try {
      return schema.parse(db.prepare(sql).get(...args))
    } finally {
      db.close()
    }
  }
  const count = (sql: string, ...args: unknown[]): number => ask(number, sql, args).n
  return {
    url,
    file,
    launcher,
    dog: (name) => ask(row, 'SELECT r.id FROM residency r JOIN dog d ON d.id = r.dog_id WHERE d.name = ?', [name]).id,
    count,
    becomes: async (n, sql, ...args) => {
      await expect.poll(() => count(sql, ...args), sql).toBe(n)
      await new Promise((done) => setTimeout(done, 250))
      expect(count(sql, ...args), sql).toBe(n)
    },
    serverPid: () => childOf(launcher.pid ?? 0),
    stop: async () => {
      launcher.kill('SIGTERM')
      await new Promise((done) =>
        launcher.exitCode !== null || launcher.signalCode !== null ? done(0) : launcher.once('exit', done),
      )
    },
  }
}

function childOf(pid: number): number {
  const { stdout } = spawnSync('pgrep', ['-P', String(pid)], { encoding: 'utf8' })
  return Number(stdout.trim().split('\n')[0])
}

let nextPort = 4900 + Number(process.env['TEST_PARALLEL_INDEX'] ?? 0) * 40

/** The next demonstration kennel of a worker, started while the test before it still runs. */
interface Ahead {
  take(): Promise<Kibou>
}

/** `kibou`: the demonstration kennel; `empty`: a kennel nobody has touched. Both gone after the test. */
export const test = base.extend<{ kibou: Kibou; empty: Kibou }, { ahead: Ahead }>({
  ahead: [
    async ({ browserName: _ }, give) => {
      let next: Promise<Kibou> | undefined
      await give({
        take: async () => {
          const kibou = await (next ?? startKibou(nextPort++))
          next = startKibou(nextPort++)
          next.catch(() => undefined)
          return kibou
        },
      })
      await next?.then(
        (k) => k.stop(),
        () => undefined,
      )
    },
    { scope: 'worker' },
  ],
  kibou: async ({ ahead, context }, give) => {
    const kibou = await ahead.take()
    await signIn(context.request, kibou)
    await give(kibou)
    await kibou.stop()
  },
  empty: async ({ browserName: _ }, give) => {
    const kibou = await startKibou(nextPort++, false)
    await give(kibou)
    await kibou.stop()
  },
})

export { expect }

/** Signs a person of the demonstration in, in whatever this request belongs to; the lead trainer when none is named. */
export async function signIn(request: APIRequestContext, kibou: Kibou, personId = 'maud'): Promise<void> {
  const answer = await request.post(`${kibou.url}/api/sign-in`, { data: { personId, passcode: 'osier bank' } })
  expect(answer.status(), await answer.text()).toBe(200)
}

/** Nothing for axe to find on the page as it stands. */
export async function expectNoAxeFindings(page: Page): Promise<void> {
  const { violations } = await new AxeBuilder({ page }).analyze()
  expect(
    violations.map(
      (v) =>
        `${v.id}: ${v.nodes
          .map((n) => n.target.join(' '))
          .slice(0, 4)
          .join(' | ')}`,
    ),
  ).toEqual([])
}

/** Moves focus by Tab until this locator has it. */
export async function tabTo(page: Page, name: RegExp, most = 80): Promise<void> {
  for (let i = 0; i < most; i++) {
    const focused = await page.evaluate(() => {
      const e = document.activeElement
      const labelled = (e?.getAttribute('aria-labelledby') ?? '')
        .split(' ')
        .map((id) => (id === '' ? '' : (document.getElementById(id)?.textContent ?? '')))
        .join(' ')
      return e && e !== document.body
        ? `${e.getAttribute('aria-label') ?? ''} ${e.textContent ?? ''} ${e.getAttribute('name') ?? ''} ${e.id} ` +
            `${labelled}`
        : ''
    })
    if (name.test(focused)) return
    await page.keyboard.press('Tab')
  }
  throw new Error(`Tab never came to ${name}`)
}
