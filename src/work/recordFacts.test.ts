import { regimesFor } from './regimes'
import { later } from './tests/kennel'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { z } from 'zod'
import type { WireFact } from '@/core/wire'
import type { Db } from '@/store/database'
import { readSets } from '@/store/facts'
import { recordFacts } from './recordFacts'
import { derive, rebuildStandings, standingOf } from './standings'
import { copyEntities, dog, monday, msPerDay, newKennel, Tablet, trainer } from './tests/kennel'

const n = (db: Db, sql: string): number => z.object({ n: z.number() }).parse(db.prepare(sql).get()).n
const standing = (db: Db, id: string) => JSON.stringify(standingOf(db, id, later))

function scene() {
  const db = newKennel()
  const ada = trainer(db)
  const residencyId = dog(db)
  return { db, ada, residencyId, tablet: new Tablet() }
}

describe('facts are stored once and derived from', () => {
  it('a set sent twice is stored once and changes nothing', () => {
    const { db, ada, residencyId, tablet } = scene()
    const set = tablet.set(residencyId, ada)
    const facts = [set, ...Array.from({ length: 10 }, () => tablet.rep(set.id))]
    expect(recordFacts(db, tablet.batch(facts), tablet.at).results.every((r) => r.status === 'stored')).toBe(true)
    const before = standing(db, residencyId)
    expect(recordFacts(db, tablet.batch(facts), tablet.at + 5000).results.every((r) => r.status === 'known')).toBe(true)
    expect(standing(db, residencyId)).toBe(before)
    expect(n(db, 'SELECT count(*) AS n FROM rep')).toBe(10)
    expect(standingOf(db, residencyId, later).state.runs['sit/sit']?.position).toBe(1)
  })

  it('whatever the order, doubling and cutting of what arrives, the store ends the same', () => {
    const { db: plain, ada, residencyId, tablet } = scene()
    const facts: WireFact[] = []
    for (const outcomes of ['cccccccccc', 'chmccccccc', 'ccc']) {
      const set = tablet.set(residencyId, ada)
      const reps = [...outcomes].map((o) => tablet.rep(set.id, o === 'c' ? 'clean' : o === 'h' ? 'helped' : 'miss'))
      facts.push(set, ...reps)
    }
    const last = facts.at(-1)
    if (last) facts.push(tablet.voided(last.id, ada))
    recordFacts(plain, tablet.batch(facts), tablet.at)
    const wanted = derive(plain, residencyId, regimesFor(plain, residencyId, later))
    fc.assert(
      fc.property(fc.shuffledSubarray([...facts, ...facts], { minLength: facts.length * 2 }), fc.integer({ min: 1, max: 9 }), (shuffled, size) => {
        const db = newKennel()
        // The same people and dog under the same ids: copied from the plain kennel.
        copyEntities(plain, db)
        for (let i = 0; i < shuffled.length; i += size) recordFacts(db, tablet.batch(shuffled.slice(i, i + size)), tablet.at)
        expect(standingOf(db, residencyId, later)).toEqual(JSON.parse(JSON.stringify(wanted)))
        db.close()
      }),
      { numRuns: 12 },
    )
  })

  it('a rep that arrives before its set waits for it', () => {
    const { db, ada, residencyId, tablet } = scene()
    const set = tablet.set(residencyId, ada)
    const rep = tablet.rep(set.id)
    expect(recordFacts(db, tablet.batch([rep]), tablet.at).results[0]?.status).toBe('stored')
    expect(readSets(db, residencyId)).toEqual([])
    recordFacts(db, tablet.batch([set]), tablet.at)
    expect(standingOf(db, residencyId, later).state.runs['sit/sit']?.tallies['sit.rear']?.clean).toBe(1)
  })

  it('a rep taken back gives the standing before it', () => {
    const { db, ada, residencyId, tablet } = scene()
    const set = tablet.set(residencyId, ada)
    const nine = Array.from({ length: 9 }, () => tablet.rep(set.id))
    recordFacts(db, tablet.batch([set, ...nine]), tablet.at)
    const before = standing(db, residencyId)
    const tenth = tablet.rep(set.id)
    recordFacts(db, tablet.batch([tenth]), tablet.at)
    expect(standing(db, residencyId)).not.toBe(before)
    recordFacts(db, tablet.batch([tablet.voided(tenth.id, ada)]), tablet.at)
    expect(standing(db, residencyId)).toBe(before)
  })

  it('taking back the last set, whatever it was, gives the standing before it', () => {
    fc.assert(
      fc.property(fc.array(fc.constantFrom('clean', 'helped', 'late', 'miss'), { minLength: 1, maxLength: 10 }), fc.constantFrom('sit.rear', 'sit.full', 'down.lure-sit'), (outcomes, rungId) => {
        const { db, ada, residencyId, tablet } = scene()
        const first = tablet.set(residencyId, ada)
        recordFacts(db, tablet.batch([first, ...Array.from({ length: 10 }, () => tablet.rep(first.id))]), tablet.at)
        const before = standing(db, residencyId)
        const last = tablet.set(residencyId, ada, { rungId })
        recordFacts(db, tablet.batch([last, ...outcomes.map((o) => tablet.rep(last.id, o))]), tablet.at)
        expect(standing(db, residencyId)).not.toBe(before)
        recordFacts(db, tablet.batch([tablet.voided(last.id, ada)]), tablet.at)
        expect(standing(db, residencyId)).toBe(before)
        db.close()
      }),
      { numRuns: 15 },
    )
  })

  it('a device whose clock is an hour wrong is corrected, a second’s jitter is not', () => {
    const { db, ada, residencyId, tablet } = scene()
    const set = tablet.set(residencyId, ada)
    recordFacts(db, tablet.batch([set]), tablet.at + 3_600_000)
    expect(n(db, 'SELECT at - device_at AS n FROM training_set')).toBe(3_600_000)
    const steady = new Tablet()
    const other = steady.set(residencyId, ada)
    recordFacts(db, steady.batch([other]), steady.at + 900)
    expect(n(db, `SELECT at - device_at AS n FROM training_set WHERE id = '${other.id}'`)).toBe(0)
  })

  it('the day of a set is the kennel’s, not that of UTC', () => {
    const { db, ada, residencyId, tablet } = scene()
    // 23:30 UTC on 29 June is half past midnight of the 30th in London.
    tablet.at = Date.UTC(2026, 5, 29, 23, 30)
    const set = tablet.set(residencyId, ada)
    recordFacts(db, tablet.batch([set]), tablet.at)
    expect(readSets(db, residencyId)[0]?.day).toBe('2026-06-30')
  })

  it('what is stored for speed agrees with the facts, and one command makes it again', () => {
    const { db, ada, residencyId, tablet } = scene()
    const set = tablet.set(residencyId, ada)
    recordFacts(db, tablet.batch([set, tablet.rep(set.id), tablet.rep(set.id, 'miss')]), tablet.at)
    const kept = standing(db, residencyId)
    db.prepare("UPDATE standing SET state = '{}', summary = '{}'").run()
    expect(rebuildStandings(db, monday)).toBe(1)
    expect(standing(db, residencyId)).toBe(kept)
    expect(kept).toBe(JSON.stringify(derive(db, residencyId, regimesFor(db, residencyId, later))))
  })
})

