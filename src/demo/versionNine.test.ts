import { copyFileSync } from 'node:fs'
import { beforeAll, expect, it } from 'vitest'
import { z } from 'zod'
import { readLog } from '@/store/facts/log'
import { openDatabase, type Db } from '@/store/database'
import { factTables } from '@/store/facts/kinds'
import { allResidencyIds } from '@/store/residents'
import { layOutAsVersionNine } from '@/store/tests/versionNine'
import { correctSet, voidSet } from '@/work/actions/correct'
import { deskDevice } from '@/work/context/desk'
import { derive, standingOf } from '@/work/record/standing'
import { rebuildStandings } from '@/work/upkeep/renewStandings'
import { regimesFor } from '@/work/base/regimes'
import { everyPage, everyPageOf } from '@/work/tests/everyPage'
import { newFile } from '@/work/tests/kennel'
import { madeDemo } from './tests/madeDemo'

const noon = Date.UTC(2026, 10, 23, 12)

let made: Db
let moved: Db
beforeAll(() => {
  made = madeDemo()
  leaveOutWhatCameLater(made)
  rebuildStandings(made, noon)
  putRight(made)
  made.exec('UPDATE forgetting SET sure = 1')
  made.pragma('wal_checkpoint(TRUNCATE)')
  const [copy, nine] = [newFile(), newFile()]
  copyFileSync(made.name, copy)
  layOutAsVersionNine(copy, nine)
  moved = openDatabase(nine)
}, 120_000)

/** What a kennel of that version could not say yet. */
function leaveOutWhatCameLater(db: Db): void {
  db.exec(`UPDATE rep SET looked = NULL;
    UPDATE rep SET pay_interval = NULL, bowl_grams = NULL, pieces = min(pieces, 40), planned = min(planned, 20);
    UPDATE small_thing SET command = NULL, outcome = NULL, minutes = NULL, pay_interval = NULL, calm = NULL;
    UPDATE residency SET rehearse = 0;
    UPDATE place SET grip = NULL;
    UPDATE rep SET prompt = NULL WHERE outcome = 'helped' AND replaces IS NULL;
    DELETE FROM owner_times;
    DELETE FROM practice_log;
    DELETE FROM package_version;
    DELETE FROM owners_hands;
    DELETE FROM item_shown;
    DELETE FROM demonstration_close;
    DELETE FROM demonstration;
    DELETE FROM rep WHERE set_id IN (SELECT id FROM training_set WHERE item_id IS NOT NULL);
    DELETE FROM set_close WHERE set_id IN (SELECT id FROM training_set WHERE item_id IS NOT NULL);
    DELETE FROM training_set WHERE item_id IS NOT NULL;
    DELETE FROM fact
    WHERE kind IN ('demonstration-opened', 'demonstration-closed', 'item-shown', 'owners-hands')
      OR (kind = 'set-opened' AND id NOT IN (SELECT id FROM training_set))
      OR (kind = 'rep' AND id NOT IN (SELECT id FROM rep))
      OR (kind = 'set-closed' AND id NOT IN (SELECT id FROM set_close));`)
}

/** Sets put right and taken back at the desk, whose numbers the versions count differently. */
function putRight(db: Db): void {
  const recordedBy = 'maud'
  for (const residencyId of allResidencyIds(db).slice(0, 6)) {
    const [first, second] = readLog(db, residencyId, { only: 'misses' }, 2)
    if (first) voidSet(db, { setId: first.id, reason: 'wrong dog', recordedBy }, noon)
    if (second)
      correctSet(
        db,
        {
          setId: second.id,
          reason: 'all clean',
          recordedBy,
          placeId: second.placeId,
          leashHolder: second.leashHolder,
          level: second.level,
          kit: z.enum(['1.8 m leash']).catch('1.8 m leash').parse(second.kit),
          outcomes: [...second.outcomes].map(() => 'clean' as const),
        },
        noon,
      )
  }
}

const tables = z.array(z.object({ name: z.string() }))
const rows = (db: Db, table: string) =>
  z.array(z.record(z.string(), z.unknown())).parse(db.prepare(`SELECT * FROM "${table}" ORDER BY rowid`).all())

it('every row of a kennel of the version before is there after the move, in its order', () => {
  const list = tables.parse(
    made.prepare("SELECT name FROM sqlite_schema WHERE type = 'table' AND name NOT LIKE 'sqlite_%'").all(),
  )
  expect(list.length).toBeGreaterThan(30)
  const told = (name: string) => (row: Record<string, unknown>) => {
    // Numbers of the desk are counted again; how far a standing's facts are is asked again; `demo_mark` is a digest; a
    // stamp is new with every writing.
    const { mark: _mark, stamp: _stamp, ...rest } = row
    if (row['device'] === deskDevice) return { ...rest, seq: 'the desk’s' }
    return name === 'demo_mark' ? {} : rest
  }
  for (const { name } of list) {
    // What is due to be forecast again is no row of anybody's.
    if (name === 'forecast_due') continue
    const sorted = (db: Db) => {
      const all = rows(db, name).map(told(name))
      return name === 'fact' ? all.map((r) => JSON.stringify(r)).sort() : all
    }
    expect(sorted(moved), name).toEqual(sorted(made))
  }
  expect(moved.pragma('foreign_key_check')).toEqual([])
  expect(moved.pragma('integrity_check', { simple: true })).toBe('ok')
})

it('a fact’s order, day and author are the same beside its particulars', () => {
  for (const table of factTables) {
    const columns = tables
      .parse(made.prepare(`SELECT name FROM pragma_table_info('${table}')`).all())
      .map((c) => c.name)
      .filter((c) => ['device', 'seq', 'at', 'day', 'recorded_by'].includes(c))
    const differ = columns.map((c) => `d.${c} IS NOT f.${c}`).join(' OR ')
    for (const db of [made, moved])
      expect(
        db.prepare(`SELECT count(*) FROM ${table} d LEFT JOIN fact f ON f.id = d.id WHERE ${differ}`).pluck().get(),
        table,
      ).toBe(0)
  }
})

it('every standing and every page’s view is the same', () => {
  const ids = allResidencyIds(made)
  expect(allResidencyIds(moved)).toEqual(ids)
  expect(JSON.stringify(everyPage(moved, 'maud', noon))).toBe(JSON.stringify(everyPage(made, 'maud', noon)))
  for (const [i, id] of ids.entries()) {
    expect(standingOf(moved, id, noon)).toEqual(standingOf(made, id, noon))
    expect(derive(moved, id, regimesFor(moved, id, noon))).toEqual(derive(made, id, regimesFor(made, id, noon)))
    // Every page of every third dog: the demonstration has dogs of each kind in a row.
    if (i % 3 > 0) continue
    const pages = (db: Db) => everyPageOf(db, id, 'maud', noon)
    expect(JSON.stringify(pages(moved)), id).toBe(JSON.stringify(pages(made)))
  }
})
