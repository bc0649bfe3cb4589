import { regimesFor } from '../base/regimes'
import { later } from '../tests/kennel'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { z } from 'zod'
import type { WireFact } from '@/core/facts/wire'
import type { Db } from '@/store/database'
import { readSets } from '@/store/facts/read'
import { readPeople } from '@/store/kennel'
import { addPerson } from '../actions/begin'
import { correctSet } from '../actions/correct'
import { loadResident } from '../page/resident'
import { recordFacts } from './accept'
import { refoldApart } from './refold'
import { derive, standingOf } from './standing'
import { rebuildStandings } from '../upkeep/renewStandings'
import { copyEntities, dog, monday, msPerDay, newKennel, Tablet, trainer } from '../tests/kennel'
import type { PlaceId, ResidencyId } from '@/core/ids'

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
      fc.property(
        fc.shuffledSubarray([...facts, ...facts], { minLength: facts.length * 2 }),
        fc.integer({ min: 1, max: 9 }),
        (shuffled, size) => {
          const db = newKennel()
          // The same people and dog under the same ids: copied from the plain kennel.
          copyEntities(plain, db)
          for (let i = 0; i < shuffled.length; i += size) {
            recordFacts(db, tablet.batch(shuffled.slice(i, i + size)), tablet.at)
            expect(standingOf(db, residencyId, later)).toEqual(
              JSON.parse(JSON.stringify(derive(db, residencyId, regimesFor(db, residencyId, later)))),
            )
          }
          expect(standingOf(db, residencyId, later)).toEqual(JSON.parse(JSON.stringify(wanted)))
          db.close()
        },
      ),
      { numRuns: 12 },
    )
  })

  it('an id is one id, in whichever letters it was written', () => {
    const { db, ada, residencyId, tablet } = scene()
    const set = tablet.set(residencyId, ada)
    const rep = tablet.rep(set.id)
    const loud = { ...rep, id: rep.id.toUpperCase(), setId: set.id.toUpperCase() }
    const status = (...facts: WireFact[]) =>
      recordFacts(db, tablet.batch(facts), tablet.at).results.map((r) => r.status)
    expect(status(set, loud)).toEqual(['stored', 'stored'])
    expect(status(rep, { ...set, residencyId: residencyId.toUpperCase() })).toEqual(['known', 'known'])
    expect(standingOf(db, residencyId, later).state.tick).toBe(1)
  })

  it('what comes after all that was folded goes onto it; what does not, or takes something back, folds it anew', () => {
    const { db, ada, residencyId, tablet } = scene()
    const other = new Tablet()
    const tick = () => standingOf(db, residencyId, later).state.tick
    /** A thousand too many: seen as long as what is stored is built upon. */
    const mark = () =>
      db
        .prepare(
          `UPDATE standing
            SET state = json_set(state, '$.tick', json_extract(state, '$.tick') + 1000), stamp = stamp + 1`,
        )
        .run()
    const send = (from: Tablet, ...facts: WireFact[]) => {
      recordFacts(db, from.batch(facts, tablet.at), tablet.at)
    }
    const first = tablet.set(residencyId, ada)
    send(tablet, first, tablet.rep(first.id), tablet.rep(first.id))
    mark()
    send(tablet, tablet.rep(first.id))
    const second = tablet.set(residencyId, ada, { rungId: 'down.lure-sit' })
    send(tablet, second, tablet.rep(second.id))
    send(tablet, tablet.rep(first.id, 'miss'))
    expect(tick()).toBe(1005)
    // A tablet that was in a pocket sends what it wrote a while ago.
    other.at = tablet.at - 5500
    const late = other.set(residencyId, ada)
    send(other, late, other.rep(late.id))
    expect(tick()).toBe(6)
    mark()
    const undone = tablet.rep(first.id)
    send(tablet, undone)
    expect(tick()).toBe(1007)
    send(tablet, tablet.voided(undone.id, ada))
    expect(tick()).toBe(6)
    expect(standing(db, residencyId)).toBe(JSON.stringify(derive(db, residencyId, regimesFor(db, residencyId, later))))
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
      fc.property(
        fc.array(fc.constantFrom('clean', 'helped', 'late', 'miss'), { minLength: 1, maxLength: 10 }),
        fc.constantFrom('sit.rear', 'sit.full', 'down.lure-sit'),
        (outcomes, rungId) => {
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
        },
      ),
      { numRuns: 15 },
    )
  })

  it('a device whose clock is an hour wrong is corrected, a second’s jitter is not', () => {
    const { db, ada, residencyId, tablet } = scene()
    const set = tablet.set(residencyId, ada)
    recordFacts(db, tablet.batch([set]), tablet.at + 3_600_000)
    expect(n(db, "SELECT at - device_at AS n FROM fact WHERE kind = 'set-opened'")).toBe(3_600_000)
    const steady = new Tablet()
    const other = steady.set(residencyId, ada)
    recordFacts(db, steady.batch([other]), steady.at + 900)
    expect(n(db, `SELECT at - device_at AS n FROM fact WHERE id = '${other.id}'`)).toBe(0)
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
    db.prepare("UPDATE standing SET state = '{}', summary = '{}', stamp = stamp + 1").run()
    expect(rebuildStandings(db, monday)).toBe(1)
    expect(standing(db, residencyId)).toBe(kept)
    expect(kept).toBe(JSON.stringify(derive(db, residencyId, regimesFor(db, residencyId, later))))
  })
})

