import { v7 } from 'uuid'
import { describe, expect, it } from 'vitest'
import { typedOf } from '@/core/form'
import type { Db } from '@/store/database'
import { appendHouse, readHouse } from '@/store/house'
import { allResidencyIds, findResident, readPromises } from '@/store/residents'
import { fedKennel } from '../tests/fedKennel'
import { monday, newKennel, trainer } from '../tests/kennel'
import { keepStep } from './intake'
import { exportTable } from './dogTable'
import { tableOfDogs } from '../tests/tables'

describe('dogs and owners as a table', () => {
  const csv = (text: string) => new TextEncoder().encode(text)
  const head = 'run;dog;owner;arrives;goes home;telephone;weight kg;promises\r\n'
  it('goes out of one kennel and into another, all the same', () => {
    const s = fedKennel()
    keepStep(s.db, s.residencyId, 'owner', typedOf({ phone: '+44 1632 960100' }), s.who, monday)
    const out = exportTable(s.db)
    const db = newKennel()
    expect(tableOfDogs(db, csv(out), trainer(db), monday, true)).toMatchObject({ ok: true, rows: ['Łania', 'Rook'] })
    expect(exportTable(db)).toBe(out)
  })
  it('goes out and in by the pound in a house that weighs so', () => {
    const s = fedKennel()
    const pounds = (db: Db, who: string) => appendHouse(db, v7(), { ...readHouse(db), unit: 'lb' }, who, monday)
    pounds(s.db, s.who)
    const out = exportTable(s.db)
    expect(out.split('\r\n')[0]).toContain('weight lb')
    expect(out.split('\r\n')[0]).not.toContain('weight kg')
    const db = newKennel()
    const who = trainer(db)
    expect(tableOfDogs(db, csv(out), who, monday, true)).toMatchObject({ ok: true })
    expect(exportTable(db).split('\r\n')[0]).toContain('weight kg')
    pounds(db, who)
    expect(exportTable(db)).toBe(out)
    const both = 'run,dog,owner,arrives,goes home,weight kg,weight lb\r\n9,Ash,E,2026-03-10,2026-03-12,20,44\r\n'
    expect(tableOfDogs(db, csv(both), who, monday, true)).toMatchObject({
      ok: false,
      problems: [{ row: 2, column: 'weight lb', problem: 'One weight: in kg or in lb.' }],
    })
  })

  it('names row and column of each problem and adds nothing; a look adds nothing either', () => {
    const { db, who } = fedKennel()
    const count = () =>
      (
        db
          .prepare(
            `SELECT (SELECT count(*)
              FROM dog) + (SELECT count(*)
              FROM residency) + (SELECT count(*)
              FROM intake_entry) + (SELECT count(*)
              FROM weight) AS n`,
          )
          .get() as { n: number }
      ).n
    const before = count()
    const rows = [
      '5;Fern;A;2026-03-10;2026-03-09;;;',
      '1;Gorse;B;2026-03-10;2026-03-12;;;',
      '6;;C;2026-03-10;2026-03-12;;400;',
      '7;Reed;D;2026-03-10;2026-03-12;;400;',
      '8;Ash;E;2026-03-10;2026-03-12;;;sit.none',
      '9;Elm;F;2026-03-10;2026-03-20;;;',
      '9;Oak;G;2026-03-12;2026-03-22;;;',
    ]
    const bad = `${head}${rows.map((row) => `${row}\r\n`).join('')}`
    const result = tableOfDogs(db, csv(bad), who, monday, true)
    expect(result.ok ? [] : result.problems.map((p) => [p.row, p.column])).toEqual([
      [2, 'goes home'],
      [3, 'run'],
      [4, 'dog'],
      [5, 'weight kg'],
      [6, 'promises'],
      [8, 'run'],
    ])
    expect(count()).toBe(before)
    const good = csv(`${head}5;Fern;A;2026-03-10;2026-03-19;01632 960101;12,5;sit.rear\r\n`)
    expect(tableOfDogs(db, good, who, monday, false)).toMatchObject({ ok: true, rows: ['Fern'] })
    expect(count()).toBe(before)
    expect(tableOfDogs(db, good, who, monday, true)).toMatchObject({ ok: true })
    expect(count()).toBe(before + 5)
  })
  it.each([
    [
      'an unknown column',
      'columns-unknown',
      'run,dog,owner,arrives,goes home,shoe size\n1,a,b,2026-03-10,2026-03-12,4',
      /shoe size/,
    ],
    ['a missing column', 'columns-missing', 'run,dog\n1,a', /missing: owner/],
    ['nothing below the header', 'no-rows', 'run,dog,owner,arrives,goes home\n', /nothing below/],
    ['a column twice', 'column-repeated', 'run,run,dog,owner,arrives,goes home\n', /twice/],
  ])('%s is refused whole', (_, code, text, says) => {
    const { db, who } = fedKennel()
    expect(tableOfDogs(db, csv(text), who, monday, true)).toMatchObject({
      ok: false,
      code,
      reason: expect.stringMatching(says),
    })
  })
})

