import { later } from '../tests/kennel'
import { v4, v7 } from 'uuid'
import { describe, expect, it } from 'vitest'
import { z } from 'zod'
import { pressureConsent, rewardOnly } from '@/core/block/leashPressure'
import { dayIn } from '@/core/days'
import { stopsTodaySaid } from '@/core/dog/signs'
import { plainHouse } from '@/core/house/house'
import { seeded } from '@/core/seeded'
import type { StartPosition } from '@/core/facts/words'
import type { WireFact } from '@/core/facts/wire'
import type { Db } from '@/store/database'
import { readSigns, readSmallThings } from '@/store/facts/blocks'
import { findResident } from '@/store/residents'
import { appendHouse, writeFeeds } from '@/store/house'
import { appendEntry } from '@/store/intake'
import { insertMethodChange } from '@/store/method'
import { notWorked } from '../context/firstThings'
import { readToday } from '../context/today'
import { loadBlock } from './block'
import { loadFood } from './food'
import { readSets } from '@/store/facts/read'
import { recordFacts } from '../record/accept'
import { setsOf } from '../record/cachedStanding'
import { loadResident } from './resident'
import { standingOf } from '../record/standing'
import { rebuildStandings } from '../upkeep/renewStandings'
import { fed } from '../tests/fedKennel'
import { copyEntities, dog, monday, msPerDay, newKennel, Tablet, trainer } from '../tests/kennel'
import { loadWall } from './wall'
import { markOf } from '@/core/facts/deviceMark'
import type { ResidencyId } from '@/core/ids'
import type { EpochMs } from '@/core/epochMs'

const scene = (more: Record<string, unknown> = {}) => {
  const db = newKennel()
  const ada = trainer(db)
  const residencyId = dog(db, {
    arrivesOn: '2026-02-20',
    leavesOn: '2026-03-30',
    promised: [
      { rung: 'sit.word', places: '1', people: '1' },
      { rung: 'down.lure-sit', places: '1', people: '1' },
      { rung: 'touch.near', places: '1', people: '1' },
    ],
    ...more,
  })
  const tablet = new Tablet()
  const send = (facts: readonly unknown[]) => recordFacts(db, tablet.batch(facts), tablet.at).results
  const view = (command?: string) => {
    const found = loadBlock(db, residencyId, command, ada, tablet.at)
    if (!found) throw new Error('no block')
    return found
  }
  /** Works rungs until they are held: ten clean on each of two days. */
  const hold = (...rungIds: string[]) => {
    for (let day = 0; day < 2; day++) {
      for (const rungId of rungIds) {
        const set = tablet.set(residencyId, ada, { rungId })
        send([set, ...Array.from({ length: 10 }, () => tablet.rep(set.id))])
      }
      tablet.at += msPerDay
    }
  }
  return { db, ada, residencyId, tablet, send, view, hold }
}

describe('a block is composed', () => {
  it('of work alone while the dog is sure of nothing', () => {
    const { items, sure } = scene().view().plan
    expect(sure).toEqual([])
    expect(items.map((i) => i.role)).toEqual(['work', 'work'])
  })

  it('and says so when nothing is promised, or what was is gone from the ladder', () => {
    const s = scene()
    expect(s.view().lacks).toBe('')
    s.db.prepare("UPDATE promise SET rung_id = 'touch.gone' WHERE command = 'touch'").run()
    rebuildStandings(s.db, s.tablet.at)
    expect(s.view().lacks).toBe('a promise is not in the curriculum')
    s.db.prepare('DELETE FROM promise').run()
    rebuildStandings(s.db, s.tablet.at)
    expect(s.view().lacks).toBe('nothing promised')
  })

  it('of something sure, the most pressing, something sure: never the same thing twice where it can be helped', () => {
    const s = scene()
    s.hold('touch.near', 'watch.food-hand')
    // The same evening, before any refresher is due.
    s.tablet.at -= 0.9 * msPerDay
    const { plan } = s.view()
    expect(plan.items.map((i) => i.role)).toEqual(['warm-up', 'work', 'work', 'finish'])
    expect(new Set(plan.items.map((i) => i.command)).size).toBe(4)
    expect(
      plan.items
        .filter((i) => i.role !== 'work')
        .map((i) => i.command)
        .sort(),
    ).toEqual(['touch', 'watch'])
    expect(plan.items.filter((i) => i.role !== 'work').every((i) => i.reps <= 3)).toBe(true)
  })

  it('of one thing to work on for a dog under six months', () => {
    const s = scene({ bornOn: '2025-11-20' })
    s.hold('touch.near')
    const view = s.view()
    expect(view.young).toBe(true)
    // What is going stale is shown once, cold, before the one thing.
    expect(view.plan.items.map((i) => [i.role, i.purpose])).toEqual([
      ['work', 'refresh'],
      ['work', 'work'],
      ['finish', 'work'],
    ])
  })

  it('of nothing on the first evening, and says why', () => {
    const s = scene({ arrivesOn: '2026-03-02' })
    expect(s.view()).toMatchObject({ rest: expect.stringContaining('First evening') as string, plan: { items: [] } })
  })
})

