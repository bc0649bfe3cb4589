import Database from 'better-sqlite3'
import fc from 'fast-check'
import { v7 } from 'uuid'
import { describe, expect, it } from 'vitest'
import type { Db } from '@/store/database'
import { allResidencyIds, findResident } from '@/store/residents'
import { carriedTables, rowsOf } from '@/store/tables'
import { addDog } from './begin'
import { exportTable } from './dogTable'
import { saveDraft } from './intake'
import { goOn, importDogs, lastImport, lookAtDogs, takeBackDogs, type ImportResult } from './importDogs'
import { noHooks, type Hooks } from '../base/hooks'
import { recordFacts } from '../record/accept'
import { fedKennel } from '../tests/fedKennel'
import { dogFields, monday, msPerDay, newKennel, Tablet, trainer } from '../tests/kennel'
import type { PersonId } from '@/core/ids'

const header = 'run,dog,owner,arrives,goes home,telephone,born,weight kg,caution,traits,promises'
const bytes = (...rows: string[]) => new TextEncoder().encode([header, ...rows].join('\n'))
const rowOf = (i: number) =>
  `${100 + i},Dog ${i},Owner ${i},2026-03-01,2026-03-20,01632 960${100 + i},2024-01-0${1 + (i % 9)},${10 + i},` +
  `Mind ${i},,sit.full:0:1:1`
const many = (n: number) => bytes(...Array.from({ length: n }, (_, i) => rowOf(i)))

const form = (recordedBy: PersonId, table: Uint8Array<ArrayBuffer>) => ({
  id: v7(),
  fileName: 'dogs.csv',
  bytes: table,
  recordedBy,
})

/** Everything that a kennel keeps, but what it knows of tables. */
const all = (db: Db) =>
  carriedTables(db)
    .filter((t) => !t.startsWith('table_import'))
    .map((t) => [t, [...rowsOf(db, t)]])

const standingIn = (result: ImportResult) => {
  if (!result.ok) throw new Error(JSON.stringify(result))
  return result.standing
}

/** Asks to stop after so many rows. */
const stopAfter = (rows: number): Hooks => {
  let said = 0
  return { progress: () => void said++, stopped: () => said >= rows }
}

/** Does this once so many rows were looked at or added, and never asks to stop. */
function afterRows(rows: number, deed: () => void): Hooks {
  let said = 0
  return {
    stopped: () => false,
    progress: () => {
      if (++said === rows) deed()
    },
  }
}

describe('a table of dogs', () => {
  it('holds nobody up: others write beside every row, of the look and of the adding', () => {
    const db = newKennel()
    const who = trainer(db)
    const beside = new Database(db.name, { timeout: 0 })
    beside.exec('CREATE TABLE beside (n INTEGER)')
    const shares: number[] = []
    const write: Hooks = {
      stopped: () => false,
      progress: (share) => {
        shares.push(share)
        beside.prepare('INSERT INTO beside VALUES (1)').run()
      },
    }
    expect(lookAtDogs(db, many(12), who, monday, write)).toMatchObject({ ok: true })
    expect(allResidencyIds(db)).toEqual([])
    expect(shares).toHaveLength(12)
    shares.splice(0)
    expect(standingIn(importDogs(db, form(who, many(12)), monday, write)).in).toHaveLength(12)
    // The look, and the rows; it never goes back.
    expect(shares).toHaveLength(24)
    expect(shares).toEqual(shares.toSorted((a, b) => a - b))
    expect(shares.at(-1)).toBe(1)
  })

  it('that is stopped says which rows are in, and goes on where it came to', () => {
    const [db, whole] = [newKennel(), newKennel()]
    const who = trainer(db)
    const table = form(who, many(9))
    // Nine rows of the look, then four.
    const stopped = standingIn(importDogs(db, table, monday, stopAfter(9 + 4)))
    expect(stopped).toMatchObject({ rows: 9, unfinished: true, takenBack: 0, problems: [] })
    expect(stopped.in.map((r) => [r.row, r.said])).toEqual([2, 3, 4, 5].map((row) => [row, `Dog ${row - 2}`]))
    expect(lastImport(db, monday)).toEqual(stopped)
    expect(standingIn(goOn(db, table.id, monday, noHooks))).toMatchObject({ rows: 9, unfinished: false })
    expect(allResidencyIds(db)).toHaveLength(9)
    importDogs(whole, form(trainer(whole), many(9)), monday, noHooks)
    expect(exportTable(db)).toBe(exportTable(whole))
    // The same once more, as a page sends it that heard no answer.
    expect(standingIn(importDogs(db, table, monday, noHooks)).in).toHaveLength(9)
    expect(allResidencyIds(db)).toHaveLength(9)
  })

  it('whose program is ended at any row goes on as if it had not been', () => {
    for (let at = 1; at <= 8; at++) {
      const db = newKennel()
      const table = form(trainer(db), many(4))
      const ends = afterRows(at, () => {
        throw new Error('ended')
      })
      expect(() => importDogs(db, table, monday, ends)).toThrow('ended')
      expect(allResidencyIds(db)).toHaveLength(Math.max(0, at - 4))
      expect(standingIn(importDogs(db, table, monday, noHooks)).in.map((r) => r.row)).toEqual([2, 3, 4, 5])
      expect(allResidencyIds(db)).toHaveLength(4)
    }
  })

  it('adds the others where a run was taken after the look, and says which row is not in', () => {
    const db = newKennel()
    const who = trainer(db)
    const books = afterRows(3, () => void expect(addDog(db, { ...dogFields, run: '101' }, monday).ok).toBe(true))
    const standing = standingIn(importDogs(db, form(who, many(3)), monday, books))
    expect(standing.in.map((r) => r.row)).toEqual([2, 4])
    expect(standing.problems).toEqual([{ row: 3, said: 'Dog 1', problem: 'Bramble has run 101 during these days.' }])
  })

  it('that two go on with at the same time is added once, and no row is called wrong for it', () => {
    const db = newKennel()
    const table = form(trainer(db), many(5))
    // Five rows of the look, then two of its own.
    const other = afterRows(5 + 2, () => void importDogs(db, table, monday, noHooks))
    const standing = standingIn(importDogs(db, table, monday, other))
    expect(standing).toMatchObject({ problems: [], unfinished: false })
    expect(standing.in.map((r) => r.row)).toEqual([2, 3, 4, 5, 6])
    expect(allResidencyIds(db)).toHaveLength(5)
  })

  it('that is taken back while it goes on brings nothing more', () => {
    const db = newKennel()
    const table = form(trainer(db), many(5))
    const other = afterRows(5 + 3, () => void takeBackDogs(db, table.id, monday, noHooks))
    expect(standingIn(importDogs(db, table, monday, other))).toMatchObject({ in: [], takenBack: 3, unfinished: false })
    expect(allResidencyIds(db)).toEqual([])
  })

  it('in which something is wrong adds nothing and is kept nowhere', () => {
    const db = newKennel()
    const who = trainer(db)
    const before = all(db)
    const wrong = importDogs(db, form(who, bytes(rowOf(0), rowOf(0))), monday, noHooks)
    expect(wrong).toMatchObject({ ok: false, problems: [{ row: 3, column: 'run' }] })
    expect(all(db)).toEqual(before)
    expect(lastImport(db, monday)).toBeUndefined()
  })
})

