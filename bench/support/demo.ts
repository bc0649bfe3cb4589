import Database from 'better-sqlite3'
import { spawn } from 'node:child_process'
import { mkdtempSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { chromium, type Browser } from '@playwright/test'
import { z } from 'zod'
import { chromiumPath } from '../../scripts/lib/chromium.mjs'

export interface RunningDemo {
  readonly url: string
  /** The newest residency of the dog of this name. */
  readonly idOf: (name: string) => string
  readonly stop: () => void
}

/** A demonstration kennel of its own, once it answers. */
export async function startDemo(port: number): Promise<RunningDemo> {
  const file = join(mkdtempSync(join(tmpdir(), 'kibou-demo-')), 'kennel.db')
  const demo = spawn(process.execPath, ['scripts/demo.mjs'], {
    env: { ...process.env, PORT: String(port), HOST: '127.0.0.1', KIBOU_DB: file },
    stdio: 'ignore',
  })
  const url = `http://127.0.0.1:${port}`
  const answers = () =>
    fetch(`${url}/api/health`).then(
      (r) => r.ok,
      () => false,
    )
  for (let i = 0; !(await answers()); i++) {
    if (i > 1200) throw new Error('the demo did not start')
    await new Promise((done) => setTimeout(done, 250))
  }
  const db = new Database(file, { readonly: true })
  const named = db.prepare(
    'SELECT r.id FROM residency r JOIN dog d ON d.id = r.dog_id WHERE d.name = ? ORDER BY r.leaves_on DESC',
  )
  return {
    url,
    idOf: (name) => z.object({ id: z.string() }).parse(named.get(name)).id,
    stop: () => {
      db.close()
      demo.kill('SIGTERM')
    },
  }
}

export const startBrowser = (): Promise<Browser> =>
  chromium.launch({
    executablePath: chromiumPath(),
    args: ['--no-sandbox', '--disable-gpu', '--disable-quic'],
  })