describe('dogs that may not meet', () => {
  it('are never sent to one place, whichever of the two papers says so', () => {
    for (const says of ['own', 'other'] as const) {
      const s = scene()
      const other = dog(s.db, { name: 'Rook', run: '2', arrivesOn: '2026-02-20', leavesOn: '2026-03-30' })
      const [mine, its] = [s.residencyId, other].map((id) => findResident(s.db, id)?.dogId ?? '')
      expect(s.view().plan.items.map((i) => i.placeId ?? 'room')).toContain('room')
      appendEntry(s.db, {
        id: v7(),
        residencyId: says === 'own' ? s.residencyId : other,
        step: 'health',
        entry: {
          allergies: [],
          notWith: [says === 'own' ? its : mine],
          medicines: [],
          vaccines: [],
          traits: [],
          twoPeople: false,
        },
        at: monday,
        recordedBy: s.ada,
      })
      s.send([s.tablet.set(other, s.ada, { placeId: 'room' })])
      const view = s.view()
      expect(Object.keys(view.barred)).toEqual(['room'])
      expect(view.plan.items.length).toBeGreaterThan(0)
      expect(view.plan.items.map((i) => i.placeId ?? 'room')).not.toContain('room')
      s.db.close()
    }
  })
})

describe('what a block leaves behind', () => {
  it('its note opens the next one, and the dog rests: 45 minutes, 90 after signs of stress', () => {
    const s = scene()
    const block = s.tablet.block(s.residencyId, s.ada)
    const set = s.tablet.set(s.residencyId, s.ada, { blockId: block.id })
    s.send([
      block,
      set,
      s.tablet.rep(set.id),
      { kind: 'set-closed', ...s.tablet.stamp(), setId: set.id, endedBy: 'trainer', note: '' },
    ])
    expect(s.view().note).toBeUndefined()
    const end = s.tablet.blockEnd(s.residencyId, block.id, s.ada, { note: 'wants a quicker come' })
    s.send([end])
    expect(s.view()).toMatchObject({
      note: { text: 'wants a quicker come', by: 'Ada' },
      blocksToday: 1,
      restsUntil: end.deviceAt + 45 * 60_000,
    })
    s.send([s.tablet.blockEnd(s.residencyId, block.id, s.ada, { note: 'and tired', stressful: true })])
    expect(s.view().restsUntil).toBe(s.tablet.at + 90 * 60_000)
    s.tablet.at += 91 * 60_000
    expect(s.view().restsUntil).toBeUndefined()
    expect(s.view().note?.text).toBe('and tired')
  })

  it('what it paid comes off the meal, what it paid of other food is extra, and a slip counts as eaten', () => {
    const s = scene()
    writeFeeds(s.db, [
      { id: 'k', name: 'House kibble', kcalPer100g: 360, kcalPerPiece: 1.8, tier: 1, contains: '' },
      { id: 'l', name: 'Soft liver', kcalPer100g: 300, kcalPerPiece: 4, tier: 3, contains: '' },
    ])
    expect(fed({ db: s.db, fact: { residencyId: s.residencyId, recordedBy: s.ada } }).ok).toBe(true)
    const before = s.view().piecesLeft ?? 0
    const [own, liver] = [s.tablet.set(s.residencyId, s.ada), s.tablet.set(s.residencyId, s.ada, { feedId: 'l' })]
    const slip = s.tablet.rep(own.id, 'miss', { paid: false, pieces: 2, payError: true })
    s.send([
      own,
      s.tablet.rep(own.id, 'clean', { pieces: 3 }),
      slip,
      s.tablet.rep(own.id, 'clean', { paid: true, pieces: 0, sitPieces: 1 }),
      liver,
      s.tablet.rep(liver.id, 'clean', { pieces: 2 }),
    ])
    expect(s.view().piecesLeft).toBeLessThan(before - 5)
    expect(loadFood(s.db, s.residencyId, s.tablet.at)?.day).toMatchObject({
      paidReps: 6,
      fed: { eatenGrams: 3, extraKcal: 8 },
    })
    s.send([s.tablet.small(s.residencyId, s.ada, { what: 'corridor-ten', reps: 10, pieces: 4 })])
    expect(loadFood(s.db, s.residencyId, s.tablet.at)?.day).toMatchObject({ paidReps: 10 })
    s.send([s.tablet.voided(slip.id, s.ada)])
    expect(loadFood(s.db, s.residencyId, s.tablet.at)?.day).toMatchObject({ paidReps: 8 })
  })

  it('offers no food that this dog must not have', () => {
    const s = scene()
    writeFeeds(s.db, [
      { id: 'f', name: 'Fish squares', kcalPer100g: 300, kcalPerPiece: 3, tier: 2, contains: 'cod' },
      { id: 'l', name: 'Soft liver', kcalPer100g: 300, kcalPerPiece: 4, tier: 3, contains: 'pork' },
    ])
    appendEntry(s.db, {
      id: v7(),
      residencyId: s.residencyId,
      step: 'health',
      entry: { allergies: [{ what: 'cod' }], notWith: [], medicines: [], vaccines: [], traits: [], twoPeople: true },
      at: monday,
      recordedBy: s.ada,
    })
    expect(s.view()).toMatchObject({ allergies: ['cod'], twoPeople: true, feeds: [{ id: null }, { id: 'l' }] })
  })

  it('signs keep coming in three blocks of a week, and one taken back counts no more', () => {
    const s = scene()
    const blocks = [v4(), v4(), v4()]
    const facts = blocks.map((b) => s.tablet.signs(s.residencyId, b, s.ada))
    s.send(facts)
    expect(s.view().signsKeepComing).toBe(true)
    expect(readSigns(s.db, s.residencyId, '2026-03-01')).toHaveLength(3)
    s.send([s.tablet.voided(facts[0]?.id ?? '', s.ada)])
    expect(s.view().signsKeepComing).toBe(false)
  })

  it('signs in two blocks of one day: not worked any more today, on its page and on the wall; tomorrow it is', () => {
    const s = scene()
    const facts = [v4(), v4()].map((b) => s.tablet.signs(s.residencyId, b, s.ada))
    const waits = (now: EpochMs) => readToday(s.db, dayIn('UTC', now), now).not(s.residencyId)
    const at = monday + 60_000
    s.send(facts.slice(0, 1))
    expect(notWorked(s.db, s.residencyId, '2026-03-02')).toBe('')
    s.send(facts.slice(1))
    expect(notWorked(s.db, s.residencyId, '2026-03-02')).toBe(stopsTodaySaid.said)
    expect(waits(at)).toBe(stopsTodaySaid.short)
    expect(notWorked(s.db, s.residencyId, '2026-03-03')).toBe('')
    expect(waits(at + 86_400_000)).not.toBe(stopsTodaySaid.short)
  })

  it('other devices’ open sets are told apart from its own', () => {
    const s = scene()
    const set = s.tablet.set(s.residencyId, s.ada)
    s.send([set, s.tablet.rep(set.id)])
    expect(s.view().open).toEqual([{ id: set.id, device: markOf(s.tablet.device), at: expect.any(Number) }])
    expect(s.view().recent.map((r) => r.reps.length)).toEqual([1])
  })
})

