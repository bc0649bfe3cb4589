import Database from 'better-sqlite3'
import { spawn } from 'node:child_process'
import { chmodSync, copyFileSync, existsSync, mkdtempSync, readFileSync, statSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { describe, expect, it } from 'vitest'
import { newFile, newKennel } from '@/work/tests/kennel'
import { answering } from './connection'
import { openDatabase, StoreRefusal } from './database'
import { readSecret } from './signingIn'

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
    expect(said(() => openDatabase(file, undefined, { waitMs: 60 }))).toContain('is in use by another program')
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
      process.stdin.once('data', () => setTimeout(() => db.exec('COMMIT'), 900))
    `
    const other = spawn(process.execPath, ['-e', program], { stdio: ['pipe', 'pipe', 'inherit'] })
    await new Promise((held) => other.stdout.once('data', held))
    // It is let go no sooner than .9 s from here, however late either of the two is given the machine.
    const from = performance.now()
    await new Promise<void>((told) => other.stdin.end('let go', told))
    const db = answering(file, 30)
    expect(performance.now() - from).toBeGreaterThan(890)
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
