import { appendFileSync, mkdtempSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import sharp from 'sharp'
import { describe, expect, it } from 'vitest'
import { parse } from 'csv-parse/sync'
import { v4 } from 'uuid'
import { openDatabase, type Db } from '@/store/database'
import { appendHouse, readHouse } from '@/store/house'
import { carriedTables, rowsOf } from '@/store/tables'
import { recordFacts } from '../record/accept'
import { standingOf } from '../record/standing'
import { dog, monday, newFile, newKennel, Tablet, trainer, unguessable } from '../tests/kennel'
import { keepPhoto, photoOf } from './photo'
import { changePasscode, signIn } from './signIn'
import { archiveJsonSchema, archiveLine, kennelIn, kennelOut, kennelOutOfHouse } from './wholeKennel'

async function stage() {
  const db = newKennel()
  const ada = trainer(db, 'Ada')
  const ids = [dog(db), dog(db, { name: 'Łania', run: '2' })]
  const tablet = new Tablet()
  for (const id of ids)
    for (const rungId of ['sit.rear', 'down.lure-sit']) {
      const set = tablet.set(id, ada, { rungId })
      const reps = Array.from({ length: 12 }, (_, i) => tablet.rep(set.id, i % 5 === 0 ? 'miss' : 'clean'))
      recordFacts(db, tablet.batch([set, ...reps, tablet.voided(reps[3]?.id ?? '', ada)]), tablet.at)
    }
  const png = await sharp({ create: { width: 60, height: 40, channels: 3, background: '#884' } })
    .png()
    .toBuffer()
  await keepPhoto(db, ids[0] ?? '', png, ada, monday)
  await changePasscode(db, ada, 'willow ferry rod', monday, unguessable)
  const folder = join(mkdtempSync(join(tmpdir(), 'kibou-out-')), 'kennel')
  return { db, ada, ids, folder, at: tablet.at }
}
const all = (db: Db) => carriedTables(db).map((table) => [table, [...rowsOf(db, table)]] as const)
/** Tables, indices and triggers: what was set aside while it was filled stands again. */
const schemaOf = (db: Db) => db.prepare('SELECT type, name, sql FROM sqlite_schema ORDER BY type, name').all()

describe('a whole kennel', () => {
  it('is written out of the house beside its backups, each time under a name of its own', async () => {
    const { db, ada, at } = await stage()
    expect(kennelOutOfHouse(db, at)).toMatchObject({ ok: false, code: 'no-folder' })
    const backupFolder = mkdtempSync(join(tmpdir(), 'kibou-backups-'))
    appendHouse(db, v4(), { ...readHouse(db), backupFolder }, ada, at)
    const [one, two] = [kennelOutOfHouse(db, at), kennelOutOfHouse(db, at)]
    expect(one.folder).toMatch(/kennel-2026-03-02T[\d-]+-[\da-f]{4}$/)
    expect(two.folder).not.toBe(one.folder)
    const back = newFile()
    expect((await kennelIn(one.folder ?? '', back, at)).ok).toBe(true)
    expect(all(openDatabase(back))).toEqual(all(db))
    appendHouse(db, v4(), { ...readHouse(db), backupFolder: '/proc/nowhere' }, ada, at + 1)
    expect(kennelOutOfHouse(db, at)).toMatchObject({ ok: false })
  })

  it('goes out and comes in on another machine with every row, picture, passcode and standing', async () => {
    const { db, ada, ids, folder, at } = await stage()
    const out = kennelOut(db, folder, at)
    if (!out.ok) throw new Error(out.reason)
    expect(out.facts).toBe(Number(db.prepare('SELECT count(*) FROM fact').pluck().get()))
    const file = newFile()
    expect(await kennelIn(folder, file, at)).toEqual({ ok: true, rows: out.rows })
    const moved = openDatabase(file)
    expect(all(moved)).toEqual(all(db))
    expect(schemaOf(moved)).toEqual(schemaOf(db))
    for (const id of ids) expect(standingOf(moved, id, at)).toEqual(standingOf(db, id, at))
    expect(photoOf(moved, ids[0] ?? '')).toEqual(photoOf(db, ids[0] ?? ''))
    expect((await signIn(moved, { personId: ada, passcode: 'willow ferry rod' }, 'here', at)).ok).toBe(true)
    // And once more out of that one: the same, line by line.
    const again = `${folder}-again`
    kennelOut(moved, again, at)
    expect(readFileSync(join(again, 'kennel.jsonl'), 'utf8')).toBe(readFileSync(join(folder, 'kennel.jsonl'), 'utf8'))
    expect((statSync(join(folder, 'kennel.jsonl')).mode & 0o777).toString(8)).toBe('600')
  })

  it('is written as its schema says, with every fact in a table another program reads', async () => {
    const { db, folder, at } = await stage()
    kennelOut(db, folder, at)
    const lines = readFileSync(join(folder, 'kennel.jsonl'), 'utf8').trimEnd().split('\n')
    for (const line of lines) expect(archiveLine.safeParse(JSON.parse(line)).success).toBe(true)
    expect(lines.join('')).not.toMatch(/signing_in|"standing"|wrong_passcode/)
    expect(JSON.parse(readFileSync('docs/whole-kennel.schema.json', 'utf8'))).toEqual(archiveJsonSchema())
    const rows: string[][] = parse(readFileSync(join(folder, 'facts.csv')), { bom: true })
    const asked = 'SELECT id, kind, day, recorded_by FROM fact ORDER BY at, device, seq'
    const facts = db.prepare(asked).raw().all() as string[][]
    expect(rows.slice(1).map((r) => [r[0], r[1], r[2], r[7]])).toEqual(facts.map((f) => f.map((cell) => cell ?? '')))
  })

  it('writes over nothing, and refuses whole what was cut, altered, another version’s or another thing', async () => {
    const { db, folder, at } = await stage()
    kennelOut(db, folder, at)
    expect(kennelOut(db, folder, at)).toMatchObject({ ok: false, code: 'exists' })
    expect((await kennelIn(folder, db.name, at)).ok).toBe(false)
    const path = join(folder, 'kennel.jsonl')
    const whole = readFileSync(path, 'utf8')
    const lines = whole.split('\n')
    const photo = join(folder, 'photos', readdirSync(join(folder, 'photos'))[0] ?? '')
    const bad: readonly (readonly [string, string])[] = [
      [whole.slice(0, whole.length / 2), 'none of the format'],
      [lines.slice(0, -2).join('\n'), 'its end is missing'],
      [whole.replace('Bramble', 'Bromble'), 'cut or altered'],
      [whole.replace(lines[3] ?? '', ''), 'none of the format'],
      [lines.filter((_, i) => i !== 4).join('\n'), 'cut or altered'],
      [lines.slice(1).join('\n'), 'its head is missing'],
      [`${whole}${lines[1] ?? ''}\n`, 'behind its end'],
      [whole.replace(/"migration":\d+/, '"migration":999'), 'a newer Kibou'],
      ['no kennel at all\n', 'none of the format'],
      ['', 'its end is missing'],
    ]
    for (const [text, why] of bad) {
      writeFileSync(path, text)
      const file = newFile()
      expect([why, await kennelIn(folder, file, at)]).toEqual([
        why,
        expect.objectContaining({ ok: false, reason: expect.stringContaining(why) }),
      ])
      expect(readdirSync(join(file, '..'))).toEqual([])
    }
    writeFileSync(path, whole)
    appendFileSync(photo, 'more')
    expect(await kennelIn(folder, newFile(), at)).toMatchObject({
      ok: false,
      code: 'unusable',
      reason: expect.stringContaining('was altered'),
    })
  })
  it('brings pictures that are pictures, without what cameras write beside them, and no others', async () => {
    const { db, ids, folder, at } = await stage()
    const plain = sharp({ create: { width: 900, height: 40, channels: 3, background: '#884' } })
    const told = await plain
      .clone()
      .withExif({ IFD0: { Copyright: 'somebody' } })
      .jpeg()
      .toBuffer()
    expect((await sharp(told).metadata()).exif).toBeDefined()
    const bring = async (bytes: Buffer, n: number) => {
      db.prepare('UPDATE photo SET jpeg = ?').run(bytes)
      kennelOut(db, `${folder}-${n}`, at)
      const file = newFile()
      const done = await kennelIn(`${folder}-${n}`, file, at)
      return done.ok ? photoOf(openDatabase(file), ids[0] ?? '')?.jpeg : done.reason
    }
    for (const [n, bytes] of [told, await plain.clone().png().toBuffer()].entries()) {
      const { format, width, exif } = await sharp(await bring(bytes, n)).metadata()
      expect([format, width, exif]).toEqual(['jpeg', 640, undefined])
    }
    const cut = told.subarray(0, told.length - 200)
    for (const [n, bytes] of [Buffer.from('<script>'), Buffer.from('<svg/>'), cut].entries())
      expect(await bring(bytes, 10 + n)).toContain('one of its pictures is none')
  })
})
