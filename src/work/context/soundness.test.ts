import {
  closeSync,
  existsSync,
  mkdtempSync,
  openSync,
  readFileSync,
  symlinkSync,
  writeFileSync,
  writeSync,
} from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { v7 } from 'uuid'
import { describe, expect, it } from 'vitest'
import { z } from 'zod'
import { checkKennel } from '@/jobs/checkKennel'
import { openDatabase } from '@/store/database'
import { appendHouse, readHouse } from '@/store/house'
import { backUp, backUpNightly, outdated } from '../actions/backup'
import { noHooks } from '../base/hooks'
import { loadWall } from '../page/wall'
import { recordFacts } from '../record/accept'
import { dog, monday, msPerDay, newKennel, Tablet, trainer } from '../tests/kennel'
import { listBackups, whyNotWritable } from './backups'
import { damageIn, goodBackup, keepLook, lastLook, lookThrough, soundnessSaid } from './soundness'
import type { EpochMs } from '@/core/epochMs'

function stage() {
  const db = newKennel()
  const who = trainer(db)
  const id = dog(db)
  const backupFolder = mkdtempSync(join(tmpdir(), 'kibou-sound-'))
  appendHouse(db, v7(), { ...readHouse(db), backupFolder }, who, monday)
  const tablet = new Tablet()
  const set = tablet.set(id, who)
  recordFacts(db, tablet.batch([set, tablet.rep(set.id), tablet.rep(set.id)]), tablet.at)
  return { db, who, id, backupFolder, at: tablet.at }
}

describe('the kennel’s file looked through', () => {
  it('a sound one: nothing to say', () => {
    const { db, at } = stage()
    const look = lookThrough(db, at)
    expect(look).toEqual({ at, damage: [], links: [], standings: [], gaps: [], orphans: { n: 0, sets: 0 }, unsure: [] })
    expect(soundnessSaid(look)).toEqual([])
    expect(lastLook(db)).toBeUndefined()
    keepLook(db.name, look)
    expect(lastLook(db)).toEqual(look)
  })

  it('a lead is told on the wall of damage and of old backups, and nobody else; nothing where none are wanted', () => {
    const { db, who, at } = stage()
    const said = (now: EpochMs) => [
      loadWall(db, now, { me: who, isLead: true }).warningToLead,
      loadWall(db, now, { me: who }).warningToLead,
    ]
    expect(said(at)).toEqual(['No backup is in the folder yet.', ''])
    const made = backUp(db, at)
    expect(made.ok && said(at)).toEqual(['', ''])
    const fresh = listBackups(db)[0]?.at ?? 0
    expect(said(fresh + 4 * msPerDay)).toEqual(['The last backup is 4 days old.', ''])
    keepLook(db.name, { ...lookThrough(db, at), damage: ['Page 7 is never used'] })
    expect(said(at)).toEqual([expect.stringContaining('is damaged'), ''])
    keepLook(db.name, lookThrough(db, at))
    appendHouse(db, v7(), { ...readHouse(db), backupFolder: '' }, who, at)
    expect(said(fresh + 4 * msPerDay)).toEqual(['', ''])
  })

  it('a standing that is not what the facts come to is named, and made anew by the job', () => {
    const { db, id, at } = stage()
    db.prepare(
      "UPDATE standing SET state = json_set(state, '$.tick', json_extract(state, '$.tick') + 7), stamp = stamp + 1",
    ).run()
    expect(checkKennel.run(db, { now: at }, noHooks).standings).toEqual([{ residencyId: id, name: 'Bramble' }])
    expect(lookThrough(db, at).standings).toEqual([])
  })

  it('rows that name what is not there are said by table', () => {
    const { db, at } = stage()
    db.pragma('foreign_keys = OFF')
    db.prepare('UPDATE residency SET dog_id = ?').run(v7())
    expect(lookThrough(db, at).links).toEqual(['residency → dog'])
  })

  it('a damaged file is said to be so, with the newest backup that is good', async () => {
    const { db, at, backupFolder } = stage()
    const made = backUp(db, at)
    if (!made.ok) throw new Error(made.reason)
    // A newer one, cut in its middle, is passed over.
    writeFileSync(join(backupFolder, 'kibou-2031-01-01T00-00-00.db'), readFileSync(made.file).subarray(0, 40_000))
    db.pragma('wal_checkpoint(TRUNCATE)')
    const file = db.name
    const page = z.number().parse(db.prepare("SELECT rootpage FROM sqlite_schema WHERE name = 'rep'").pluck().get())
    db.close()
    const spoiled = openSync(file, 'r+')
    writeSync(spoiled, Buffer.alloc(4096, 0xee), 0, 4096, (page - 1) * 4096)
    closeSync(spoiled)
    const again = openDatabase(file)
    const look = lookThrough(again, at)
    expect(look.damage.length).toBeGreaterThan(0)
    expect(damageIn(again)).toEqual(look.damage)
    expect(soundnessSaid(look)[0]).toContain('records no more facts')
    expect(goodBackup(again)?.path).toBe(made.file)
  })
})

describe('backups', () => {
  it('of one moment have names of their own, and nothing is written over or through a link', async () => {
    const { db, backupFolder } = stage()
    const files = [backUp(db, monday), backUp(db, monday), backUp(db, monday)]
    expect(new Set(files.map((f) => (f.ok ? f.file : f.reason))).size).toBe(3)
    expect(listBackups(db)).toHaveLength(3)
    const elsewhere = join(mkdtempSync(join(tmpdir(), 'kibou-else-')), 'precious.txt')
    writeFileSync(elsewhere, 'precious')
    symlinkSync(elsewhere, join(backupFolder, 'kibou-night-2026-03-02.db'))
    expect(() => backUpNightly(openDatabase(db.name), monday)).toThrow('EEXIST')
    symlinkSync(elsewhere, join(backupFolder, 'kibou-2026.db'))
    expect(listBackups(db)).toHaveLength(3)
    expect(readFileSync(elsewhere, 'utf8')).toBe('precious')
    expect(existsSync(`${elsewhere}-wal`)).toBe(false)
  })

  it('are thinned to fourteen nights and the first of each of twelve months', () => {
    const nights = Array.from({ length: 800 }, (_, i) => {
      const day = new Date(Date.UTC(2024, 0, 1) + i * 86_400_000).toISOString().slice(0, 10)
      return `kibou-night-${day}.db`
    })
    const gone = new Set(outdated([...nights].reverse()))
    const left = nights.filter((n) => !gone.has(n))
    expect(left.slice(-14)).toEqual(nights.slice(-14))
    const months = left.filter((n) => /-01\.db$/.test(n))
    expect(left.length).toBe(14 + 12 - nights.slice(-14).filter((n) => /-01\.db$/.test(n)).length)
    expect(months.at(-1)).toBe('kibou-night-2026-03-01.db')
    expect(outdated(nights.slice(0, 10))).toEqual([])
  })

  it('never lie in the program’s own folders', () => {
    expect(whyNotWritable(join(process.cwd(), 'public'))).toContain('belongs to the program')
    const link = join(mkdtempSync(join(tmpdir(), 'kibou-link-')), 'fine')
    symlinkSync(join(process.cwd(), 'src'), link)
    expect(whyNotWritable(link)).toContain('belongs to the program')
    expect(whyNotWritable(tmpdir())).toBeUndefined()
  })
})