describe('a standing that is folded apart', () => {
  /** Lets something else happen after each reading of the folding, so often; gives how often it tried. */
  function meanwhile(db: Db, times: number, happen: () => void): () => number {
    const plain = db.transaction.bind(db)
    let [left, tries] = [times, 0]
    db.transaction = ((run: () => unknown) => {
      const whole = plain(run)
      const reading = () => {
        const read = whole()
        tries++
        if (left-- > 0) {
          db.transaction = plain
          happen()
          db.transaction = patched
        }
        return read
      }
      return Object.assign(reading, { immediate: whole.immediate })
    }) as unknown as Db['transaction']
    const patched = db.transaction
    return () => tries
  }

  it.each([
    [0, 1],
    [1, 2],
    [2, 3],
    [9, 3],
  ])('holds what came in meanwhile, %i times; it was read %i times', (times, wanted) => {
    const { db, ada, residencyId, tablet } = scene()
    const set = tablet.set(residencyId, ada)
    recordFacts(db, tablet.batch([set, tablet.rep(set.id)]), tablet.at)
    const tries = meanwhile(db, times, () => recordFacts(db, tablet.batch([tablet.rep(set.id, 'miss')]), tablet.at))
    refoldApart(db, residencyId, later)
    expect(tries()).toBe(wanted)
    expect(readSets(db, residencyId)[0]?.reps).toHaveLength(1 + Math.min(times, 3))
    expect(standing(db, residencyId)).toBe(JSON.stringify(derive(db, residencyId, regimesFor(db, residencyId, later))))
  })
})

