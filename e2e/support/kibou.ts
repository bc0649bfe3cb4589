import AxeBuilder from '@axe-core/playwright'
import { expect, test as base, type APIRequestContext, type Page } from '@playwright/test'
import Database from 'better-sqlite3'
import { fork, spawn, type ChildProcess } from 'node:child_process'
import { copyFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { z } from 'zod'
import { unreadable } from '../../src/core/views/retired'
import { shortLived } from '../../scripts/lib/shortLived.mjs'
import { baseKennel } from './base'
import { childrenOf } from './processes'

/** A running Kibou on a database of its own: a copy of the demonstration kennel, or an empty one. */
export interface Kibou {
  readonly url: string
  readonly file: string
  /** Id of a dog's residency, by the dog's name. */
  dog(name: string): string
  /** A number asked of the database file. */
  count(sql: string, ...args: unknown[]): number
  /** That number becomes this and stays it. What a page draws as sent may be a moment older than what was tapped. */
  becomes(n: number, sql: string, ...args: unknown[]): Promise<void>
}

/** A Kibou as it is started on a kennel's machine: a launcher, and a server that it watches. For tests that kill. */
export interface Launched extends Kibou {
  readonly launcher: ChildProcess
  /** The process that listens, and the one behind it that draws pages. */
  serverPid(): number
  pagesPid(): number
  stop(): Promise<void>
}

/** For a query about facts that came since a moment: `id ${received}`. */
export const received = 'IN (SELECT id FROM fact WHERE received_at >= ?)'

const row = z.object({ id: z.string() })
const number = z.object({ n: z.number() })

let kennels = 0

/** A new kennel's file: a copy of the demonstration, or none yet. */
function newKennel(from: 'demo' | 'nothing'): string {
  const file = join(tmpdir(), `kennel-${process.env['TEST_PARALLEL_INDEX'] ?? 0}-${process.pid}-${kennels++}.db`)
  if (from === 'demo') copyFileSync(baseKennel(), file)
  return file
}

/** Listens to a server for as long as it lives; says what it said last. */
function listen(child: ChildProcess): () => string {
  let log = ''
  for (const stream of [child.stdout, child.stderr])
    stream?.on('data', (d: Buffer) => {
      log = (log + d.toString()).slice(-20_000)
    })
  return () => log
}

/** Waits until this server answers; throws with what it said when it does not. */
async function answers(url: string, child: ChildProcess, said: () => string): Promise<void> {
  const late = Date.now() + 120_000
  for (;;) {
    const well = await fetch(`${url}/api/health`).then(
      (r) => r.ok,
      () => false,
    )
    if (well) return
    if (Date.now() > late || child.exitCode !== null) throw new Error(`Kibou did not start: ${said()}`)
    await new Promise((done) => setTimeout(done, 50))
  }
}

const ended = (child: ChildProcess) =>
  new Promise((done) =>
    child.exitCode !== null || child.signalCode !== null ? done(0) : child.once('exit', () => done(0)),
  )

/** Starts Kibou by its own launcher, on a new copy of the demonstration or on a file that is there. */
export async function launch(port: number, existing?: string): Promise<Launched> {
  // A server that was killed a moment ago may still be going.
  await expect.poll(() => fetch(`http://127.0.0.1:${port}/api/health`).then(String, () => 'gone')).toBe('gone')
  const file = existing ?? newKennel('demo')
  // A copy of a kennel that was made and built for needs no looking at: it is served at once.
  const program = existing === undefined ? 'e2e/support/serve.mjs' : 'scripts/demo.mjs'
  const launcher = spawn(process.execPath, [program], {
    env: { ...process.env, PORT: String(port), HOST: '127.0.0.1', KIBOU_DB: file },
    stdio: ['ignore', 'pipe', 'pipe'],
  })
  const url = `http://127.0.0.1:${port}`
  await answers(url, launcher, listen(launcher))
  return {
    ...kennelAt(url, file),
    launcher,
    serverPid: () => childOf(launcher.pid ?? 0),
    pagesPid: () => childOf(childOf(launcher.pid ?? 0)),
    stop: async () => {
      launcher.kill('SIGTERM')
      await ended(launcher)
    },
  }
}

/**
 * Until a server says that this file is beneath it. Node keeps what a child says while nobody listens: the first thing
 * that is heard may be of long ago, and whoever signs in then is signed in at the kennel before.
 */
const toldOf = (child: ChildProcess, file: string): Promise<void> =>
  new Promise((done) => {
    child.on('message', function hear(said: { readonly swapped?: string } | string) {
      if (typeof said === 'string' || said.swapped !== file) return
      child.off('message', hear)
      done()
    })
  })

/** One server a worker of the tests; each test gets a kennel of its own beneath it. */
interface Server {
  on(from: 'demo' | 'nothing'): Promise<Kibou>
  /** What it said last. */
  said(): string
}

async function startServer(port: number): Promise<Server & { stop(): Promise<void> }> {
  const child = fork('e2e/support/server.mjs', {
    env: {
      ...process.env,
      NODE_ENV: 'production',
      NEXT_TELEMETRY_DISABLED: '1',
      KIBOU_DB: newKennel('demo'),
      HOST: '127.0.0.1',
      KIBOU_HOSTS: 'kennel.test',
      PORT: String(port),
    },
    execArgv: shortLived,
    stdio: ['ignore', 'pipe', 'pipe', 'ipc'],
  })
  const url = `http://127.0.0.1:${port}`
  const said = listen(child)
  await answers(url, child, said)
  return {
    on: async (from) => {
      const file = newKennel(from)
      const swapped = toldOf(child, file)
      child.send({ swap: file })
      await swapped
      // The first request opens the file, and brings an empty one up to this program's tables.
      await answers(url, child, said)
      return kennelAt(url, file)
    },
    said,
    stop: async () => {
      child.send('stop')
      await ended(child)
    },
  }
}

function kennelAt(url: string, file: string): Kibou {
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
    dog: (name) => ask(row, 'SELECT r.id FROM residency r JOIN dog d ON d.id = r.dog_id WHERE d.name = ?', [name]).id,
    count,
    becomes: async (n, sql, ...args) => {
      await expect.poll(() => count(sql, ...args), sql).toBe(n)
      await new Promise((done) => setTimeout(done, 250))
      expect(count(sql, ...args), sql).toBe(n)
    },
  }
}

