import { expect, it } from 'vitest'
import { residentsOn } from '@/store/residents'
import { loadResident } from '@/work/page/resident'
import { rebuildStandings } from '@/work/upkeep/renewStandings'
import { newKennel } from '@/work/tests/kennel'
import { loadWall } from '@/work/page/wall'
import { fillKennel } from './kennel'

it('the benches’ kennel fits the database as it is now: its sets are folded, listed and shown', () => {
  const now = Date.UTC(2026, 2, 2, 12)
  const db = newKennel()
  fillKennel(db, { residents: 2, past: 1, allSets: 90 }, '2026-03-02', now)
  rebuildStandings(db, now)
  expect(db.prepare('SELECT count(*) AS n FROM training_set').pluck().get()).toBe(90)
  expect(loadWall(db, now).rows).toHaveLength(2)
  const [first] = residentsOn(db, '2026-03-02')
  expect(loadResident(db, first?.residencyId ?? '', now)?.commands.length).toBeGreaterThan(0)
})
