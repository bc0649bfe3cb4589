import { describe, expect, it } from 'vitest'
import { dayIn } from '@/core/days'
import { allFeeds } from '@/store/house'
import { readFed, paidPieces } from '@/store/food'
import { plainDog } from '@/core/dog/traits'
import { findResident, updateDog } from '@/store/residents'
import type { FactOf } from '@/core/facts/wire'
import { insertMethodChange } from '@/store/method'
import { LiveSession } from '@/device/live/session'
import { setsOf } from '@/device/live/reduce'
import { nextDraw, settleNow } from '@/device/live/drawn'
import { recordFacts } from '../record/accept'
import { dayFood } from '../context/food'
import { memoryOf, plainSetup } from '../tests/byTheBook'
import { dog, monday, newKennel, Tablet, trainer } from '../tests/kennel'
import { decidePlan, weigh } from '../actions/food'
import { writeFeeds } from '@/store/house'
import { loadBlock } from './block'
import { loadCommand } from './command'
import { loadResident } from './resident'
import type { RungId } from '@/core/ids'

function scene(more: Parameters<typeof dog>[1] = {}) {
  const db = newKennel()
  const ada = trainer(db)
  const residencyId = dog(db, more)
  const tablet = new Tablet()
  const send = (facts: readonly unknown[]) => recordFacts(db, tablet.batch(facts), tablet.at)
  const ground = () => {
    const found = loadBlock(db, residencyId, undefined, ada, tablet.at)
    if (!found) throw new Error('no block')
    return found
  }
  const open = () => {
    const outbox = memoryOf(tablet)
    const view = ground()
    const session = new LiveSession(
      view,
      outbox,
      () => 11,
      () => tablet.at,
    )
    const begin = (rungId: RungId) =>
      session.begin(
        { ...plainSetup, rungId, purpose: 'work', placeId: 'room', personId: ada, level: 0, kit: 'long line' },
        view.plan.items,
        0,
      )
    const reps = () => outbox.facts().filter((f): f is FactOf<'rep'> => f.kind === 'rep')
    return { session, outbox, begin, reps, view }
  }
  return { db, ada, residencyId, tablet, send, ground, open }
}

describe('the tether', () => {
  it('keeps each minute’s interval: longer after a calm one, shorter after a struggle, on to the next block', () => {
    const s = scene()
    const { session, outbox, begin, reps } = s.open()
    begin('settle.pauses')
    for (const outcome of ['clean', 'clean', 'miss', 'clean'] as const) {
      s.tablet.at += 60_000
      session.tap(outcome)
    }
    expect(reps().map((r) => r.payInterval)).toEqual([2, 5, 10, 5])
    s.send(outbox.facts())
    const page = loadCommand(s.db, s.residencyId, 'settle', s.tablet.at)
    expect(page?.tether?.days).toMatchObject([{ longest: 5, calm: 3, minutes: 4 }])
    // The next block takes it up where the last minute left it.
    expect(s.ground().settle).toEqual({ interval: 5, calm: true })
    const again = s.open()
    again.begin('settle.turns')
    const live = again.session.known.now()
    expect(settleNow(again.view, live, again.session.drawn(live).rungNow)).toBe(10)
    expect(loadCommand(s.db, s.residencyId, 'sit', s.tablet.at)?.tether).toBeUndefined()
  })

  it('small things on it record minutes, longest interval and calm, and count by day', () => {
    const s = scene()
    const first = s.tablet.small(s.residencyId, s.ada, {
      what: 'tether-minute',
      command: 'settle',
      minutes: 5,
      payInterval: 20,
      calm: true,
    })
    s.send([first, s.tablet.small(s.residencyId, s.ada, { what: 'tether-minute', payInterval: 30, calm: false })])
    const days = () => loadCommand(s.db, s.residencyId, 'settle', s.tablet.at)?.tether?.days
    expect(days()).toMatchObject([{ longest: 20, calm: 5, minutes: 6 }])
    // Where nobody said whether it was calm, nothing is known of it; calm without an interval is calm all the same.
    s.send([
      s.tablet.small(s.residencyId, s.ada, { what: 'tether-minute', payInterval: 60 }),
      s.tablet.small(s.residencyId, s.ada, { what: 'tether-minute', minutes: 2, calm: true }),
    ])
    expect(days()).toMatchObject([{ longest: 20, calm: 7, minutes: 8 }])
    expect(s.ground().settle).toEqual({ interval: 30, calm: false })
    s.send([s.tablet.voided(first.id, s.ada)])
    expect(days()).toMatchObject([{ longest: undefined, calm: 2, minutes: 3 }])
  })

  it('a minute that came off with barking was not calm, on the device and in the books', () => {
    const s = scene()
    const { session, outbox, begin, reps, view } = s.open()
    begin('settle.pauses')
    session.tap('clean')
    session.tap('clean', { faults: ['vocal'] })
    const live = session.known.now()
    expect(settleNow(view, live, session.drawn(live).rungNow)).toBe(2)
    expect(reps().map((r) => r.payInterval)).toEqual([2, 5])
    s.send(outbox.facts())
    expect(loadCommand(s.db, s.residencyId, 'settle', s.tablet.at)?.tether?.days).toMatchObject([
      { longest: 2, calm: 1, minutes: 2 },
    ])
  })
})