const childOf = (pid: number): number => childrenOf(pid)[0] ?? 0

// Below 5,000: fetch refuses some ports above, 5060 among them, which a fifth worker came to.
let nextPort = 4600 + Number(process.env['TEST_PARALLEL_INDEX'] ?? 0) * 60

/** `kibou`: the demonstration kennel; `empty`: one nobody has touched; `launched`: one that may be killed. */
export const test = base.extend<
  { kibou: Kibou; empty: Kibou; launched: Launched; policy: undefined; lastSeen: undefined },
  { server: Server }
>({
  // Whatever a page does, its policy lets it: a script or style that is turned away is a fault.
  policy: [
    async ({ context }, give) => {
      const broken = new Set<string>()
      context.on('console', (m) => {
        if (m.type() === 'error' && m.text().includes('Content Security Policy'))
          broken.add(`${new URL(m.page()?.url() ?? 'about:blank').pathname}: ${m.text()}`)
      })
      await give(undefined)
      expect([...broken], 'turned away by the policy of the pages').toEqual([])
    },
    { auto: true },
  ],
  // A failure that comes once in a thousand runs is understood from what stood on the screen, or not at all.
  lastSeen: [
    async ({ context }, give, info) => {
      await give(undefined)
      if (info.status === info.expectedStatus) return
      for (const page of context.pages()) {
        const shown = page.locator('body').ariaSnapshot({ timeout: 10_000 })
        const said = await shown.then(
          (text) => text.slice(0, 6000),
          (error: unknown) => `the page does not answer: ${String(error)}`,
        )
        process.stderr.write(`On the screen of ${info.title}, ${page.url()}:\n${said}\n`)
      }
    },
    { auto: true },
  ],
  server: [
    async ({ browserName: _ }, give) => {
      const server = await startServer(nextPort++)
      await give(server)
      await server.stop()
    },
    { scope: 'worker' },
  ],
  kibou: async ({ server, context }, give, info) => {
    const kibou = await server.on('demo')
    await signIn(context.request, kibou)
    await give(kibou)
    // What nobody expected may stand in what the server said, which is gone with it.
    if (info.status !== info.expectedStatus) process.stderr.write(`The server of ${info.title}:\n${server.said()}\n`)
  },
  empty: async ({ server }, give) => {
    await give(await server.on('nothing'))
  },
  launched: async ({ context }, give) => {
    const kibou = await launch(nextPort++)
    await signIn(context.request, kibou)
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

/** Whether a page is alive, as it is asked in it: a function, since the policy of the pages lets no text be run. */
export const isAlive = () => document.querySelector('html[data-alive]:not(:has([data-waking]))') !== null

/**
 * Waits until the page has come alive and holds what this device keeps: before that a tap or key is lost. Asked of the
 * browser itself: Playwright’s own selectors walk all that a page has, fifty milliseconds on the wall each time.
 */
export async function alive(page: Page): Promise<void> {
  await page.waitForFunction(isAlive)
}

/** Somebody chose to do without this dog’s baseline, so that its work is not shut before it. */
export function doWithoutBaseline(kibou: Kibou, dog: string): void {
  const db = new Database(kibou.file, { timeout: 5000 })
  db.prepare(
    "INSERT INTO baseline_skipped (residency_id, at, recorded_by) VALUES (?, 0, 'maud') ON CONFLICT DO NOTHING",
  ).run(kibou.dog(dog))
  db.close()
}

/** Opens an address and waits until the page has come alive. */
export async function visit(page: Page, address: string): Promise<void> {
  await page.goto(address)
  await alive(page)
}

/** Loads the page again and waits until it has come alive. */
export async function reload(page: Page): Promise<void> {
  await page.reload()
  await alive(page)
}

/** Waits until what came up where a target was takes a press. */
export const settled = (page: Page) => expect(page.locator('[data-settled="false"]')).toHaveCount(0)

/**
 * Of what passes nobody reads the details; what lies in other files is not looked at; and no page of ours has frames,
 * so that no second page need be opened to put their findings together.
 */
async function axe(page: Page): Promise<AxeBuilder> {
  // Half a megabyte of program, which a page that was looked at before has.
  const there = await page.evaluate(() => 'axe' in window)
  const builder = new AxeBuilder(there ? { page, axeSource: ';' } : { page })
  return builder.options({ resultTypes: ['violations'], preload: false }).setLegacyMode()
}

/** Nothing for axe to find on the page as it stands. */
export async function expectNoAxeFindings(page: Page): Promise<void> {
  const { violations } = await (await axe(page)).analyze()
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

/** Enough contrast everywhere, in the colors as they stand. */
export async function expectReadable(page: Page, what: string): Promise<void> {
  const { violations } = await (await axe(page)).withRules(['color-contrast']).analyze()
  expect(
    violations.flatMap((v) => v.nodes.map((n) => n.target.join(' '))),
    what,
  ).toEqual([])
}

/** Nothing on the page that nobody is to read: a retired word, “1 days”, two stops, a missing space. */
export async function expectPlain(page: Page, what: string): Promise<void> {
  // The page that lists old words beside new ones has them all.
  if (what.startsWith('/renamed')) return
  const words = await page.locator('main').first().innerText()
  const found = unreadable.flatMap((wrong) => {
    const at = wrong.exec(words)
    return at ? [words.slice(Math.max(0, at.index - 40), at.index + 40)] : []
  })
  expect(found, what).toEqual([])
}

/** Types a day, `2026-04-30`, into the field of that label, in the order of a house with the day first. */
export async function typeDay(page: Page, label: string, day: string): Promise<void> {
  await page
    .getByRole('group', { name: label, exact: true })
    .locator('visible=true')
    .getByRole('spinbutton')
    .first()
    .click()
  await page.keyboard.type(day.split('-').reverse().join(''))
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