describe('policy marks a fact and never loses it', () => {
  it('a set in a space that was closed meanwhile, and a correction against policy, are kept', () => {
    const { db, ada, residencyId, tablet } = scene()
    db.prepare("UPDATE place SET closed = 1 WHERE id = 'yard'").run()
    const set = tablet.set(residencyId, ada, { placeId: 'yard' })
    const correction = tablet.correction(residencyId, set.blockId, ada)
    expect(
      recordFacts(
        db,
        tablet.batch([
          set,
          tablet.rep(set.id),
          correction,
          tablet.signs(residencyId, set.blockId, ada, { placeId: 'yard' }),
        ]),
        tablet.at,
      ).results.map((r) => r.status),
    ).toEqual(['stored', 'stored', 'stored', 'stored'])
    expect(readSets(db, residencyId)).toMatchObject([{ placeId: 'yard', placeKind: 'yard', reps: [{}] }])
    expect(loadResident(db, residencyId, tablet.at)?.pressure?.rows).toMatchObject([
      { against: 'This kennel works without corrections.' },
    ])
    // The log calls it as it was called, and what is chosen from does not have it any more.
    const name = String(db.prepare("SELECT name FROM place WHERE id = 'yard'").pluck().get())
    const page = loadResident(db, residencyId, tablet.at)
    expect(page?.log.map((entry) => entry.placeName)).toEqual([name])
    expect(page?.places.map((p) => p.name)).not.toContain(name)
  })

  it('what policy says of a correction depends on its time, not on its batch or on what changed since', () => {
    const { db, ada, residencyId, tablet } = scene()
    const against = () => loadResident(db, residencyId, tablet.at)?.pressure?.rows.map((r) => r.against)
    const first = tablet.correction(residencyId, tablet.set(residencyId, ada).blockId, ada)
    recordFacts(db, tablet.batch([first]), tablet.at)
    db.prepare(
      `INSERT INTO method_change (id, at, row, option, recorded_by)
        VALUES ('m', ?, 'corrections', 'after-teaching', ?)`,
    ).run(tablet.at + 1, ada)
    const later = tablet.correction(residencyId, tablet.set(residencyId, ada).blockId, ada)
    recordFacts(db, tablet.batch([later]), tablet.at)
    expect(against()).toEqual(['This kennel works without corrections.', 'The kennel has listed no device.'])
  })

  it('a stored fact sent again is known, whatever has changed about it since', () => {
    const { db, ada, residencyId, tablet } = scene()
    const set = tablet.set(residencyId, ada, { placeId: 'yard' })
    const facts = [set, tablet.rep(set.id)]
    recordFacts(db, tablet.batch(facts), tablet.at)
    db.prepare("UPDATE place SET closed = 1 WHERE id = 'yard'").run()
    db.prepare("UPDATE residency SET leaves_on = '2026-03-02'").run()
    expect(recordFacts(db, tablet.batch(facts), tablet.at + 90 * msPerDay).results.map((r) => r.status)).toEqual([
      'known',
      'known',
    ])
  })
})

describe('times that cannot be', () => {
  const sit = (tablet: Tablet, residencyId: ResidencyId, ada: string): WireFact[] => {
    const set = tablet.set(residencyId, ada)
    return [set, ...Array.from({ length: 10 }, () => tablet.rep(set.id))]
  }

  it('a tablet whose clock falls back a year in mid-session is set right by the order and the kennel’s clock', () => {
    const { db, ada, residencyId, tablet } = scene()
    const before = sit(tablet, residencyId, ada)
    const truth = tablet.at
    tablet.at -= 365 * msPerDay
    const after = sit(tablet, residencyId, ada)
    recordFacts(db, tablet.batch([...before, ...after]), truth + 60_000)
    const sets = readSets(db, residencyId)
    expect(sets.map((s) => [s.day, s.unsure])).toEqual([
      ['2026-03-02', undefined],
      ['2026-03-02', undefined],
    ])
    for (const rep of sets.flatMap((s) => s.reps)) expect(Math.abs(rep.at - truth)).toBeLessThan(120_000)
    expect(standingOf(db, residencyId, later).state.runs['sit/sit']?.tallies['sit.rear']?.met).toHaveLength(1)
  })

  it('what nobody can date is kept and counts on no day: never held on two', () => {
    const { db, ada, residencyId, tablet } = scene()
    recordFacts(db, tablet.batch(sit(tablet, residencyId, ada)), tablet.at)
    const known = tablet.at
    // Set back for a while and put right before it sends: nothing says when these were.
    tablet.at -= 200 * msPerDay
    const lost = sit(tablet, residencyId, ada)
    recordFacts(db, tablet.batch(lost, known + msPerDay), known + msPerDay)
    const sets = readSets(db, residencyId)
    expect(sets.map((s) => s.unsure)).toEqual([undefined, true])
    expect(sets.flatMap((s) => s.reps)).toHaveLength(20)
    expect(standingOf(db, residencyId, later).summary.commands.find((c) => c.command === 'sit')?.promise).toMatchObject(
      { days: ['2026-03-02'], met: false },
    )
  })

  it.each([
    ['long before the dog came', -40],
    ['long after it went home', 60],
  ])('a set %s is kept and counts on no day', (_, days) => {
    const { db, ada, residencyId, tablet } = scene()
    tablet.at += days * msPerDay
    expect(
      recordFacts(db, tablet.batch(sit(tablet, residencyId, ada)), tablet.at).results.every(
        (r) => r.status === 'stored',
      ),
    ).toBe(true)
    expect(readSets(db, residencyId).map((s) => s.unsure)).toEqual([true])
  })

  it('a day that has not come is no day of anything', () => {
    const { db, ada, residencyId, tablet } = scene()
    const set = { ...tablet.set(residencyId, ada), deviceAt: tablet.at + 30 * msPerDay }
    recordFacts(db, tablet.batch([set]), tablet.at)
    expect(n(db, 'SELECT at - ' + String(tablet.at) + ' AS n FROM training_set')).toBeLessThanOrEqual(0)
    expect(readSets(db, residencyId)[0]?.unsure).toBe(true)
  })
})