describe('what a block is told of before', () => {
  it('collars worn, the newest first, and how a rung went from each start', () => {
    const s = scene()
    const worn = (collar: string | null, startPosition: StartPosition | null, outcome: 'clean' | 'miss') => {
      const set = s.tablet.set(s.residencyId, s.ada, { rungId: 'sit.rear', collar, startPosition })
      expect(s.send([set, s.tablet.rep(set.id, outcome)]).map((r) => r.status)).toEqual(['stored', 'stored'])
      s.tablet.at += 60_000
      return set
    }
    worn('harness', 'stand', 'clean')
    worn('flat collar', 'stand', 'miss')
    worn(null, null, 'clean')
    const gone = worn('slip lead', 'down', 'clean')
    expect(s.view().collarsWorn).toEqual(['slip lead', 'flat collar', 'harness'])
    s.send([s.tablet.voided(gone.id, s.ada)])
    expect(s.view().collarsWorn).toEqual(['flat collar', 'harness'])
    expect(s.view().starts).toEqual({ 'sit.rear': { stand: { clean: 1, reps: 2 } } })
    expect(s.view().collars).toEqual(['flat collar', 'harness'])
    const bad = s.tablet.set(s.residencyId, s.ada, { startPosition: 'handstand' } as never)
    expect(s.send([bad])[0]?.status).toBe('refused')
  })

  it('a fact written before these were asked for is taken, and says nothing of them', () => {
    const s = scene()
    const { collar, fitted, startPosition, ...old } = s.tablet.set(s.residencyId, s.ada)
    expect([collar, fitted, startPosition]).toEqual([null, null, null])
    const { outBefore, ...block } = s.tablet.block(s.residencyId, s.ada) as Record<string, unknown>
    expect(outBefore).toBe(null)
    expect(s.send([old, block]).map((r) => r.status)).toEqual(['stored', 'stored'])
    expect(s.db.prepare('SELECT out_before FROM block').pluck().get()).toBe(null)
  })
})