describe('a table that is taken back', () => {
  it('leaves the kennel as it was, whatever rows it had, and wherever it was stopped', () => {
    const cell = (values: string[]) => fc.constantFrom('', ...values)
    const row = fc.record({
      dog: fc.constantFrom('Łania', 'Rook', 'Wren', 'Awl'),
      owner: fc.constantFrom('Tamsin', 'Gwen'),
      from: fc.integer({ min: 0, max: 6 }),
      phone: cell(['01632 960100']),
      born: cell(['2020-05-01']),
      weight: cell(['29,5', '31']),
      caution: cell(['Pulls']),
      traits: cell(['deaf', 'toys']),
      promises: cell(['sit.full:0:1:1', 'down.no-lure']),
    })
    fc.assert(
      fc.property(fc.array(row, { minLength: 1, maxLength: 5 }), fc.nat(6), (rows, stop) => {
        const { db, who } = fedKennel()
        const cells = rows.map((r, i) => {
          const day = (n: number) => new Date(monday + n * msPerDay).toISOString().slice(0, 10)
          // One stay after the other, so that a dog may come again.
          const from = 30 + i * 20 + r.from
          return [
            ...[`r${i}`, r.dog, r.owner, day(from), day(from + 10), r.phone, r.born, `"${r.weight}"`],
            ...[r.caution, r.traits, r.promises],
          ].join(',')
        })
        const before = all(db)
        const table = form(who, bytes(...cells))
        const standing = standingIn(importDogs(db, table, monday + 1, stopAfter(rows.length + stop)))
        expect(standing.in).toHaveLength(Math.min(stop, rows.length))
        const back = takeBackDogs(db, table.id, monday + 2, noHooks)
        expect(back).toMatchObject({ ok: true, stay: [], standing: { in: [], takenBack: standing.in.length } })
        expect(all(db)).toEqual(before)
        expect(lastImport(db, monday + 2)).toBeUndefined()
        // What was taken back does not come again by itself.
        goOn(db, table.id, monday + 3, noHooks)
        expect(all(db)).toEqual(before)
      }),
      { seed: 36, numRuns: 25 },
    )
  }, 60_000)

  it('keeps the dogs of which something was recorded or said since, and names them', () => {
    const db = newKennel()
    const who = trainer(db)
    const table = form(who, many(4))
    importDogs(db, table, monday, noHooks)
    const ids = new Map(allResidencyIds(db).map((id) => [findResident(db, id)?.name, id]))
    const tablet = new Tablet()
    const set = tablet.set(ids.get('Dog 0') ?? '', who)
    recordFacts(db, tablet.batch([set, tablet.rep(set.id)]), tablet.at)
    db.prepare(`UPDATE dog SET caution = 'Bites' WHERE name = 'Dog 2'`).run()
    // Somebody types about another.
    saveDraft(db, { key: ids.get('Dog 3'), step: 'owner', typed: { phone: ['1'] } }, who, monday)
    const before = all(db)
    const back = takeBackDogs(db, table.id, monday + msPerDay, noHooks)
    expect(back).toMatchObject({ ok: true, stay: ['row 2, Dog 0', 'row 4, Dog 2', 'row 5, Dog 3'] })
    expect(
      allResidencyIds(db)
        .map((id) => findResident(db, id)?.name)
        .sort(),
    ).toEqual(['Dog 0', 'Dog 2', 'Dog 3'])
    // Of those nothing was changed.
    const of = (name: string, rows: ReturnType<typeof all>) => {
      const id = ids.get(name) ?? ''
      return rows.map(([t, list]) => [t, (list as readonly unknown[]).filter((r) => JSON.stringify(r).includes(id))])
    }
    for (const name of ['Dog 0', 'Dog 2', 'Dog 3']) expect(of(name, all(db))).toEqual(of(name, before))
  })
})
