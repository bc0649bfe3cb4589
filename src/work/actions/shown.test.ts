import fc from 'fast-check'
import { v7 } from 'uuid'
import { describe, expect, it } from 'vitest'
import { recordOf, type ShowRecord } from '@/core/demonstration/record'
import { occasionKey } from '@/core/demonstration/outlook'
import { outcomeOf } from '@/core/handoff/outcome'
import type { Outcome } from '@/core/facts/fact'
import { ownersHandNames } from '@/core/facts/words'
import { demonstrationsOf, saidOf } from '@/store/demonstrations'
import { appendHouse, readHouse } from '@/store/house'
import { wantsRehearsal } from '@/store/residents'
import { LiveSession } from '@/device/live/session'
import { loadAfter } from '../page/after'
import { loadBlock } from '../page/block'
import { loadHandoffPage, loadHandoffs } from '../page/handoff'
import { loadWall } from '../page/wall'
import { standingOf } from '../record/standing'
import { dogFields, msPerDay } from '../tests/kennel'
import { Phone, readyKennel, sessionOf } from '../tests/shown'
import { addDog } from './begin'
import { bookHandoff, outcomeForm, recordOutcome } from './handoff'
import { markOf } from '@/core/facts/deviceMark'
import type { PlaceId } from '@/core/ids'
import type { EpochMs } from '@/core/epochMs'

const kept = (k: ReturnType<typeof readyKennel>): ShowRecord => {
  const [begun] = demonstrationsOf(k.db, k.residencyId)
  // A phone is told which device is which by marks.
  const record = begun && recordOf(saidOf(k.db, begun).map((x) => ({ ...x, device: markOf(x.device) })))
  if (!record) throw new Error('nothing was kept')
  return record
}
/** A record without what is only of the moment: order is by the kennel’s clock there and by the phone’s here. */
const plain = ({ from: _, ...record }: ShowRecord) => record

/** A whole demonstration: the sit once for the trainer, three times for the owner. */
function whole(k: ReturnType<typeof readyKennel>, phone: Phone, done = true) {
  const session = sessionOf(k.view(), phone)
  session.begin({ placeId: 'room', leashHolder: k.ada })
  session.next()
  session.tap('clean')
  session.next()
  session.next()
  session.hand('side')
  session.next()
  session.hand('one-cue')
  session.tap('miss')
  session.tap('helped')
  session.hand('calm')
  session.hand('calm')
  session.tap('clean')
  session.next()
  session.next()
  if (done) session.leave('done', '', 'well shown')
  return session
}

