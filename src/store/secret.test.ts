import { buildSync } from 'esbuild'
import { mkdtempSync, readdirSync, readFileSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { Worker } from 'node:worker_threads'
import { expect, it } from 'vitest'

/** What each of many threads makes of kennels that have no key yet, all at the same moment. */
const program = (folder: string) => {
  const entry = join(folder, 'entry.ts')
  writeFileSync(
    entry,
    `import { workerData, parentPort } from 'node:worker_threads'
    import { readSecret } from '@/store/signingIn'
    const { at, files } = workerData
    Atomics.wait(new Int32Array(at), 0, 0)
    parentPort.postMessage(files.map((name) => readSecret({ name })))`,
  )
  const outfile = join(folder, 'entry.cjs')
  buildSync({
    entryPoints: [entry],
    outfile,
    bundle: true,
    platform: 'node',
    format: 'cjs',
    alias: { '@': join(process.cwd(), 'src') },
    nodePaths: [join(process.cwd(), 'node_modules')],
    external: ['better-sqlite3'],
  })
  return outfile
}

it('all who ask for the key of a new kennel at the same moment are given the one that is kept', async () => {
  const folder = mkdtempSync(join(tmpdir(), 'kibou-secret-'))
  const outfile = program(folder)
  const files = Array.from({ length: 60 }, (_, i) => join(folder, `kennel-${i}.db`))
  const at = new SharedArrayBuffer(4)
  const threads = Array.from({ length: 4 }, () => new Worker(outfile, { workerData: { at, files } }))
  const told = threads.map((t) => new Promise<string[]>((done, no) => t.once('message', done).once('error', no)))
  await Promise.all(threads.map((t) => new Promise((on) => t.once('online', on))))
  await new Promise((later) => setTimeout(later, 300))
  Atomics.store(new Int32Array(at), 0, 1)
  Atomics.notify(new Int32Array(at), 0)
  const keys = await Promise.all(told)
  files.forEach((file, i) => {
    const kept = readFileSync(`${file}.key`, 'utf8').trim()
    expect(new Set(keys.map((of) => of[i])), file).toEqual(new Set([kept]))
  })
  // Nothing half-written stays beside it.
  expect(readdirSync(folder).filter((name) => /\.key\./.test(name))).toEqual([])
  await Promise.all(threads.map((t) => t.terminate()))
})