describe('taking back asks the role', () => {
  const people = () => {
    const s = scene()
    const hand = addPerson(s.db, { name: 'Ebba', role: 'hand', weekdays: ['1'], from: '09:00', to: '12:00' }, monday)
    if (!hand.ok) throw new Error('no hand')
    const who = (id: string) => readPeople(s.db).find((p) => p.id === id)
    return { ...s, hand: hand.id, who }
  }

  it(
    'a hand cannot take a trainer’s set back through the door of facts, nor in the trainer’s name from another ' +
      'device',
    () => {
      const { db, ada, residencyId, tablet, hand, who } = people()
      const set = tablet.set(residencyId, ada)
      recordFacts(db, tablet.batch([set, tablet.rep(set.id)]), tablet.at, who(ada))
      const other = new Tablet()
      other.at = tablet.at
      const back = (by: string, from = other) =>
        recordFacts(db, from.batch([from.voided(set.id, by)]), from.at, who(hand)).results[0]
      const refused = { status: 'refused', code: 'role' }
      // On the same tablet it is no other.
      for (const from of [other, tablet]) {
        expect(back(hand, from)).toMatchObject(refused)
        expect(back(ada, from)).toMatchObject({ status: 'waits' })
      }
      expect(readSets(db, residencyId)).toHaveLength(1)
    },
  )

  it('a hand undoes what it recorded; what a trainer undid on the same tablet waits until they are signed in', () => {
    const { db, ada, residencyId, tablet, hand, who } = people()
    const [own, hers] = [tablet.set(residencyId, hand), tablet.set(residencyId, ada)]
    recordFacts(db, tablet.batch([own, hers]), tablet.at, who(hand))
    const undone = [tablet.voided(own.id, hand), tablet.voided(hers.id, ada)]
    const sent = (by: string) => recordFacts(db, tablet.batch(undone), tablet.at, who(by)).results.map((r) => r.status)
    expect(sent(hand)).toEqual(['stored', 'waits'])
    expect(readSets(db, residencyId).map((x) => x.id)).toEqual([hers.id])
    expect(sent(ada)).toEqual(['known', 'stored'])
    expect(readSets(db, residencyId)).toEqual([])
  })
})

