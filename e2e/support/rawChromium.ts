import { spawn } from 'node:child_process'
import { mkdtempSync } from 'node:fs'
import { rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { Readable, Writable } from 'node:stream'
import { z } from 'zod'
import { wholeChromiumPath } from '../../scripts/lib/chromium.mjs'

const reply = z.object({
  id: z.number().optional(),
  result: z.unknown().optional(),
  error: z.object({ message: z.string() }).optional(),
})

/**
 * A Chromium spoken to over its debugging pipe. Playwright keeps every page looking as if it were in front; where a
 * test needs a tab that is really hidden, behind another one, this is used instead.
 */
export class RawChromium {
  private readonly profile = mkdtempSync(join(tmpdir(), 'kibou-chromium-'))
  private readonly process = spawn(
    wholeChromiumPath,
    [
      '--headless',
      '--no-sandbox',
      '--disable-gpu',
      '--disable-quic',
      '--no-first-run',
      '--disable-background-networking',
      '--disable-component-update',
      '--disable-sync',
      '--remote-debugging-pipe',
      `--user-data-dir=${this.profile}`,
      'about:blank',
    ],
    { stdio: ['ignore', 'ignore', 'ignore', 'pipe', 'pipe'] },
  )
  private readonly waiting = new Map<number, (message: z.infer<typeof reply>) => void>()
  private next = 0

  constructor() {
    let rest = ''
    ;(this.process.stdio[4] as Readable).on('data', (data: Buffer) => {
      const parts = (rest + data.toString()).split('\0')
      rest = parts.pop() ?? ''
      for (const part of parts) {
        const message = reply.parse(JSON.parse(part))
        if (message.id !== undefined) this.waiting.get(message.id)?.(message)
      }
    })
  }

  async send(method: string, params: Record<string, unknown> = {}, sessionId?: string): Promise<unknown> {
    const id = ++this.next
    const answer = await new Promise<z.infer<typeof reply>>((done) => {
      this.waiting.set(id, done)
      ;(this.process.stdio[3] as Writable).write(
        `${JSON.stringify({ id, method, params, ...(sessionId === undefined ? {} : { sessionId }) })}\0`,
      )
    })
    if (answer.error) throw new Error(`${method}: ${answer.error.message}`)
    return answer.result
  }

  /** Opens a tab in the one window, in front of the others. */
  async open(url: string): Promise<RawTab> {
    const { targetId } = z.object({ targetId: z.string() }).parse(await this.send('Target.createTarget', { url }))
    const { sessionId } = z
      .object({ sessionId: z.string() })
      .parse(await this.send('Target.attachToTarget', { targetId, flatten: true }))
    const tab = new RawTab(this, targetId, sessionId)
    await tab.front()
    return tab
  }

  /**
   * Ends the browser in good order, so that no process of it still writes to its folder; a folder left behind fails
   * nothing.
   */
  async close(): Promise<void> {
    const gone = new Promise((done) => this.process.once('exit', done))
    this.send('Browser.close').catch(() => undefined)
    const late = setTimeout(() => this.process.kill('SIGKILL'), 10_000)
    await gone
    clearTimeout(late)
    await rm(this.profile, { recursive: true, force: true, maxRetries: 5, retryDelay: 200 }).catch(() => undefined)
  }
}

export class RawTab {
  constructor(
    private readonly chromium: RawChromium,
    private readonly targetId: string,
    private readonly session: string,
  ) {}

  front = (): Promise<unknown> => this.chromium.send('Target.activateTarget', { targetId: this.targetId })
  goto = (url: string): Promise<unknown> => this.chromium.send('Page.navigate', { url }, this.session)
  cookie = (url: string, name: string, value: string): Promise<unknown> =>
    this.chromium.send('Network.setCookie', { url, name, value }, this.session)

  /** The value of an expression in the page. */
  async ask(expression: string): Promise<unknown> {
    return z
      .object({ result: z.object({ value: z.unknown().optional() }) })
      .parse(
        await this.chromium.send(
          'Runtime.evaluate',
          { expression, awaitPromise: true, returnByValue: true },
          this.session,
        ),
      ).result.value
  }

  /** Waits until the expression is true in the page. */
  async until(expression: string, ms = 60_000): Promise<void> {
    for (const end = Date.now() + ms; Date.now() < end;) {
      if ((await this.ask(`Boolean(${expression})`)) === true) return
      await new Promise((done) => setTimeout(done, 50))
    }
    throw new Error(
      `never came true: ${expression}; the page says: ` +
        `${String(await this.ask('document.body.innerText')).slice(0, 400)}`,
    )
  }

  /** A real key, as from a keyboard: it counts as somebody’s gesture. */
  async key(key: string, code = key): Promise<void> {
    const text = key.length === 1 ? { text: key } : key === 'Enter' ? { text: '\r' } : {}
    await this.chromium.send('Input.dispatchKeyEvent', { type: 'keyDown', key, code, ...text }, this.session)
    await this.chromium.send('Input.dispatchKeyEvent', { type: 'keyUp', key, code }, this.session)
  }
}
