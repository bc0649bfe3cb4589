import { houseCurriculum } from '@/core/curriculum/house'
import Database from 'better-sqlite3'
import { copyFileSync, mkdtempSync, writeFileSync, readdirSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { describe, expect, it } from 'vitest'
import { plainDog } from '@/core/dog/traits'
import { listCurricula } from './curricula'
import { openDatabase, StoreRefusal } from './database'
import { readSets } from './facts/read'
import { findResident, readPromises } from './residents'

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

  it('prepares a statement once, and gives it back as when new, however it was asked last', () => {
    const db = openDatabase(join(folder(), 'kennel.db'))
    const sql = 'SELECT 1 AS one, 2 AS two'
    expect(db.prepare(sql).pluck().get()).toBe(1)
    expect(db.prepare(sql).raw().get()).toEqual([1, 2])
    expect(db.prepare(sql).get()).toEqual({ one: 1, two: 2 })
    expect(db.prepare(sql)).toBe(db.prepare(sql))
    // The table it reads may change beneath it.
    db.exec('CREATE TABLE changing (a INTEGER) STRICT; INSERT INTO changing VALUES (7)')
    expect(db.prepare('SELECT * FROM changing').get()).toEqual({ a: 7 })
    db.exec('ALTER TABLE changing ADD COLUMN b INTEGER')
    expect(db.prepare('SELECT * FROM changing').get()).toEqual({ a: 7, b: null })
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
    writeFileSync(
      join(migrations, '0002-two.sql'),
      'CREATE TABLE two (id INTEGER PRIMARY KEY) STRICT; CREATE TABLE one (id INTEGER);',
    )
    expect(() => openDatabase(file, migrations)).toThrow(/already exists/)
    const db = new Database(file)
    expect(db.pragma('user_version', { simple: true })).toBe(1)
    expect(db.prepare("SELECT count(*) AS n FROM sqlite_master WHERE name = 'two'").get()).toEqual({ n: 0 })
  })

  it(
    'brings a kennel of the first migration along: its dogs, promises and sets, on the curriculum that is kept ' +
      'as data',
    () => {
      const first = folder()
      copyFileSync('src/store/migrations/0001-begin.sql', join(first, '0001-begin.sql'))
      const file = join(folder(), 'kennel.db')
      const old = openDatabase(file, first)
      old.exec(`
      INSERT INTO person VALUES ('ada', 'Ada', 'trainer', 0);
      INSERT INTO dog VALUES ('d', 'Wren', 'Edda', 'Okay', 'Yes', 'left', '', 0, 0);
      INSERT INTO residency VALUES ('r', 'd', '1', '2026-03-01', '2026-03-20', 'house', 1, 0);
      INSERT INTO promise VALUES ('r', 'sit', 'sit.rear', 1, 1);
      INSERT INTO training_set
      VALUES ('s', 'r', 'sit', 'sit.rear', 'work', 'b', 'tablet', 0, 1, 1, 1, '2026-03-02', 'ada', 'ada', 'room',
        0, NULL, '1.8 m leash', 'house', 1, 1, NULL, NULL);
      INSERT INTO rep
      VALUES ('p', 's', 'tablet', 0, 2, 2, 2, 'clean', NULL, NULL, NULL, NULL, NULL, '[]', 1);
    `)
      old.close()
      const db = openDatabase(file)
      expect(findResident(db, 'r')).toMatchObject({
        name: 'Wren',
        traits: plainDog,
        curriculumId: 'house',
        curriculumVersion: 2,
      })
      expect(readPromises(db, 'r')).toEqual([{ rungId: 'sit.rear', level: 0, places: 1, people: 1 }])
      expect(readSets(db, 'r')).toMatchObject([
        { rungId: 'sit.rear', kit: '1.8 m leash', exerciseMinutesAgo: null, reps: [{ id: 'p', outcome: 'clean' }] },
      ])
      expect(listCurricula(db)).toMatchObject([
        { id: 'house', version: houseCurriculum.version, residents: 0 },
        { id: 'house', version: 4, residents: 0 },
      ])
      expect(db.pragma('integrity_check', { simple: true })).toBe('ok')
    },
  )

  it('takes for not said what the program had filled in, and leaves what somebody said', () => {
    const before = folder()
    for (const name of readdirSync('src/store/migrations'))
      if (name < '0029') copyFileSync(join('src/store/migrations', name), join(before, name))
    const file = join(folder(), 'kennel.db')
    const old = openDatabase(file, before)
    old.exec(`INSERT INTO person (id, name, role, created_at) VALUES ('ada', 'Ada', 'trainer', 0)`)
    const fact = (id: string, seq: number, kind: string) =>
      old
        .prepare(
          `INSERT INTO fact (id, device, seq, kind, device_at, at, received_at, day, recorded_by)
            VALUES (?, 't', ?, ?, 0, 0, 0, '2026-03-02', 'ada')`,
        )
        .run(id, seq, kind)
    const pressure = (id: string, seq: number, device: string, reason: string, asked: number, effect: string) => {
      fact(id, seq, 'correction')
      old
        .prepare(
          `INSERT INTO correction (id, residency_id, block_id, command, device_used, reason, asked_first, effect,
              recorded_by, day, device, seq, at)
            VALUES (?, 'r', 'b', 'heel', ?, ?, ?, ?, 'ada', '2026-03-02', 't', ?, 0)`,
        )
        .run(id, device, reason, asked, effect, seq)
    }
    // One tap; one tap and then more; one tap after that, which began with what was said of the last.
    pressure('one', 1, 'slip lead', 'pulled', 1, 'gave at once')
    pressure('two', 2, 'slip lead', 'pulled', 1, 'gave at once')
    fact('back', 3, 'voided')
    old
      .prepare(
        `INSERT INTO voided (id, target_id, reason, recorded_by, device, seq, at)
          VALUES ('back', 'two', 'said more exactly', 'ada', 't', 3, 0)`,
      )
      .run()
    pressure('said', 4, 'flat collar', 'pulled', 0, 'gave at once')
    pressure('next', 5, 'flat collar', 'pulled', 0, 'gave at once')
    old.close()
    const db = openDatabase(file)
    const rows = db
      .prepare('SELECT id, device_used, reason, asked_first, effect FROM correction ORDER BY seq')
      .raw()
      .all()
    expect(rows).toEqual([
      ['one', null, null, null, null],
      ['two', null, null, null, null],
      ['said', 'flat collar', null, 0, null],
      ['next', null, null, null, null],
    ])
    expect(db.pragma('integrity_check', { simple: true })).toBe('ok')
  })

  it('refuses a file that is no database and a folder that cannot be made', () => {
    const file = join(folder(), 'kennel.db')
    writeFileSync(file, 'this is not a database, but long enough to be taken for one'.repeat(40))
    expect(() => openDatabase(file)).toThrow(/damaged or no database/)
    expect(() => openDatabase('/proc/nowhere/kennel.db')).toThrow(/cannot write/)
  })
})
