import { describe, expect, it } from 'vitest'
import { allResidencyIds } from '@/store/residents'
import { recordFacts } from '../record/accept'
import { rebuildStandings } from '../upkeep/renewStandings'
import { everyPage, everyPageOf } from '../tests/everyPage'
import { dog, monday, newKennel, Tablet, trainer } from '../tests/kennel'
import type { EpochMs } from '@/core/epochMs'

const farthest = 8.64e15

/** A kennel in which a device has sent a day's work, with moments as `odd` makes them. */
function kennel(odd: (fact: { deviceAt: EpochMs }) => void, deviceNow?: number) {
  const db = newKennel()
  const ada = trainer(db)
  const id = dog(db)
  const tablet = new Tablet()
  const block = tablet.block(id, ada)
  const set = tablet.set(id, ada, { blockId: block.id })
  const facts = [
    block,
    set,
    ...Array.from({ length: 5 }, () => tablet.rep(set.id)),
    tablet.blockEnd(id, block.id, ada, { note: 'a note' }),
    tablet.signs(id, block.id, ada),
    tablet.correction(id, block.id, ada),
    tablet.small(id, ada),
    tablet.voided(tablet.signs(id, block.id, ada).id, ada),
  ]
  for (const fact of facts) odd(fact)
  const batch = tablet.batch(facts)
  recordFacts(db, { ...batch, deviceNow: deviceNow ?? batch.deviceNow }, monday)
  return { db, ada }
}
const pages = ({ db, ada }: ReturnType<typeof kennel>) =>
  [everyPage(db, ada, monday), ...allResidencyIds(db).map((id) => everyPageOf(db, id, ada, monday))].length

describe('a device whose clock is nowhere', () => {
  it.each([
    ['says it is in the last moment there is', () => undefined, farthest],
    ['says it is in the first', () => undefined, 0],
    ['worked in the first moment there is', (f: { deviceAt: EpochMs }) => void (f.deviceAt = 0), undefined],
    ['worked in the last', (f: { deviceAt: EpochMs }) => void (f.deviceAt = farthest), undefined],
    ['worked in the first and sends in the last', (f: { deviceAt: EpochMs }) => void (f.deviceAt = 0), farthest],
  ])('%s: what it sends is kept, of a day on which somebody lives, and every page is drawn', (_, odd, deviceNow) => {
    const k = kennel(odd, deviceNow)
    const days = k.db.prepare('SELECT day, at FROM fact').all() as { day: string; at: EpochMs }[]
    expect(days.length).toBe(12)
    for (const { day, at } of days) {
      expect(day >= '2000-01-01' && day <= '2026-03-02', day).toBe(true)
      expect(at).toBeLessThanOrEqual(monday)
    }
    expect(pages(k)).toBe(2)
  })
})

it('a row whose day is none, from before there were bounds, breaks no page', () => {
  const k = kennel(() => undefined)
  for (const { name } of k.db
    .prepare(
      `SELECT m.name FROM sqlite_schema m
        WHERE m.type = 'table'
          AND EXISTS (SELECT 1 FROM pragma_table_info(m.name) WHERE name = 'at')
          AND EXISTS (SELECT 1 FROM pragma_table_info(m.name) WHERE name = 'day')`,
    )
    .all() as { name: string }[])
    k.db.prepare(`UPDATE ${name} SET at = ?, day = '-009998-04-20'`).run(monday - farthest)
  rebuildStandings(k.db, monday)
  expect(pages(k)).toBe(2)
})