describe('corrections', () => {
  it('are kept, each with what house, owner, age and knowledge said of it at its time', () => {
    const s = scene({ bornOn: '2024-01-01' })
    const one = () => {
      expect(s.send([s.tablet.correction(s.residencyId, v4(), s.ada)])[0]?.status).toBe('stored')
    }
    one()
    insertMethodChange(s.db, v7(), { at: s.tablet.at + 1, row: 'corrections', option: 'after-teaching' }, s.ada)
    one()
    appendHouse(
      s.db,
      v7(),
      { ...plainHouse('K', 'Europe/London'), devices: [{ name: 'slip lead', policy: '' }] },
      s.ada,
      s.tablet.at + 1,
    )
    one()
    appendEntry(s.db, {
      id: v7(),
      residencyId: s.residencyId,
      step: 'consents',
      entry: { signed: [{ to: pressureConsent, by: 'Tamsin', on: '2026-02-20', note: '' }] },
      at: s.tablet.at + 1,
      recordedBy: s.ada,
    })
    one()
    s.hold('sit.rear')
    one()
    // A consent withdrawn later says nothing of what was done before.
    s.tablet.at += 1000
    appendEntry(s.db, {
      id: v7(),
      residencyId: s.residencyId,
      step: 'consents',
      entry: { signed: [] },
      at: s.tablet.at + 1,
      recordedBy: s.ada,
    })
    one()
    const against = loadResident(s.db, s.residencyId, s.tablet.at)?.pressure?.rows.map((r) => r.against)
    expect(against).toEqual([
      expect.stringContaining('without corrections'),
      expect.stringContaining('no device'),
      expect.stringContaining('not signed'),
      expect.stringContaining('is mastered'),
      '',
      expect.stringContaining('not signed'),
    ])
  })
})