describe('a demonstration on a phone', () => {
  it('is kept fact by fact, with its chance, and the phone and the kennel end the same', () => {
    const k = readyKennel()
    const phone = k.phone()
    const said = k.view().chances[occasionKey('room', k.ada)]?.whole
    const session = whole(k, phone)
    expect(phone.send(k.db).filter((r) => r.status !== 'stored')).toEqual([])
    const record = kept(k)
    expect(plain(record)).toEqual(plain(session.known.now().record ?? record))
    expect(record).toMatchObject({ status: 'done', note: 'well shown', what: 'demonstration' })
    // As it was said when it began: what was shown since has changed what would be said now.
    expect(record.whole).toBe(said)
    expect(record.items.find((i) => i.id === 'seated')?.chance).toBeGreaterThan(0.5)
    const owners = record.tries.filter((t) => t.turn === 'owner')
    expect(owners.map((t) => [t.outcome, t.wrong, t.right])).toEqual([
      ['miss', ['one-cue'], []],
      ['helped', [], ['calm']],
      ['clean', [], []],
    ])
    expect(record.hands).toEqual([{ itemId: 'equipment', right: [], wrong: ['side'] }])
  })

  it('in any batches, in any order, sent twice: the same', () => {
    const k = readyKennel()
    const phone = k.phone()
    whole(k, phone)
    fc.assert(
      fc.property(
        fc.shuffledSubarray(phone.facts, { minLength: phone.facts.length }),
        fc.integer({ min: 1, max: phone.facts.length }),
        (mixed, cut) => {
          const other = readyKennel()
          // The same facts in a kennel of its own: its people and dog have other ids.
          const names = new Map([
            [k.residencyId, other.residencyId],
            [k.ada, other.ada],
          ])
          const again = mixed.map(
            (f) =>
              JSON.parse(JSON.stringify(f), (_, v: unknown) =>
                typeof v === 'string' ? (names.get(v) ?? v) : v,
              ) as typeof f,
          )
          const carrier = new Phone()
          carrier.tablet.at = k.now + 600_000
          for (const batch of [again.slice(0, cut), again.slice(cut), again.slice(0, cut)]) {
            carrier.facts.push(...batch)
            carrier.send(other.db, k.now + 600_000)
          }
          const [begun] = demonstrationsOf(other.db, other.residencyId)
          const record = begun && recordOf(saidOf(other.db, begun))
          expect(record?.tries.map((t) => [t.itemId, t.turn, t.outcome, t.wrong])).toEqual([
            ['seated', 'trainer', 'clean', []],
            ['seated', 'owner', 'miss', ['one-cue']],
            ['seated', 'owner', 'helped', []],
            ['seated', 'owner', 'clean', []],
          ])
          expect(record?.status).toBe('done')
        },
      ),
      { numRuns: 12 },
    )
  })

  it('what the owner shows fills the hands of the grid and moves no ladder; the trainer’s rep counts', () => {
    const k = readyKennel()
    const before = standingOf(k.db, k.residencyId, k.now).state
    const phone = k.phone()
    const session = sessionOf(k.view(), phone)
    session.begin({ placeId: 'room', leashHolder: k.ada })
    session.goTo({ turn: 'owner', itemId: 'seated' })
    for (const outcome of Array<Outcome>(12).fill('miss')) session.tap(outcome)
    session.leave('done', '')
    phone.send(k.db)
    const after = standingOf(k.db, k.residencyId, phone.tablet.at).state
    expect(after.runs).toEqual(before.runs)
    const page = loadAfter(k.db, k.residencyId, phone.tablet.at)
    expect(page?.gaps[0]).toMatchObject({ id: 'sit', owner: { clean: 0, total: 12 } })
    const trainers = sessionOf(k.view('rehearsal', phone.tablet.at), phone)
    trainers.begin({ placeId: 'room', leashHolder: k.ada })
    trainers.goTo({ turn: 'trainer', itemId: 'seated' })
    trainers.tap('clean')
    phone.send(k.db)
    expect(standingOf(k.db, k.residencyId, phone.tablet.at).state.runs).not.toEqual(before.runs)
  })

  it('is taken up after a reload, and on a second phone where the first one left it', () => {
    const k = readyKennel()
    const first = k.phone()
    const session = sessionOf(k.view(), first)
    session.begin({ placeId: 'room', leashHolder: k.ada })
    session.next()
    session.tap('late')
    // A reload, nothing sent: the page is the kept one.
    const reloaded = sessionOf(k.view(), first)
    expect(reloaded.known.now()).toMatchObject({ asks: false, spot: { turn: 'trainer', itemId: 'seated' } })
    expect(reloaded.known.now().record?.tries).toHaveLength(1)
    reloaded.leave('stopped', 'Half of it done')
    first.send(k.db)
    const second = k.phone()
    second.tablet.at = first.tablet.at + msPerDay
    const elsewhere = sessionOf(k.view('demonstration', second.tablet.at), second)
    expect(elsewhere.known.now()).toMatchObject({ asks: true, record: { status: 'stopped', why: 'Half of it done' } })
    elsewhere.join(false)
    elsewhere.tap('clean')
    elsewhere.next()
    elsewhere.leave('done', '')
    second.send(k.db)
    expect(kept(k).tries.map((t) => t.outcome)).toEqual(['late', 'clean'])
    expect(new Set(kept(k).tries.map((t) => t.device)).size).toBe(2)
    expect(k.view('demonstration', second.tablet.at).events).toEqual([])
  })

  it('keeps the chance of the place and the hands that were chosen, not of those proposed', () => {
    const k = readyKennel()
    const begun = (placeId: PlaceId, leashHolder: string) => {
      const session = sessionOf(k.view(), k.phone())
      session.begin({ placeId, leashHolder })
      return session.known.now().record
    }
    const [known, place, hands] = [begun('room', k.ada), begun('yard', k.ada), begun('room', k.ben)]
    expect(known?.whole).toBeGreaterThan(place?.whole ?? 1)
    expect(known?.whole).toBeGreaterThan(hands?.whole ?? 1)
    expect(hands?.items.find((i) => i.id === 'seated')?.chance).toBe(hands?.whole)
    expect(known?.items.find((i) => i.id === 'questions')?.chance).toBeNull()
  })

  it('one that was stopped or begun elsewhere is no dead end: it is left as it is, and another begun', () => {
    const k = readyKennel()
    const first = k.phone()
    const session = sessionOf(k.view(), first)
    session.begin({ placeId: 'room', leashHolder: k.ada })
    session.goTo({ turn: 'trainer', itemId: 'seated' })
    session.tap('miss')
    session.leave('stopped', 'Owner upset')
    first.send(k.db)
    const second = k.phone()
    second.tablet.at = first.tablet.at + 40 * msPerDay
    const later = sessionOf(k.view('demonstration', second.tablet.at), second)
    expect(later.known.now().asks).toBe(true)
    later.anew()
    later.begin({ placeId: 'yard', leashHolder: k.ben })
    second.send(k.db)
    const records = demonstrationsOf(k.db, k.residencyId).flatMap((d) => recordOf(saidOf(k.db, d)) ?? [])
    expect(records.map((r) => [r.status, r.placeId, r.tries.length])).toEqual([
      ['done', 'room', 1],
      ['open', 'yard', 0],
    ])
    // A reload stands in the new one.
    const again = sessionOf(k.view('demonstration', second.tablet.at), second)
    expect(again.known.now()).toMatchObject({ asks: false, record: { placeId: 'yard' } })
  })

  it('begun on two phones, one without a network, it is one: the tries of both are reached, and its end is one', () => {
    const k = readyKennel()
    const phones = [k.phone(), k.phone()] as const
    const sessions = phones.map((phone) => sessionOf(k.view(), phone))
    sessions.forEach((session, i) => {
      session.begin({ placeId: 'room', leashHolder: i === 0 ? k.ada : k.ben })
      session.goTo({ turn: 'trainer', itemId: i === 0 ? 'seated' : 'equipment' })
      session.goTo({ turn: 'trainer', itemId: 'seated' })
      session.tap(i === 0 ? 'clean' : 'miss')
    })
    for (const phone of [...phones].reverse()) phone.send(k.db)
    const { at } = phones[0].tablet
    const page = loadAfter(k.db, k.residencyId, at)
    const outcomes = page?.shown.map((s) => s.items.find((i) => i.id === 'seated')?.turns[0]?.outcomes)
    expect(outcomes?.map((all) => [...(all ?? [])].sort())).toEqual([['clean', 'miss']])
    // Whoever opens it next goes on with it, and its end is the end of both.
    const third = k.phone()
    third.tablet.at = at + 60_000
    const later = sessionOf(k.view('demonstration', third.tablet.at), third)
    expect(later.known.now().record?.tries).toHaveLength(2)
    later.join(false)
    later.leave('done', '')
    third.send(k.db)
    expect(loadAfter(k.db, k.residencyId, third.tablet.at)?.shown.map((s) => s.status)).toEqual(['done'])
    // One that is begun after that, on the same day, is another.
    const fourth = k.phone()
    fourth.tablet.at = third.tablet.at + 60_000
    sessionOf(k.view('demonstration', fourth.tablet.at), fourth).begin({ placeId: 'room', leashHolder: k.ada })
    fourth.send(k.db)
    expect(loadAfter(k.db, k.residencyId, fourth.tablet.at)?.shown.map((s) => s.status)).toEqual(['open', 'done'])
  })

  it('a rehearsal that is left at its end was gone through to it', () => {
    const k = readyKennel()
    const phone = k.phone()
    const session = sessionOf(k.view('rehearsal'), phone)
    session.begin({ placeId: 'room', leashHolder: k.ben })
    for (let spot = session.known.now().spot; spot; spot = session.known.now().record?.next) {
      session.goTo(spot)
      session.tap('clean')
      session.next()
    }
    phone.send(k.db)
    const [once] = loadAfter(k.db, k.residencyId, phone.tablet.at)?.shown ?? []
    expect(once).toMatchObject({ status: 'open', goneThrough: true, rehearsed: { passed: true, not: '' } })
  })

  it('scored beside, both are kept and one counts', () => {
    const k = readyKennel()
    const [first, second] = [k.phone(), k.phone()]
    const session = sessionOf(k.view(), first)
    session.begin({ placeId: 'room', leashHolder: k.ada })
    session.goTo({ turn: 'trainer', itemId: 'seated' })
    session.tap('clean')
    first.send(k.db)
    second.tablet.at = first.tablet.at
    const beside = sessionOf(k.view('demonstration', first.tablet.at), second)
    beside.join(true)
    beside.goTo({ turn: 'trainer', itemId: 'seated' })
    beside.tap('late')
    beside.next()
    second.send(k.db)
    const record = kept(k)
    expect(record.tries.map((t) => [t.outcome, t.beside])).toEqual([
      ['clean', false],
      ['late', true],
    ])
    const page = loadAfter(k.db, k.residencyId, second.tablet.at)
    expect(page?.gaps[0]?.trainer).toMatchObject({ clean: 1, total: 1 })
    expect(page?.shown[0]?.agreement).toMatchObject({ both: 1, same: 0 })
  })

  it('a block on the same phone stands where the kennel does, sent or not, and takes none of its sets', () => {
    const k = readyKennel()
    const phone = k.phone()
    whole(k, phone, false)
    const block = () => {
      const view = loadBlock(k.db, k.residencyId, undefined, k.ada, k.now)
      if (!view) throw new Error('no block')
      return new LiveSession(
        view,
        phone.outbox,
        () => 1,
        () => phone.tablet.at,
      ).known.now()
    }
    const unsent = block()
    phone.send(k.db)
    expect(unsent.active).toBeUndefined()
    expect(unsent.judged.state.runs).toEqual(standingOf(k.db, k.residencyId, phone.tablet.at).state.runs)
    expect(block().judged.state.runs).toEqual(unsent.judged.state.runs)
    // Nor does what was scored beside on it count as a set of its own.
    const other = k.phone()
    const first = sessionOf(k.view('rehearsal'), other)
    first.begin({ placeId: 'room', leashHolder: k.ada })
    other.send(k.db)
    const beside = sessionOf(k.view('rehearsal', other.tablet.at), phone)
    beside.join(true)
    beside.goTo({ turn: 'trainer', itemId: 'seated' })
    for (let i = 0; i < 4; i++) beside.tap('miss')
    expect(block().judged.state.runs).toEqual(standingOf(k.db, k.residencyId, phone.tablet.at).state.runs)
    expect(block().elsewhere).toEqual([])
  })

  it('a phone whose clock is a day wrong keeps its order, and lands in the day it was', () => {
    const k = readyKennel()
    const phone = k.phone()
    phone.tablet.at = k.now - msPerDay
    whole(k, phone)
    phone.send(k.db, phone.tablet.at + msPerDay)
    const record = kept(k)
    expect(record.tries.map((t) => t.outcome)).toEqual(['clean', 'miss', 'helped', 'clean'])
    expect(Math.abs(record.from - k.now)).toBeLessThan(120_000)
  })

  it('undone, a try is gone on both sides; a set that nothing is left of is taken back', () => {
    const k = readyKennel()
    const phone = k.phone()
    const session = sessionOf(k.view(), phone)
    session.begin({ placeId: 'room', leashHolder: k.ada })
    session.next()
    session.tap('miss')
    session.next()
    session.undo()
    expect(session.known.now().spot).toEqual({ turn: 'trainer', itemId: 'seated' })
    session.tap('clean')
    session.undo()
    session.next()
    phone.send(k.db)
    expect(kept(k).tries).toEqual([])
    const facts = phone.facts.filter((f) => f.kind === 'set-opened')
    expect(phone.facts.some((f) => f.kind === 'voided' && f.targetId === facts.at(-1)?.id)).toBe(true)
  })

  it('of a dog that went home is kept, out of its residency and so said', () => {
    const k = readyKennel()
    const after = k.now + 60 * msPerDay
    const view = k.view('demonstration', after)
    expect(view.gone).toBe(true)
    const phone = k.phone()
    phone.tablet.at = after
    const session = sessionOf(view, phone)
    session.begin({ placeId: 'room', leashHolder: k.ada })
    session.goTo({ turn: 'trainer', itemId: 'seated' })
    session.tap('miss')
    const before = standingOf(k.db, k.residencyId, after).state.runs
    expect(phone.send(k.db).filter((r) => r.status !== 'stored')).toEqual([])
    expect(k.db.prepare('SELECT unsure FROM training_set WHERE item_id IS NOT NULL').pluck().get()).toBe(1)
    expect(Object.keys(standingOf(k.db, k.residencyId, after).state.runs)).toEqual(Object.keys(before))
  })

  it('takes sixty items and refuses the sixty-first whole', () => {
    const k = readyKennel()
    const [seated] = k.view().items.filter((i) => i.id === 'seated')
    const begin = (n: number) => {
      const phone = k.phone()
      phone.tablet.at = k.now + n * 1000
      const items = Array.from({ length: n }, (_, i) => ({ ...(seated ?? k.view().items[0]), id: `own:${i}` }))
      const session = sessionOf({ ...k.view(), items: items as ReturnType<typeof k.view>['items'], events: [] }, phone)
      session.begin({ placeId: 'room', leashHolder: k.ada })
      for (let i = 0; i < n; i++) session.next()
      return phone.send(k.db).filter((r) => r.status === 'refused')
    }
    expect(begin(60)).toEqual([])
    expect(begin(61)).toMatchObject([{ reason: expect.stringContaining('items') }])
  })

  it('of any taps whatever: nothing is refused, both sides agree, and no ladder goes down by the owner', () => {
    const deed = fc.oneof(
      fc.constantFrom<Outcome>('clean', 'helped', 'late', 'miss').map((o) => ({ tap: o })),
      fc.constantFrom(...ownersHandNames).map((h) => ({ hand: h })),
      fc.constantFrom('next', 'left', 'undo', 'nextTry', 'stop').map((does) => ({ does })),
    )
    fc.assert(
      fc.property(fc.array(deed, { maxLength: 40 }), (deeds) => {
        const k = readyKennel()
        const phone = k.phone()
        const session = sessionOf(k.view(), phone)
        session.begin({ placeId: 'room', leashHolder: k.ada })
        for (const d of deeds) {
          if ('tap' in d) session.tap(d.tap)
          else if ('hand' in d) session.hand(d.hand)
          else if (d.does === 'next') session.next()
          else if (d.does === 'left') session.next('left', 'Owner refuses it')
          else if (d.does === 'undo') session.undo()
          else if (d.does === 'nextTry') session.nextTry()
          else session.leave('stopped', 'Owner upset')
        }
        expect(phone.send(k.db).filter((r) => r.status !== 'stored')).toEqual([])
        const live = session.known.now().record
        expect(live && plain(live)).toEqual(plain(kept(k)))
      }),
      { numRuns: 40 },
    )
  })
})

