import { spawnSync } from 'node:child_process'
import { closeSync, cpSync, existsSync, mkdtempSync, openSync, readFileSync, writeFileSync, writeSync } from 'node:fs'
import { createServer } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { describe, expect, it } from 'vitest'
import { openDatabase } from '@/store/database'
import { appendHouse, readHouse } from '@/store/house'
import { readKennel, updateKennel } from '@/store/kennel'
import { backUp } from '@/work/actions/backup'
import { trainer } from '@/work/tests/kennel'
import { program } from './lib/program.mjs'

const prepare = program('scripts/prepare.ts')
const newFile = () => join(mkdtempSync(join(tmpdir(), 'kibou-')), 'kennel.db')

/** Runs a script to its end and gives what a person at the terminal would see. */
function run(script: string, env: Record<string, string> = {}, node: readonly string[] = [], cwd = '.') {
  const done = spawnSync(process.execPath, [...node, ...script.split(' ')], {
    cwd,
    encoding: 'utf8',
    timeout: 90_000,
    env: { ...process.env, ...env },
  })
  return { code: done.status, said: done.stderr.trim() }
}

/** Runs while something else listens on the port. */
async function withPortTaken(job: (port: number) => void): Promise<void> {
  const server = createServer()
  await new Promise<void>((ready) => server.listen(0, '127.0.0.1', ready))
  const address = server.address()
  try {
    job(typeof address === 'object' && address ? address.port : 0)
  } finally {
    server.close()
  }
}

describe('a start that cannot be is one clear sentence and exit code 1', () => {
  it.each(['scripts/demo.mjs', 'scripts/start.mjs', 'scripts/dev.mjs'])('%s on a port in use', async (script) => {
    await withPortTaken((port) => {
      expect(run(script, { PORT: String(port), HOST: '127.0.0.1', KIBOU_DB: newFile() })).toEqual({
        code: 1,
        said: `kibou: port ${port} on 127.0.0.1 is in use, perhaps by another Kibou. Choose another with PORT=…`,
      })
    })
  })

  it.each(['abc', '0', '70000', '80.5'])('port %s', (port) => {
    expect(run('scripts/start.mjs', { PORT: port })).toEqual({
      code: 1,
      said: `kibou: PORT must be a number from 1 to 65535, not “${port}”.`,
    })
  })

  it('a folder that cannot be written', () => {
    const { code, said } = run('scripts/start.mjs', { PORT: '4797', KIBOU_DB: '/proc/nowhere/kennel.db' })
    expect(code).toBe(1)
    expect(said).toMatch(/^kibou: Kibou cannot write to \/proc\/nowhere\. [^\n]+$/)
  })

  it.each(['public/kennel.db', '.next/data/kennel.db', 'src/kennel.db', 'kennel.db'])(
    'a kennel in a folder of the program: %s',
    (file) => {
      const { code, said } = run('scripts/start.mjs', { PORT: '4797', KIBOU_DB: join(process.cwd(), file) })
      expect(code).toBe(1)
      expect(said).toMatch(/^kibou: [^\n]+ belongs to the program\. Choose another file with KIBOU_DB\.$/)
      expect(existsSync(file)).toBe(false)
    },
  )

  it('a file that is damaged, with the backup that is good', async () => {
    const file = newFile()
    const db = openDatabase(file)
    const backupFolder = mkdtempSync(join(tmpdir(), 'kibou-good-'))
    appendHouse(db, '0', { ...readHouse(db), backupFolder }, trainer(db), 1)
    const made = backUp(db, Date.now())
    const root = Number(db.prepare("SELECT rootpage FROM sqlite_schema WHERE name = 'rep'").pluck().get())
    db.pragma('wal_checkpoint(TRUNCATE)')
    db.close()
    const spoiled = openSync(file, 'r+')
    writeSync(spoiled, Buffer.alloc(4096, 0xee), 0, 4096, (root - 1) * 4096)
    closeSync(spoiled)
    const { code, said } = run(`${prepare} ${file} own`)
    expect([code, made.ok]).toEqual([1, true])
    expect(said).toContain(`The newest good backup is ${made.ok ? made.file : ''}`)
    expect(said.split('\n')).toHaveLength(1)
  })

  it('a file with several faults, in one line', () => {
    const file = newFile()
    const db = openDatabase(file)
    db.pragma('wal_checkpoint(TRUNCATE)')
    db.close()
    // Three pages that nothing names: SQLite says each in a line (its file format, 1.3.7: the size stands at byte 28).
    const bytes = readFileSync(file)
    bytes.writeUInt32BE(bytes.readUInt32BE(28) + 3, 28)
    writeFileSync(file, Buffer.concat([bytes, Buffer.alloc(3 * 4096)]))
    const { code, said } = run(`${prepare} ${file} own`)
    expect(code).toBe(1)
    expect(said).toMatch(/^kibou: [^\n]+ is damaged \([^\n]+, and 2 more\)\. No backup [^\n]+$/)
  })

  it('a disk that is full before the demonstration is made, of which nothing is left', () => {
    const file = newFile()
    // No file grows beyond a megabyte, which SQLite says like a disk that is full.
    const done = spawnSync(
      'bash',
      ['-c', `trap '' XFSZ; ulimit -f 1024; exec "${process.execPath}" ${prepare} "${file}" demo`],
      { encoding: 'utf8', timeout: 90_000 },
    )
    expect({ code: done.status, said: done.stderr.trim() }).toEqual({
      code: 1,
      said: `kibou: The disk that ${file} lies on is full. Make room on it and start again.`,
    })
    expect(existsSync(file)).toBe(false)
  })

  it('a network address while nobody can sign in', () => {
    const { code, said } = run(`${prepare} ${newFile()} own`, { HOST: '0.0.0.0' })
    expect(code).toBe(1)
    expect(said).toMatch(
      /^kibou: nobody can sign in to this kennel yet, so it is not opened to the network \(HOST=0\.0\.0\.0\)\. [^\n]+$/,
    )
    expect(run(`${prepare} ${newFile()} own`, { HOST: '127.0.0.1' })).toEqual({
      code: 0,
      said: '',
    })
  })

  it.each(['bench', 'check', 'demo', 'dev', 'rebuild-standings', 'soak', 'start', 'test'])(
    'a Node that is too old, said by %s where nothing is installed yet',
    (script) => {
      const old = "{ value: { ...process.versions, node: '18.20.1' } }"
      const pretend = `data:text/javascript,${encodeURIComponent(`Object.defineProperty(process, 'versions', ${old})`)}`
      const fresh = mkdtempSync(join(tmpdir(), 'kibou-'))
      cpSync('scripts', join(fresh, 'scripts'), { recursive: true })
      expect(run(`scripts/${script}.mjs`, {}, ['--import', pretend], fresh)).toEqual({
        code: 1,
        said: 'kibou: Kibou runs on Node 20 (from 20.12), 22 and 24; this is 18.20.1.',
      })
    },
  )

  it('a database of a newer Kibou', () => {
    const file = newFile()
    const db = openDatabase(file)
    db.pragma('user_version = 99')
    db.close()
    const { code, said } = run(`${prepare} ${file} own`)
    expect(code).toBe(1)
    expect(said).toMatch(/^kibou: .*written by a newer Kibou \(version 99, this one knows \d+\)[^\n]*$/)
  })
})