describe('what a dog wore', () => {
  it('against policy, consent or age is marked as it was then, on the dog’s page and on a lead’s wall', () => {
    const s = scene({ bornOn: '2025-11-01' })
    const wear = (collar: string | null) => {
      const set = s.tablet.set(s.residencyId, s.ada, { collar })
      expect(s.send([set, s.tablet.rep(set.id)]).map((r) => r.status)).toEqual(['stored', 'stored'])
      s.tablet.at += 1000
    }
    const list = (...devices: string[]) =>
      appendHouse(
        s.db,
        v7(),
        { ...plainHouse('K', 'Europe/London'), devices: devices.map((name) => ({ name, policy: '' })) },
        s.ada,
        s.tablet.at++,
      )
    const sign = (...to: string[]) =>
      appendEntry(s.db, {
        id: v7(),
        residencyId: s.residencyId,
        step: 'consents',
        entry: { signed: to.map((t) => ({ to: t, by: 'Tamsin', on: '2026-02-20', note: '' })) },
        at: s.tablet.at++,
        recordedBy: s.ada,
      })
    // What any dog may wear, and what nobody named, says nothing.
    for (const collar of ['flat collar', 'harness', null]) wear(collar)
    wear('slip lead')
    list('slip lead')
    wear('slip lead')
    sign(pressureConsent, rewardOnly)
    wear('slip lead')
    sign(pressureConsent)
    wear('slip lead')
    s.db.prepare("UPDATE dog SET traits = json_set(traits, '$.bornOn', '2024-01-01')").run()
    wear('slip lead')
    const worn = loadResident(s.db, s.residencyId, s.tablet.at)?.worn.map((w) => w.against)
    // Its age is a fact about the dog, whenever it was put right.
    expect(worn).toEqual([
      'The kennel has not listed the slip lead.',
      'The owner has not signed for the slip lead.',
      'The owner signed for reward-based training only.',
    ])
    s.db.prepare("UPDATE dog SET traits = json_set(traits, '$.bornOn', '2025-11-01')").run()
    expect(
      loadResident(s.db, s.residencyId, s.tablet.at)
        ?.worn.map((w) => w.against)
        .slice(3),
    ).toEqual(['Never on a dog under six months.', 'Never on a dog under six months.'])
    expect(loadWall(s.db, s.tablet.at, { isLead: true }).worn).toMatchObject([
      { residencyId: s.residencyId, collar: 'slip lead', against: 'Never on a dog under six months.' },
    ])
    expect(loadWall(s.db, s.tablet.at, { isLead: false }).worn).toEqual([])
  })
})

it.each([
  ['a block of no dog', (t: Tablet, ada: string) => t.block(v4(), ada), 'residencyId'],
  [
    'a note by nobody',
    (t: Tablet, _: string, residencyId: ResidencyId) => t.blockEnd(residencyId, v4(), 'nobody'),
    'recordedBy',
  ],
  [
    'signs at no place',
    (t: Tablet, ada: string, residencyId: ResidencyId) => t.signs(residencyId, v4(), ada, { placeId: 'moon' }),
    'placeId',
  ],
  [
    'no sign at all',
    (t: Tablet, ada: string, residencyId: ResidencyId) => t.signs(residencyId, v4(), ada, { signs: [] }),
    'signs',
  ],
  [
    'a small thing of nought',
    (t: Tablet, ada: string, residencyId: ResidencyId) => t.small(residencyId, ada, { reps: 0 }),
    'reps',
  ],
  [
    'a set paid with no feed',
    (t: Tablet, ada: string, residencyId: ResidencyId) => t.set(residencyId, ada, { feedId: 'moonrock' }),
    'feedId',
  ],
  [
    'a set beside no dog',
    (t: Tablet, ada: string, residencyId: ResidencyId) => t.set(residencyId, ada, { secondDog: v4() }),
    'secondDog',
  ],
  [
    'a seed of 33 bits',
    (t: Tablet, ada: string, residencyId: ResidencyId) => t.set(residencyId, ada, { seed: 2 ** 32 }),
    'seed',
  ],
  ['eighty-one pieces', (t: Tablet) => t.rep(v4(), 'clean', { pieces: 81 }), 'pieces'],
])('%s is refused with its reason, and keeps nothing else back', (_, bad, reason) => {
  const s = scene()
  const good = s.tablet.small(s.residencyId, s.ada)
  const [first, second] = s.send([bad(s.tablet, s.ada, s.residencyId), good])
  expect(first).toMatchObject({ status: 'refused', reason: expect.stringContaining(reason) as string })
  expect(second).toMatchObject({ status: 'stored' })
  expect(readSmallThings(s.db, '2026-03-02')).toHaveLength(1)
})

