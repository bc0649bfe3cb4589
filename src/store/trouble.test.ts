import Database from 'better-sqlite3'
import { spawn } from 'node:child_process'
import { chmodSync, copyFileSync, existsSync, mkdtempSync, readFileSync, statSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterEach, describe, expect, it } from 'vitest'
import { troubled } from '@/door/answer'
import { recordFacts } from '@/work/record/accept'
import { standingOf } from '@/work/record/refold'
import { begin, personOf } from '@/work/do/signIn'
import { dog, monday, newFile, newKennel, Tablet, trainer } from '@/work/tests/kennel'
import { answering } from './connection'
import { openDatabase, StoreRefusal, type Db } from './database'
import { readSecret } from './signingIn'
import { sayTrouble, troubleOf } from './trouble'

const mode = (file: string) => (statSync(file).mode & 0o777).toString(8)
const said = (open: () => unknown): string => {
  try {
    open()
    return 'opened'
  } catch (error) {
    if (!(error instanceof StoreRefusal)) throw error
    return error.message
  }
}

describe('a database that cannot be had is said in one sentence', () => {
  it('held by another program', () => {
    const file = newFile()
    openDatabase(file).close()
    const other = new Database(file)
    other.exec('BEGIN EXCLUSIVE')
    const from = performance.now()
    expect(said(() => openDatabase(file, undefined, { waitMs: 60 }))).toContain('is held by another program')
    expect(performance.now() - from).toBeLessThan(3000)
    other.exec('ROLLBACK')
    other.close()
    expect(said(() => openDatabase(file))).toBe('opened')
  })

  it('one that is held for a moment is waited for when it is opened, and shortly after that', async () => {
    const file = newFile()
    openDatabase(file).close()
    const program = `
      const db = require('better-sqlite3')(${JSON.stringify(file)})
      db.exec('BEGIN EXCLUSIVE')
      console.log('held')
      setTimeout(() => db.exec('COMMIT'), 900)
    `
    const other = spawn(process.execPath, ['-e', program], { stdio: ['ignore', 'pipe', 'inherit'] })
    await new Promise((held) => other.stdout.once('data', held))
    const from = performance.now()
    const db = answering(file, 30)
    expect(performance.now() - from).toBeGreaterThan(300)
    const another = new Database(file)
    another.exec('BEGIN IMMEDIATE')
    const again = performance.now()
    expect(() => db.exec('BEGIN IMMEDIATE')).toThrow('locked')
    expect(performance.now() - again).toBeLessThan(2000)
    another.close()
    db.close()
  })

  it('another program’s, which is left as it was', () => {
    const file = newFile()
    const other = new Database(file)
    other.exec('CREATE TABLE recipes (id INTEGER PRIMARY KEY, name TEXT)')
    other.close()
    expect(said(() => openDatabase(file))).toContain('is a database of another program')
    const again = new Database(file)
    expect(again.prepare('SELECT name FROM sqlite_schema').pluck().all()).toEqual(['recipes'])
  })

  it('damaged in its middle, and no database at all', () => {
    const file = newFile()
    openDatabase(file).close()
    const bytes = readFileSync(file)
    bytes.fill(0x5a, 0, 100)
    writeFileSync(file, bytes)
    expect(said(() => openDatabase(file))).toContain('is damaged or no database')
    writeFileSync(file, 'words and words and words. '.repeat(400))
    expect(said(() => openDatabase(file))).toMatch(/is damaged or no database\. Go back to a backup/)
  })
})

describe('what lies on the disk is for who runs Kibou alone', () => {
  it('database, side files, its folder and the key', () => {
    const folder = join(mkdtempSync(join(tmpdir(), 'kibou-')), 'made', 'here')
    const file = join(folder, 'kennel.db')
    const db = openDatabase(file)
    const key = readSecret(db)
    expect([mode(folder), ...['', '-wal', '-shm', '.key'].map((end) => mode(`${file}${end}`))]).toEqual([
      '700',
      '600',
      '600',
      '600',
      '600',
    ])
    expect(readSecret(db)).toBe(key)
    db.close()
    chmodSync(file, 0o644)
    const again = openDatabase(file)
    expect(mode(file)).toBe('600')
    expect(readSecret(again)).toBe(key)
  })

  it('a copy of the database opens no door: what cookies are sealed with is not in it', () => {
    const db = newKennel()
    const key = readSecret(db)
    db.pragma('wal_checkpoint(TRUNCATE)')
    expect(readFileSync(db.name).includes(key)).toBe(false)
    const copy = newFile()
    copyFileSync(db.name, copy)
    expect(readSecret(openDatabase(copy))).not.toBe(key)
  })

  it('a key that was cut short is made anew', () => {
    const file = newFile()
    writeFileSync(`${file}.key`, 'abc')
    const db = openDatabase(file)
    expect(readSecret(db)).toMatch(/^[\da-f]{64}$/)
    expect(existsSync(`${file}.key`)).toBe(true)
  })
})

describe('a disk that is full and a file that may not be written', () => {
  const opened: Db[] = []
  afterEach(() => opened.splice(0).forEach((db) => db.close()))
  function stage() {
    const db = newKennel()
    opened.push(db)
    const ada = trainer(db)
    return { db, ada, id: dog(db), tablet: new Tablet() }
  }
  /** No page more than there is: what SQLite does where the disk has no room. */
  const fill = (db: Db) => db.pragma(`max_page_count = ${String(db.pragma('page_count', { simple: true }))}`)

  it('keep what is there readable, give back a batch whole, and take it once there is room', async () => {
    const { db, ada, id, tablet } = stage()
    fill(db)
    const set = tablet.set(id, ada)
    const batch = tablet.batch([set, ...Array.from({ length: 300 }, () => tablet.rep(set.id))])
    const count = () => Number(db.prepare('SELECT count(*) FROM fact').pluck().get())
    const was = count()
    const answer = await troubled(() => Response.json(recordFacts(db, batch, tablet.at)))
    expect([answer.status, await answer.json()]).toEqual([507, { error: sayTrouble.full, trouble: 'full' }])
    expect(count()).toBe(was)
    expect(standingOf(db, id, tablet.at).summary.commands.length).toBeGreaterThan(5)
    db.pragma('max_page_count = 1000000')
    expect((await troubled(() => Response.json(recordFacts(db, batch, tablet.at)))).status).toBe(200)
    expect(count()).toBe(was + 301)
  })

  it('nobody is shut out from looking on', () => {
    const { db, ada } = stage()
    const sign = begin(db, ada, 'here', monday)
    db.pragma('query_only = ON')
    expect(personOf(db, sign, monday + 120_000)?.id).toBe(ada)
    let trouble: unknown
    try {
      db.prepare("UPDATE kennel SET name = 'x'").run()
    } catch (error) {
      trouble = troubleOf(error)
    }
    expect(trouble).toBe('read-only')
  })

  it('what the program itself got wrong stays an error', async () => {
    const { db } = stage()
    await expect(troubled(() => Response.json(db.prepare('SELECT nothing FROM kennel').all()))).rejects.toThrow()
    await expect(
      troubled(() => {
        throw new Error('mine')
      }),
    ).rejects.toThrow('mine')
  })
})
