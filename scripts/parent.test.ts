import { spawnSync } from 'node:child_process'
import { existsSync, mkdtempSync, readFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join, resolve } from 'node:path'
import { describe, expect, it } from 'vitest'

/** A child that loads for so long before it asks, and notes in a file when it hears that its parent is gone. */
const child = (loadsMs: number, file: string) => `
  const { whenToLeave } = await import('${resolve('scripts/lib/parent.mjs')}')
  const { writeFileSync } = await import('node:fs')
  await 0
  for (const until = Date.now() + ${loadsMs}; Date.now() < until; );
  await new Promise((turn) => setTimeout(turn, 20))
  setTimeout(() => { writeFileSync('${file}', 'stayed'); process.exit(0) }, 5000)
  whenToLeave(() => { writeFileSync('${file}', 'left'); process.exit(0) })
`

describe('a process whose parent is gone', () => {
  it.each([0, 1800])('leaves, also where that was while it loaded (%i ms)', async (loadsMs) => {
    const file = join(mkdtempSync(join(tmpdir(), 'kibou-')), 'said')
    const parent = `
      import { spawn } from 'node:child_process'
      const program = ${JSON.stringify(child(loadsMs, file))}
      const other = spawn(process.execPath, ['--input-type=module', '-e', program], {
        stdio: ['ignore', 'ignore', 'ignore', 'ipc'], detached: true,
      })
      other.unref()
      setTimeout(() => process.kill(process.pid, 'SIGKILL'), 900)
    `
    spawnSync(process.execPath, ['--input-type=module', '-e', parent])
    await expect.poll(() => existsSync(file), { timeout: 15_000 }).toBe(true)
    expect(readFileSync(file, 'utf8')).toBe('left')
  })
})