describe('demo and own data never share a file', () => {
  it('the demo refuses a kennel with data, own data refuses a demo', () => {
    const file = newFile()
    const db = openDatabase(file)
    updateKennel(db, { ...readKennel(db), demoMadeOn: '2026-01-01' })
    db.close()
    expect(run(`${prepare} ${file} own`)).toMatchObject({
      code: 1,
      said: expect.stringContaining('is a demonstration kennel'),
    })

    const own = newFile()
    expect(run(`${prepare} ${own} own`).code).toBe(0)
    const kept = openDatabase(own)
    expect(readKennel(kept).timeZone).toBe(Intl.DateTimeFormat().resolvedOptions().timeZone)
    // Set up, and no dog here yet.
    trainer(kept, 'Somebody')
    expect(run(`${prepare} ${own} demo`)).toMatchObject({
      code: 1,
      said: expect.stringContaining('the demo never touches that'),
    })
    kept.exec(
      `INSERT INTO dog (id, name, owner_name, release_word, marker_word, side, created_at)
        VALUES ('d', 'Wren', 'O', 'Okay', 'Yes', 'left', 0); INSERT INTO residency
        VALUES ('r', 'd', '1', '2026-01-01', '2026-02-01', 'house', 1, 0, 0)`,
    )
    kept.close()
    expect(run(`${prepare} ${own} demo`)).toMatchObject({
      code: 1,
      said: expect.stringContaining('the demo never touches that'),
    })
  })

  it('the demo is kept while it was worked in, and made anew where that is asked for', () => {
    const file = newFile()
    const old = openDatabase(file)
    updateKennel(old, { ...readKennel(old), demoMadeOn: '2026-01-01' })
    trainer(old, 'Somebody')
    old.close()
    const mark = () => {
      const db = openDatabase(file)
      const made = db.prepare('SELECT demo_made_on AS day, (SELECT count(*) FROM person) AS people FROM kennel').get()
      db.close()
      return made
    }
    expect(run(`${prepare} ${file} demo`).code).toBe(0)
    expect(mark()).toEqual({ day: '2026-01-01', people: 1 })
    expect(run(`${prepare} ${file} demo --fresh`).code).toBe(0)
    expect(mark()).toMatchObject({ people: 4 })
    expect(mark()).not.toMatchObject({ day: '2026-01-01' })
  }, 240_000)
})