describe('a rehearsal', () => {
  const rehearse = (k: ReturnType<typeof readyKennel>, outcomes: readonly Outcome[], by = k.ben, at = k.now) => {
    const phone = k.phone()
    phone.tablet.at = at
    const session = sessionOf(k.view('rehearsal', at), phone)
    session.begin({ placeId: 'room', leashHolder: by })
    session.next()
    for (const outcome of outcomes) session.tap(outcome)
    session.next()
    session.next()
    session.leave('done', '')
    phone.send(k.db)
    return phone.tablet.at
  }
  const ready = (k: ReturnType<typeof readyKennel>, at: EpochMs) => {
    const page = loadHandoffPage(k.db, k.residencyId, at)
    const slot = page?.slots[0]
    return {
      ready: page?.readyOn !== undefined,
      waits: page?.waits,
      listed: loadHandoffs(k.db, at).rows[0]?.readyOn !== undefined,
      wall: loadWall(k.db, at).rows[0]?.ready,
      booked: bookHandoff(
        k.db,
        { residencyId: k.residencyId, personId: slot?.personId ?? k.ada, fromMs: slot?.fromMs ?? at },
        at,
      ).ok,
    }
  }

  it('is what ready waits for where the house asks for it, everywhere that says ready', () => {
    const k = readyKennel()
    expect(ready(k, k.now)).toMatchObject({
      ready: false,
      waits: 'Every promise is mastered, but not rehearsed yet.',
      listed: false,
      wall: false,
      booked: false,
    })
    const failed = rehearse(k, ['miss', 'miss'])
    expect(ready(k, failed)).toMatchObject({ ready: false, booked: false })
    expect(ready(k, failed).waits).toContain('Seated at the side')
    const own = rehearse(k, ['clean'], k.ada, failed + 60_000)
    expect(ready(k, own).waits).toContain('second handler')
    const passed = rehearse(k, ['late', 'clean'], k.ben, own + 60_000)
    expect(ready(k, passed)).toEqual({ ready: true, waits: '', listed: true, wall: true, booked: true })
    // One that fails later books nothing away.
    const again = rehearse(k, ['miss'], k.ben, passed + 60_000)
    expect(loadHandoffPage(k.db, k.residencyId, again)?.live).toBeDefined()
  })

  it('is asked for as the house has it when a residency is booked, and not of those before', () => {
    const k = readyKennel()
    const book = (run: string) => {
      const made = addDog(k.db, { ...dogFields, run, name: `Dog ${run}`, owner: `Owner ${run}` }, k.now)
      return wantsRehearsal(k.db, made.ok ? made.id : '')
    }
    const say = (rehearse: 'yes' | 'no', at: EpochMs) =>
      appendHouse(k.db, v7(), { ...readHouse(k.db), rehearse }, k.ada, at)
    expect(book('7')).toBe(true)
    say('no', k.now + 1)
    expect(book('8')).toBe(false)
    say('yes', k.now + 2)
    expect(book('9')).toBe(true)
    expect(wantsRehearsal(k.db, k.residencyId)).toBe(true)
  })

  it('one from before is ready without', () => {
    const k = readyKennel()
    k.db.prepare('UPDATE residency SET rehearse = 0').run()
    expect(ready(k, k.now)).toMatchObject({ ready: true, booked: true })
  })
})