describe('a set corrected while it is open', () => {
  it('keeps the reps that the tablet still adds to it, through two corrections, and each of them once', () => {
    const { db, ada, residencyId, tablet } = scene()
    const set = tablet.set(residencyId, ada)
    const rep = () => tablet.rep(set.id)
    const [first, second, third, fourth] = [rep(), rep(), rep(), rep()]
    const reps = () => readSets(db, residencyId).map((s) => [s.placeId, s.reps.length])
    const standingId = () =>
      z
        .object({ id: z.string() })
        .parse(
          db
            .prepare('SELECT id FROM training_set s WHERE NOT EXISTS (SELECT 1 FROM voided v WHERE v.target_id = s.id)')
            .get(),
        ).id
    const correct = (placeId: PlaceId, count: number) =>
      correctSet(
        db,
        {
          setId: standingId(),
          reason: 'wrong place',
          recordedBy: ada,
          placeId,
          leashHolder: ada,
          level: 0,
          kit: '1.8 m leash',
          outcomes: Array.from({ length: count }, () => 'clean' as const),
        },
        tablet.at,
      )
    recordFacts(db, tablet.batch([set, first, second]), tablet.at)
    expect(correct('yard', 2).ok).toBe(true)
    recordFacts(db, tablet.batch([third]), tablet.at)
    expect(reps()).toEqual([['yard', 3]])
    expect(correct('street', 3).ok).toBe(true)
    recordFacts(db, tablet.batch([fourth]), tablet.at)
    expect(reps()).toEqual([['street', 4]])
    // The tablet takes one back that had been copied: it is gone from the set that stands.
    recordFacts(db, tablet.batch([tablet.voided(first.id, ada)]), tablet.at)
    expect(reps()).toEqual([['street', 3]])
    expect(loadResident(db, residencyId, tablet.at)?.log.find((l) => l.voidedBecause === null)?.outcomes).toHaveLength(
      3,
    )
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
  ])('%s', (_, wrong, reason) => {
    const { db, ada, residencyId, tablet } = scene()
    const good = tablet.set(residencyId, ada)
    const bad = { ...tablet.set(residencyId, ada), ...wrong }
    const { results } = recordFacts(db, tablet.batch([bad, good]), tablet.at)
    expect(results[0]).toMatchObject({ status: 'refused', reason: expect.stringMatching(reason) })
    expect(results[1]?.status).toBe('stored')
    expect(n(db, 'SELECT count(*) AS n FROM training_set')).toBe(1)
  })

  it('a fact with the id of one of another kind; the same fact again is known', () => {
    const { db, ada, residencyId, tablet } = scene()
    const set = tablet.set(residencyId, ada)
    const rep = { ...tablet.rep(set.id), id: set.id }
    expect(recordFacts(db, tablet.batch([set, rep]), tablet.at).results).toMatchObject([
      { status: 'stored' },
      { status: 'refused', code: 'another-kind' },
    ])
    expect(recordFacts(db, tablet.batch([set]), tablet.at).results[0]?.status).toBe('known')
    expect(n(db, 'SELECT count(*) AS n FROM rep')).toBe(0)
  })

  it('a fault of 200 letters, an outcome that is none, a rep of minus one second', () => {
    const { db, ada, residencyId, tablet } = scene()
    const set = tablet.set(residencyId, ada)
    const bad = [
      { ...tablet.rep(set.id), faults: ['x'.repeat(200)] },
      { ...tablet.rep(set.id), outcome: 'great' },
      { ...tablet.rep(set.id), heldSeconds: -1 },
      null,
      'text',
      { kind: 'rep' },
    ]
    const { results } = recordFacts(db, tablet.batch([set, ...bad]), tablet.at)
    expect(results.map((r) => r.status)).toEqual(['stored', ...bad.map(() => 'refused')])
    expect(n(db, 'SELECT count(*) AS n FROM rep')).toBe(0)
  })

  it('a sequence number that another fact of the device has: both are kept', () => {
    const { db, ada, residencyId, tablet } = scene()
    const set = tablet.set(residencyId, ada)
    recordFacts(db, tablet.batch([set]), tablet.at)
    const others = [tablet.set(residencyId, ada), tablet.set(residencyId, ada)].map((x) => ({ ...x, seq: set.seq }))
    expect(recordFacts(db, tablet.batch(others), tablet.at).results.map((r) => r.status)).toEqual(['stored', 'stored'])
    expect(recordFacts(db, tablet.batch(others), tablet.at).results.map((r) => r.status)).toEqual(['known', 'known'])
    expect(n(db, 'SELECT count(*) AS n FROM training_set')).toBe(3)
    // It goes on with its own numbers, and is asked for none of the spare ones.
    const next = recordFacts(db, tablet.batch([tablet.set(residencyId, ada)]), tablet.at)
    expect([next.results[0]?.status, next.wanted]).toEqual(['stored', [[1, 2]]])
  })
})
