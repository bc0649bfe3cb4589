import { spawn } from 'node:child_process'
import { once } from 'node:events'
import { mkdirSync, mkdtempSync, readdirSync, utimesSync, writeFileSync } from 'node:fs'
import { createServer } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { describe, expect, it } from 'vitest'
import { sweepSockets } from './lib/sweep.mjs'

describe('sockets of servers that were killed', () => {
  it('are swept; those in which somebody listens, or is about to, and folders of others stay', async () => {
    const into = mkdtempSync(join(tmpdir(), 'kibou-sweep-'))
    const made = (name: string) => {
      mkdirSync(join(into, name))
      return join(into, name)
    }
    const killed = join(made('kibou-pages-killed'), 'socket')
    const child = spawn(process.execPath, [
      '-e',
      `require('node:net').createServer().listen(${JSON.stringify(killed)}, () => process.stdout.write('up'))`,
    ])
    await once(child.stdout, 'data')
    child.kill('SIGKILL')
    await once(child, 'exit')
    const server = createServer().listen(join(made('kibou-pages-listens'), 'socket'))
    await once(server, 'listening')
    made('kibou-pages-starts')
    utimesSync(made('kibou-pages-never-started'), 0, 0)
    writeFileSync(join(made('kibou-pages-holds-more'), 'notes.txt'), 'mine')
    made('another-program')
    await sweepSockets(into)
    expect(readdirSync(into).sort()).toEqual([
      'another-program',
      'kibou-pages-holds-more',
      'kibou-pages-listens',
      'kibou-pages-starts',
    ])
    server.close()
  })
})