describe('a number to reach', () => {
  it('counts reps in sets and in passing, those that stand, on the dog’s page, the command’s and the block', () => {
    const s = scene({ promised: [{ rung: 'recall.bowl', places: '1', people: '1' }] })
    // Its sound alone is no recall yet: nothing is paced before the word.
    const sound = s.tablet.set(s.residencyId, s.ada, { rungId: 'recall.attention' })
    s.send([sound, s.tablet.rep(sound.id), s.tablet.small(s.residencyId, s.ada, { command: 'recall', reps: 1 })])
    expect(s.ground().paces).toEqual({})
    const set = s.tablet.set(s.residencyId, s.ada, { rungId: 'recall.sniffing' })
    const reps = [s.tablet.rep(set.id), s.tablet.rep(set.id, 'miss'), s.tablet.rep(set.id)]
    s.send([set, ...reps, s.tablet.voided(reps[1]?.id ?? '', s.ada)])
    s.send([s.tablet.small(s.residencyId, s.ada, { what: 'corridor-ten', reps: 10, command: 'sit' })])
    const block = s.ground().paces['recall']
    expect(block).toMatchObject({ done: 3, today: 3 })
    expect(loadCommand(s.db, s.residencyId, 'recall', s.tablet.at)?.pace).toEqual(block)
    expect(loadResident(s.db, s.residencyId, s.tablet.at)?.paces).toEqual([
      { command: 'recall', name: 'Recall', pace: block },
    ])
    expect(s.ground().paces['sit']).toBeUndefined()
  })

  it('says nothing of what was neither promised nor begun', () => {
    expect(scene().ground().paces).toEqual({})
  })
})

describe('recall', () => {
  it('a bowl is a handful of the meal, out of the day’s food, and never more than is left of it', () => {
    const s = scene()
    writeFeeds(s.db, [{ id: 'k', name: 'House kibble', kcalPer100g: 360, kcalPerPiece: 1.8, tier: 1, contains: '' }])
    const who = { residencyId: s.residencyId, recordedBy: s.ada }
    weigh(s.db, { ...who, weight: 20, unit: 'kg', right: false }, monday)
    decidePlan(
      s.db,
      {
        ...who,
        feedId: 'k',
        stage: 'neutered adult',
        factor: null,
        vetKcal: null,
        share: 30,
        goal: null,
      },
      monday,
    )
    const leftGrams = () => (s.ground().foodLeft.own ?? 0) / (s.ground().mealKcalPerGram ?? 1)
    const before = leftGrams()
    expect(before).toBeGreaterThan(100)
    const { session, outbox, begin, reps } = s.open()
    begin('recall.bowl')
    session.tap('clean')
    session.tap('clean')
    expect(reps().map((r) => r.bowlGrams)).toEqual([15, 15])
    s.send(outbox.facts())
    const day = dayIn('Europe/London', s.tablet.at)
    const paid = paidPieces(s.db, day).get(s.residencyId) ?? []
    expect(paid.reduce((n, p) => n + p.grams, 0)).toBe(30)
    const resident = findResident(s.db, s.residencyId)
    const food = resident && dayFood(s.db, resident, allFeeds(s.db), readFed(s.db, day, s.residencyId), paid)
    const pieces = ((food?.paidReps ?? 0) * (food?.feed.kcalPerPiece ?? 0) * 100) / (food?.feed.kcalPer100g ?? 1)
    expect(food?.paidGrams).toBeCloseTo(30 + pieces, 6)
    expect(leftGrams()).toBeCloseTo(before - 30 - pieces, 6)
    // Nothing is left: no bowl.
    const none = new LiveSession(
      { ...s.ground(), foodLeft: { ...s.ground().foodLeft, own: 4.2 * (s.ground().mealKcalPerGram ?? 1) } },
      memoryOf(s.tablet),
      () => 1,
    )
    none.begin(
      {
        ...plainSetup,
        rungId: 'recall.bowl',
        purpose: 'work',
        placeId: 'room',
        personId: s.ada,
        level: 0,
        kit: 'long line',
      },
      [],
      0,
    )
    none.tap('clean')
    none.tap('clean')
    expect(setsOf(none.known.now()).flatMap((x) => x.reps.flatMap((r) => r.done?.bowlGrams ?? []))).toEqual([4, 0])
  })

  it('two crooked ones running at a straight front end the set with a shorter distance, at level 0 too', () => {
    const s = scene()
    const { session, begin, view } = s.open()
    const passed = ['recall.line-5', 'recall.line-15', 'recall.line-30']
    for (const rungId of passed) {
      begin(rungId)
      for (let i = 0; i < 10; i++) session.tap('clean')
      session.finish()
      begin(rungId)
      for (let i = 0; i < 10; i++) session.tap('clean')
      session.finish()
    }
    begin('recall.front')
    session.tap('clean', { faults: ['crooked'], steps: 30 })
    const once = nextDraw(view, session.known.now(), session.drawn(session.known.now()))
    expect([5, 15, 30]).toContain(once?.steps)
    session.tap('clean', { faults: ['crooked'], steps: 30 })
    const { judged } = session.known.now()
    expect(judged.verdict?.endsSet).toBe(true)
    expect(judged.verdict?.why).toMatch(/Crooked twice/)
  })
})