/** Every table of facts, whole and in one order, without the moment of receiving. */
function everything(db: Db): string {
  const tables = [
    'fact',
    'training_set',
    'rep',
    'set_close',
    'voided',
    'block',
    'block_close',
    'over_threshold',
    'correction',
    'small_thing',
  ]
  return JSON.stringify(
    tables.map((t) =>
      db
        .prepare(`SELECT * FROM ${t} ORDER BY id`)
        .all()
        .map((row) => ({ ...z.record(z.string(), z.unknown()).parse(row), received_at: 0 })),
    ),
  )
}

it(
  'ten thousand facts of three devices, shuffled, doubled and cut into pieces, leave the store as if they had ' +
    'come one after another',
  () => {
    const chance = seeded(41)
    const below = (n: number) => Math.floor(chance() * n)
    const plain = newKennel()
    const ada = trainer(plain)
    const dogs = Array.from({ length: 6 }, (_, i) =>
      dog(plain, { name: `Dog ${i}`, run: String(i + 1), arrivesOn: '2026-02-20', leavesOn: '2026-04-30' }),
    )
    const tablets = [new Tablet(), new Tablet(), new Tablet()]
    const facts: { device: string; fact: WireFact }[] = []
    while (facts.length < 10_000) {
      const tablet = tablets[below(3)] ?? new Tablet()
      const residencyId = dogs[below(6)] ?? ''
      tablet.at += below(600_000)
      const add = (fact: WireFact) => facts.push({ device: tablet.device, fact })
      const block = tablet.block(residencyId, ada)
      add(block)
      for (let s = 0; s < 1 + below(3); s++) {
        const set = tablet.set(residencyId, ada, {
          blockId: block.id,
          rungId: ['sit.rear', 'sit.full', 'down.lure-sit', 'sit-stay.1s'][below(4)] ?? 'sit.rear',
          seed: below(2 ** 31),
        })
        add(set)
        for (let r = 0; r < 2 + below(9); r++) {
          const rep = tablet.rep(
            set.id,
            (['clean', 'clean', 'clean', 'helped', 'late', 'miss'] as const)[below(6)] ?? 'clean',
            { pieces: below(3) },
          )
          add(rep)
          if (chance() < 0.05) add(tablet.voided(rep.id, ada))
        }
        if (chance() < 0.9) add({ kind: 'set-closed', ...tablet.stamp(), setId: set.id, endedBy: 'rule', note: '' })
      }
      if (chance() < 0.2) add(tablet.signs(residencyId, block.id, ada))
      if (chance() < 0.3) add(tablet.small(residencyId, ada, { pieces: below(4) }))
      add(tablet.blockEnd(residencyId, block.id, ada, { note: chance() < 0.3 ? 'shorter' : '' }))
    }
    const now = Math.max(...tablets.map((t) => t.at))
    for (const tablet of tablets) {
      const own = facts.flatMap((f) => (f.device === tablet.device ? [f.fact] : []))
      expect(
        new Set(
          recordFacts(plain, { device: tablet.device, deviceNow: now, facts: own }, now).results.map((r) => r.status),
        ),
      ).toEqual(new Set(['stored']))
    }
    const mixed = newKennel()
    copyEntities(plain, mixed)
    const order = [...facts, ...facts.filter(() => chance() < 0.5)]
    for (let i = order.length - 1; i > 0; i--) {
      const j = below(i + 1)
      const [a, b] = [order[i], order[j]]
      if (a && b) [order[i], order[j]] = [b, a]
    }
    const seen = { stored: 0, known: 0, refused: 0, waits: 0 }
    for (let i = 0; i < order.length;) {
      const piece = order.slice(i, (i += 1 + below(1200)))
      for (const tablet of tablets) {
        const own = piece.flatMap((f) => (f.device === tablet.device ? [f.fact] : []))
        if (own.length > 0)
          for (const r of recordFacts(mixed, { device: tablet.device, deviceNow: now, facts: own }, now).results)
            seen[r.status]++
      }
      const looked = dogs[below(6)] ?? ''
      expect(JSON.stringify(setsOf(mixed, looked))).toBe(JSON.stringify(readSets(mixed, looked)))
    }
    expect(seen).toEqual({ stored: facts.length, known: order.length - facts.length, refused: 0, waits: 0 })
    expect(everything(mixed)).toBe(everything(plain))
    for (const id of dogs)
      expect(JSON.stringify(standingOf(mixed, id, later))).toBe(JSON.stringify(standingOf(plain, id, later)))
  },
)
