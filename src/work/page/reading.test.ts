import Database from 'better-sqlite3'
import { expect, it } from 'vitest'
import { openDatabase } from '@/store/database'
import { allResidencyIds } from '@/store/residents'
import { recordFacts } from '../record/accept'
import { renewStandings } from '../upkeep/renewStandings'
import { everyPage, everyPageOf } from '../tests/everyPage'
import { dog, monday, newFile, Tablet, trainer } from '../tests/kennel'

it('reading never writes: every page of a kennel whose standings no longer hold, over a connection that cannot', () => {
  const file = newFile()
  const db = openDatabase(file)
  const ada = trainer(db)
  for (let n = 1; n <= 4; n++) {
    const id = dog(db, { name: `Dog ${n}`, run: String(n) })
    const tablet = new Tablet()
    const set = tablet.set(id, ada)
    recordFacts(db, tablet.batch([set, ...Array.from({ length: 10 }, () => tablet.rep(set.id))]), tablet.at)
  }
  const pages = (of: typeof db) =>
    JSON.stringify([everyPage(of, ada, monday), ...allResidencyIds(of).map((id) => everyPageOf(of, id, ada, monday))])
  const fresh = pages(db)
  db.prepare('UPDATE standing SET fold_version = fold_version - 1').run()
  const reader = new Database(file, { readonly: true })
  expect(pages(reader)).toBe(fresh)
  reader.close()
  // The clock keeps them again.
  expect(renewStandings(db, monday)).toBe(4)
  expect(renewStandings(db, monday)).toBe(0)
  expect(pages(db)).toBe(fresh)
})