describe('how a handoff went', () => {
  it('is asked once it is over, proposed by what was recorded, said once, taken back, and leaves Booked', () => {
    const k = readyKennel()
    k.db.prepare('UPDATE residency SET rehearse = 0').run()
    const slot = loadHandoffPage(k.db, k.residencyId, k.now)?.slots[0]
    if (!slot) throw new Error('no slot')
    const booked = bookHandoff(
      k.db,
      { residencyId: k.residencyId, personId: slot.personId, fromMs: slot.fromMs },
      k.now,
    )
    if (!booked.ok) throw new Error('not booked')
    const say = (outcome: string, at: EpochMs) =>
      recordOutcome(k.db, outcomeForm.parse({ handoffId: booked.handoff.id, outcome, recordedBy: k.ada }), at)
    expect(say('came-off', slot.fromMs - 1)).toMatchObject({ ok: false, code: 'too-early' })
    expect(loadHandoffs(k.db, slot.fromMs - 1).over).toEqual([])
    const phone = k.phone()
    phone.tablet.at = slot.fromMs
    whole(k, phone)
    phone.send(k.db)
    const after = slot.toMs + 60_000
    expect(loadHandoffs(k.db, after).over).toMatchObject([{ name: 'Bramble', outcome: null, proposed: 'came-off' }])
    expect(loadHandoffPage(k.db, k.residencyId, after)?.live).toBeDefined()
    expect(say('partly', after)).toEqual({ ok: true })
    expect(loadHandoffs(k.db, after)).toMatchObject({ over: [{ outcome: 'partly' }], rows: [{ live: undefined }] })
    // It leaves *Booked*: another may be booked, and then the word stays.
    expect(say('', after)).toEqual({ ok: true })
    expect(loadHandoffPage(k.db, k.residencyId, after)?.live).toBeDefined()
    expect(say('not', after)).toEqual({ ok: true })
    const again = loadHandoffPage(k.db, k.residencyId, after)?.slots[0]
    if (!again) throw new Error('no slot')
    expect(
      bookHandoff(k.db, { residencyId: k.residencyId, personId: again.personId, fromMs: again.fromMs }, after).ok,
    ).toBe(true)
    expect(say('', after)).toMatchObject({ ok: false, code: 'has-another' })
    expect(k.db.prepare('SELECT outcome FROM handoff_outcome ORDER BY at, id').pluck().all()).toEqual([
      'partly',
      '',
      'not',
    ])
  })

  it('nothing is proposed where nothing of the owner was recorded', () => {
    const k = readyKennel()
    const session = sessionOf(k.view(), k.phone())
    session.begin({ placeId: 'room', leashHolder: k.ada })
    const record = session.known.now().record
    expect(record && outcomeOf(record)).toBeUndefined()
    session.goTo({ turn: 'owner', itemId: 'seated' })
    session.tap('miss')
    const missed = session.known.now().record
    expect(missed && outcomeOf(missed)).toBe('not')
  })
})