describe('what a table keeps of a dog, out and in', () => {
  const bytes = (text: string) => new TextEncoder().encode(text)
  const header = 'run,dog,owner,arrives,goes home'

  it('promises with level, places and people, traits, and a weight over 70 kg that somebody confirmed', () => {
    const db = newKennel()
    const who = trainer(db)
    trainer(db, 'Ben')
    const text =
      `${header},traits,promises,weight kg,weight confirmed\r\n1,Bodkin,Piers,2026-03-01,2026-03-20,deaf ` +
      `toys,sit.full:2:3:2 sit-stay.30s:1:2:1 sit-stay.3m-15s:0:1:2 down.no-lure,82,yes\r\n`
    expect(tableOfDogs(db, bytes(text.replace(',82,yes', ',82,')), who, monday, true)).toMatchObject({
      ok: false,
      problems: [{ row: 2, column: 'weight kg' }],
    })
    expect(tableOfDogs(db, bytes(text), who, monday, true)).toMatchObject({ ok: true })
    const id = allResidencyIds(db)[0] ?? ''
    expect(readPromises(db, id)).toEqual(
      expect.arrayContaining([
        { rungId: 'sit.full', level: 2, places: 3, people: 2 },
        { rungId: 'sit-stay.30s', level: 1, places: 2, people: 1 },
        { rungId: 'sit-stay.3m-15s', level: 0, places: 1, people: 2 },
        { rungId: 'down.no-lure', level: 0, places: 3, people: 2 },
      ]),
    )
    expect(findResident(db, id)?.traits).toMatchObject({ deaf: true, toys: true, stiff: false })
    const again = newKennel()
    const other = trainer(again)
    trainer(again, 'Ben')
    expect(tableOfDogs(again, bytes(exportTable(db)), other, monday, true)).toMatchObject({ ok: true })
    expect(exportTable(again)).toBe(exportTable(db))
  })

  it('a dog that comes back is the same dog', () => {
    const db = newKennel()
    const who = trainer(db)
    const row = (run: string, from: string, to: string) => `${run},Bodkin,Piers Halloway,${from},${to}`
    expect(
      tableOfDogs(
        db,
        bytes([header, row('1', '2026-01-01', '2026-01-20'), row('2', '2026-03-01', '2026-03-20')].join('\n')),
        who,
        monday,
        true,
      ),
    ).toMatchObject({ ok: true })
    expect(new Set(allResidencyIds(db).map((id) => findResident(db, id)?.dogId)).size).toBe(1)
    expect(
      tableOfDogs(db, bytes([header, row('3', '2026-03-10', '2026-03-25')].join('\n')), who, monday, true),
    ).toMatchObject({ ok: false, problems: [{ column: 'arrives', problem: expect.stringContaining('already') }] })
  })

  it.each([
    [
      'a first line that says what parts the cells',
      `sep=;\r\n${header.replaceAll(',', ';')}\r\n1;Bodkin;Piers;2026-03-01;2026-03-20`,
    ],
    [
      'empty columns, in the middle and at the end',
      `run,,dog,owner,arrives,goes home,,\r\n1,,Bodkin,Piers,2026-03-01,2026-03-20,,\r\n,,,,,,,\r\n`,
    ],
  ])('reads %s', (_, text) => {
    const db = newKennel()
    expect(tableOfDogs(db, bytes(text), trainer(db), monday, true)).toMatchObject({ ok: true, rows: ['Bodkin'] })
  })
})