describe('pay', () => {
  it('the first clean rep ever of a word alone is a jackpot, the next is not; a stretch is paid by its steps', () => {
    const s = scene()
    insertMethodChange(s.db, crypto.randomUUID(), { at: s.tablet.at - 1000, row: 'rate', option: 'long' }, s.ada)
    const { session, begin, reps } = s.open()
    begin('sit.word')
    session.tap('miss')
    session.tap('clean')
    session.tap('clean')
    session.finish()
    begin('sit.word')
    session.tap('clean')
    expect(reps().map((r) => r.pieces)).toEqual([0, 5, 1, 1])
    session.finish()
    begin('heel.seam-3')
    session.tap('clean')
    session.finish()
    begin('heel.seam-1')
    session.tap('clean')
    expect(
      reps()
        .slice(-2)
        .map((r) => r.pieces),
    ).toEqual([3, 10])
  })

  it('the first clean rep where a dog was stuck is a jackpot', () => {
    const s = scene()
    const { session, begin, reps } = s.open()
    for (let i = 0; i < 3; i++) {
      begin('down.lure-sit')
      for (let j = 0; j < 3; j++) session.tap('miss')
      session.finish()
    }
    begin('down.lure-sit')
    session.tap('clean')
    session.tap('clean')
    expect(
      reps()
        .slice(-2)
        .map((r) => r.pieces),
    ).toEqual([5, 1])
  })
})

it('stretches are counted by day with their tight leashes, turns and stops, those that stand', () => {
  const s = scene()
  const set = s.tablet.set(s.residencyId, s.ada, { rungId: 'heel.back-forth' })
  const walked = [
    s.tablet.rep(set.id, 'clean', { turns: 2, stops: 0 }),
    s.tablet.rep(set.id, 'clean', { turns: 1, stops: 1, faults: ['pulled', 'lagged'] }),
    s.tablet.rep(set.id, 'miss', { turns: 9, stops: 9, faults: ['pulled'] }),
  ]
  s.send([set, ...walked, s.tablet.voided(walked[2]?.id ?? '', s.ada)])
  const day = dayIn('Europe/London', s.tablet.at)
  expect(loadCommand(s.db, s.residencyId, 'heel', s.tablet.at)?.walk).toEqual([
    { day, stretches: 2, turns: 3, stops: 1, tight: 1 },
  ])
  expect(loadCommand(s.db, s.residencyId, 'sit', s.tablet.at)?.walk).toBeUndefined()
})

it('what was tried where it was stuck is logged by its set, and its reps say how it went', () => {
  const s = scene()
  const misses = (n: number) => {
    const set = s.tablet.set(s.residencyId, s.ada, { rungId: 'down.lure-sit' })
    return [set, ...Array.from({ length: n }, () => s.tablet.rep(set.id, 'miss'))]
  }
  s.send([...misses(3), ...misses(3), ...misses(3)])
  const stuck = () => loadCommand(s.db, s.residencyId, 'down', s.tablet.at)?.stuck
  expect(stuck()?.first).toBe('pay')
  const bow = s.tablet.set(s.residencyId, s.ada, { rungId: 'down.lure-sit', road: 'road-bow' })
  s.send([bow, s.tablet.rep(bow.id), s.tablet.rep(bow.id), s.tablet.rep(bow.id, 'miss')])
  expect(stuck()?.offers.find((o) => o.id === 'road-bow')?.tried).toMatchObject([
    { went: 'better', note: '2 clean of 3, 0 of 3 before' },
  ])
  expect(stuck()?.first).toBe('road-bow')
  s.send([s.tablet.voided(bow.id, s.ada)])
  expect(stuck()?.offers.find((o) => o.id === 'road-bow')?.tried).toEqual([])
})

it('a dog under six months does five reps a set, and its windows run on across them', () => {
  const s = scene()
  const resident = findResident(s.db, s.residencyId)
  updateDog(s.db, resident?.dogId ?? '', { traits: { ...plainDog, bornOn: '2026-01-10' } })
  const { session, begin, reps, view } = s.open()
  expect(view.young).toBe(true)
  for (let set = 0; set < 2; set++) {
    begin('sit.rear')
    for (let i = 0; i < 10; i++) session.tap('clean')
    session.finish()
  }
  expect(reps()).toHaveLength(10)
  expect(session.known.now().judged.state.runs['sit/sit']?.position).toBe(1)
})