describe('what cannot be taken is refused by itself, field by field', () => {
  it.each([
    ['an unknown dog', { residencyId: '01890000-0000-7000-8000-000000000001' }, /residencyId/],
    ['an unknown rung', { rungId: 'sit.upside-down' }, /rungId/],
    ['an unknown place', { placeId: 'moon' }, /placeId/],
    ['nobody on the leash', { leashHolder: 'nobody' }, /leashHolder/],
    ['a level of nine', { level: 9 }, /level/],
    ['a kit that is none', { kit: 'string' }, /kit/],
    ['a number that is text', { temperatureC: 'warm' }, /temperatureC/],
    ['a day that has not come', { deviceAt: monday + 30 * msPerDay }, /deviceAt/],
  ])('%s', (_, wrong, reason) => {
    const { db, ada, residencyId, tablet } = scene()
    const good = tablet.set(residencyId, ada)
    const bad = { ...tablet.set(residencyId, ada), ...wrong }
    const { results } = recordFacts(db, tablet.batch([bad, good]), tablet.at)
    expect(results[0]).toMatchObject({ status: 'refused', reason: expect.stringMatching(reason) })
    expect(results[1]?.status).toBe('stored')
    expect(n(db, 'SELECT count(*) AS n FROM training_set')).toBe(1)
  })

  it('a fault of 200 letters, an outcome that is none, a rep of minus one second', () => {
    const { db, ada, residencyId, tablet } = scene()
    const set = tablet.set(residencyId, ada)
    const bad = [{ ...tablet.rep(set.id), faults: ['x'.repeat(200)] }, { ...tablet.rep(set.id), outcome: 'great' }, { ...tablet.rep(set.id), heldSeconds: -1 }, null, 'text', { kind: 'rep' }]
    const { results } = recordFacts(db, tablet.batch([set, ...bad]), tablet.at)
    expect(results.map((r) => r.status)).toEqual(['stored', ...bad.map(() => 'refused')])
    expect(n(db, 'SELECT count(*) AS n FROM rep')).toBe(0)
  })

  it('a sequence number used twice by one device', () => {
    const { db, ada, residencyId, tablet } = scene()
    const set = tablet.set(residencyId, ada)
    recordFacts(db, tablet.batch([set]), tablet.at)
    const other = { ...tablet.set(residencyId, ada), seq: set.seq }
    expect(recordFacts(db, tablet.batch([other]), tablet.at).results[0]).toMatchObject({ status: 'refused', reason: expect.stringMatching(/seq/) })
  })
})
