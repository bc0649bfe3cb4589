import { copyFileSync, existsSync, mkdtempSync, readdirSync, readFileSync, truncateSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { basename, join } from 'node:path'
import Database from 'better-sqlite3'
import { v7 } from 'uuid'
import { describe, expect, it } from 'vitest'
import { newestMigration, openDatabase } from '@/store/database'
import { appendHouse, readHouse } from '@/store/house'
import { allResidencyIds } from '@/store/residents'
import { applyRestore } from '../../../scripts/lib/restore.mjs'
import {
  backupNamed,
  backupWarning,
  listBackups,
  listSetAside,
  lookBeside,
  lookInto,
  whyNotWritable,
} from '../context/backups'
import { dog, monday, msPerDay, newFile, newKennel, trainer } from '../tests/kennel'
import { readPasscode, readWayBack, writePasscode, writeWayBack } from '@/store/signingIn'
import { backUp } from './backup'
import { begin, personOf } from './signIn'
import { askRestore } from './restore'

async function stage() {
  const db = newKennel()
  const who = trainer(db)
  dog(db, {})
  const backupFolder = mkdtempSync(join(tmpdir(), 'kibou-restore-'))
  appendHouse(db, v7(), { ...readHouse(db), backupFolder }, who, monday)
  const made = backUp(db, monday)
  if (!made.ok) throw new Error(made.reason)
  return { db, who, backupFolder, file: made.file }
}

describe('a backup', () => {
  it('is looked into without changing it, and leaves nothing beside it', async () => {
    const { db, backupFolder, file } = await stage()
    expect(lookInto(file)).toEqual({ kennel: 'Our kennel', dogs: 1, people: 1, sets: 0, lastDay: '' })
    expect(readdirSync(backupFolder)).toEqual([listBackups(db)[0]?.name])
    expect(backupNamed(db, listBackups(db)[0]?.name ?? '')).toBe(file)
    expect(backupNamed(db, '../kennel.db')).toBeUndefined()
  })

  it('that is damaged, another thing, of a newer program or not there is said to be so', async () => {
    const { backupFolder, file } = await stage()
    const said = (name: string) => lookInto(join(backupFolder, name))
    copyFileSync(file, join(backupFolder, 'cut.db'))
    truncateSync(join(backupFolder, 'cut.db'), 20_000)
    writeFileSync(join(backupFolder, 'text.db'), 'no database at all, only words')
    const newer = openDatabase(newFile())
    newer.pragma(`user_version = ${newestMigration() + 1}`)
    await newer.backup(join(backupFolder, 'newer.db'))
    const empty = join(backupFolder, 'empty.db')
    writeFileSync(empty, '')
    expect([said('cut.db'), said('text.db'), said('none.db'), said('empty.db')]).toEqual([
      expect.stringMatching(/cut\.db (is damaged|cannot be read)/),
      expect.stringMatching(/text\.db cannot be read/),
      expect.stringMatching(/none\.db cannot be read/),
      'empty.db is no kennel.',
    ])
    expect(said('newer.db')).toMatch(/was written by a newer Kibou/)
    expect(askRestore('/tmp/x.db', join(backupFolder, 'cut.db')).ok).toBe(false)
    expect(existsSync('/tmp/x.db.restore')).toBe(false)
  })

  it('can be undone: what was set aside can be gone back to, and nothing else of that folder', async () => {
    const { db, file } = await stage()
    const kept = `${db.name}.before-2026-03-02T08-00-00`
    copyFileSync(file, kept)
    copyFileSync(file, `${db.name}.before-x`)
    expect(listSetAside(db).map((f) => f.name)).toEqual([basename(kept)])
    expect(backupNamed(db, basename(kept))).toBe(kept)
    expect(backupNamed(db, basename(db.name))).toBeUndefined()
    expect(lookBeside(db, kept)).toMatchObject({ dogs: 1, setsNow: 0 })
    expect(listSetAside(new Database(':memory:'))).toEqual([])
  })

  it('takes the kennel’s place at the next start, and what was there is kept beside it', async () => {
    const { db, file } = await stage()
    const database = newFile()
    dog(db, { name: 'Wren', run: '2' })
    await db.backup(database)
    const count = (path: string) => {
      const at = openDatabase(path)
      const n = allResidencyIds(at).length
      at.close()
      return n
    }
    expect(count(database)).toBe(2)
    expect(askRestore(database, file)).toEqual({ ok: true })
    applyRestore(database)
    expect(count(database)).toBe(1)
    const kept = readdirSync(join(database, '..')).filter((f) => /\.before-[\dT-]+$/.test(f))
    expect(kept).toHaveLength(1)
    expect(count(join(database, '..', kept[0] ?? ''))).toBe(2)
    // Asked once, done once.
    dog(openDatabase(database), { name: 'Rook', run: '3' })
    applyRestore(database)
    expect(count(database)).toBe(2)
  })

  it('ends sign-ins and ways back, keeps passcodes changed since, and lets devices bind anew', async () => {
    const { db, who, backupFolder } = await stage()
    writePasscode(db, who, 'of that day')
    writeWayBack(db, who, 'a code', monday)
    const sign = begin(db, who, 'here', monday)
    const made = backUp(db, monday + 1)
    if (!made.ok) throw new Error(made.reason)
    expect(backupFolder).not.toBe('')
    const database = newFile()
    writePasscode(db, who, 'changed since')
    await db.backup(database)
    writeFileSync(`${database}.key`, 'a key')
    askRestore(database, made.file)
    applyRestore(database)
    const back = openDatabase(database)
    expect(personOf(back, sign, monday + 2)).toBeUndefined()
    expect(readWayBack(back, who)).toBeUndefined()
    expect(readPasscode(back, who)).toBe('changed since')
    expect(existsSync(`${database}.key`)).toBe(false)
    back.close()
  })

  it.each(['copied', 'set aside', 'renamed'] as const)(
    'cut off once it is %s, either kennel stands whole',
    async (step) => {
      const { db, file } = await stage()
      const database = newFile()
      dog(db, { name: 'Wren', run: '2' })
      await db.backup(database)
      // Something waits in the side file.
      const open = openDatabase(database)
      dog(open, { name: 'Rook', run: '3' })
      const waits = newFile()
      for (const end of ['', '-wal', '-shm']) copyFileSync(`${database}${end}`, `${waits}${end}`)
      open.close()
      const dogsIn = (path: string) => {
        const at = openDatabase(path)
        const n = allResidencyIds(at).length
        const sound = at.pragma('integrity_check', { simple: true })
        at.close()
        return [n, sound]
      }
      askRestore(waits, file)
      const cut = (at: string) => {
        if (at === step) throw Object.assign(new Error('no power'), { cut: true })
      }
      expect(() => applyRestore(waits, { cutAt: cut })).toThrow('no power')
      // As it lies there now: the kennel of today with all of it, or the one of the backup.
      const lies = newFile()
      for (const end of ['', '-wal', '-shm'])
        if (existsSync(`${waits}${end}`)) copyFileSync(`${waits}${end}`, `${lies}${end}`)
      expect(dogsIn(lies)).toEqual([step === 'renamed' ? 1 : 3, 'ok'])
      applyRestore(waits)
      expect(dogsIn(waits)).toEqual([1, 'ok'])
      const kept = readdirSync(join(waits, '..')).filter((f) => /\.before-[\dT-]+$/.test(f))
      expect(kept.map((f) => dogsIn(join(waits, '..', f))[0])).toContain(3)
    },
  )

  it('one that is gone by then changes nothing', async () => {
    const { db } = await stage()
    const database = newFile()
    await db.backup(database)
    writeFileSync(`${database}.restore`, '/nowhere/at/all.db')
    const before = readFileSync(database)
    applyRestore(database)
    expect(readFileSync(database).equals(before)).toBe(true)
    expect(existsSync(`${database}.part`)).toBe(false)
  })
})

describe('what is said of a house’s backups', () => {
  it('no folder, an empty one, an old one, one that cannot be written', async () => {
    const { db, who, file } = await stage()
    const fresh = listBackups(db)[0]?.at ?? 0
    expect(backupWarning(db, fresh + 1000)).toBe('')
    expect(backupWarning(db, fresh + 5 * msPerDay)).toBe('The last backup is 5 days old.')
    const name = (backupFolder: string) => appendHouse(db, v7(), { ...readHouse(db), backupFolder }, who, Date.now())
    name('')
    expect(backupWarning(db, fresh)).toMatch(/No backup folder is named/)
    const empty = mkdtempSync(join(tmpdir(), 'kibou-empty-'))
    expect(whyNotWritable(empty)).toBeUndefined()
    expect(readdirSync(empty)).toEqual([])
    expect(whyNotWritable(file)).toMatch(/is a file, not a folder/)
    expect(whyNotWritable(join(empty, 'missing'))).toMatch(/There is no folder/)
  })
})
