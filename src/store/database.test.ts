import Database from 'better-sqlite3'
import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { describe, expect, it } from 'vitest'
import { openDatabase, StoreRefusal } from './database'

const folder = () => mkdtempSync(join(tmpdir(), 'kibou-'))

describe('opening the database', () => {
  it('makes folder and file, and opens them again', () => {
    const file = join(folder(), 'a', 'b', 'kennel.db')
    openDatabase(file).close()
    const db = openDatabase(file)
    expect(db.pragma('journal_mode', { simple: true })).toBe('wal')
    expect(db.pragma('foreign_keys', { simple: true })).toBe(1)
    expect(db.pragma('synchronous', { simple: true })).toBe(2)
  })

  it('refuses a file that is newer than the program, in one sentence', () => {
    const file = join(folder(), 'kennel.db')
    const db = openDatabase(file)
    db.pragma('user_version = 999')
    db.close()
    expect(() => openDatabase(file)).toThrow(StoreRefusal)
    expect(() => openDatabase(file)).toThrow(/newer Kibou \(version 999/)
  })

  it('leaves the file as it was when a migration fails half-way', () => {
    const migrations = folder()
    writeFileSync(join(migrations, '0001-one.sql'), 'CREATE TABLE one (id INTEGER PRIMARY KEY) STRICT;')
    const file = join(folder(), 'kennel.db')
    openDatabase(file, migrations).close()
    writeFileSync(join(migrations, '0002-two.sql'), 'CREATE TABLE two (id INTEGER PRIMARY KEY) STRICT; CREATE TABLE one (id INTEGER);')
    expect(() => openDatabase(file, migrations)).toThrow(/already exists/)
    const db = new Database(file)
    expect(db.pragma('user_version', { simple: true })).toBe(1)
    expect(db.prepare("SELECT count(*) AS n FROM sqlite_master WHERE name = 'two'").get()).toEqual({ n: 0 })
  })

  it('refuses a file that is no database and a folder that cannot be made', () => {
    const file = join(folder(), 'kennel.db')
    writeFileSync(file, 'this is not a database, but long enough to be taken for one'.repeat(40))
    expect(() => openDatabase(file)).toThrow(/cannot open/)
    expect(() => openDatabase('/proc/nowhere/kennel.db')).toThrow(/cannot write/)
  })
})
