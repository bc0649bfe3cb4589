import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { z } from 'zod'
import type { Outcome } from '@/core/facts/fact'
import { loadResident } from '../page/resident'
import { recordFacts } from '../record/accept'
import { derive, standingOf } from '../record/standing'
import { regimesFor } from '../base/regimes'
import { dog, later, msPerDay, newKennel, Tablet, trainer } from '../tests/kennel'
import { sitPosition, sitScene } from '../tests/sitScene'
import { correctSet, correctSetForm, voidSet } from './correct'
import type { ResidencyId, SetId } from '@/core/ids'

function stage() {
  const db = newKennel()
  const ada = trainer(db)
  const bramble = dog(db, {})
  const wren = dog(db, { name: 'Wren', run: '2' })
  const tablet = new Tablet()
  const work = (n: number, rungId = 'sit.rear', residencyId = bramble) => {
    const set = tablet.set(residencyId, ada, { rungId })
    recordFacts(db, tablet.batch([set, ...Array.from({ length: n }, () => tablet.rep(set.id))]), tablet.at)
    return set.id
  }
  const correct = (setId: SetId, more: Record<string, unknown>, n = 10) =>
    correctSet(
      db,
      correctSetForm.parse({
        setId,
        reason: 'written down wrong',
        recordedBy: ada,
        placeId: 'room',
        leashHolder: ada,
        level: 0,
        kit: '1.8 m leash',
        outcomes: Array.from({ length: n }, () => 'clean'),
        ...more,
      }),
      later,
    )
  /** The sets of a dog that stand, as its log says them, the newest first. */
  const log = (residencyId: ResidencyId) =>
    (loadResident(db, residencyId, later)?.log ?? []).filter((l) => l.voidedBecause === null)
  /** Stored and folded again are the same. */
  const same = () => {
    for (const id of [bramble, wren])
      expect(standingOf(db, id, later)).toEqual(JSON.parse(JSON.stringify(derive(db, id, regimesFor(db, id, later)))))
  }
  return { db, ada, bramble, wren, tablet, work, correct, log, same }
}

const clean = (n: number): readonly Outcome[] => Array.from({ length: n }, () => 'clean')
const upTo = (n: number) => Array.from({ length: n }, (_, i) => i)

describe('a set that was another', () => {
  it('the wrong dog: all of it goes over, both standings follow, and what moved is said of both', () => {
    const { db, bramble, wren, tablet, work, correct, log, same } = stage()
    const setId = work(10)
    const untouched = standingOf(db, wren, later).state
    const done = correct(setId, { residencyId: wren })
    expect(done.ok && done.moved.map((m) => `${m.dog} ${m.command}`)).toEqual(
      expect.arrayContaining(['Bramble Sit', 'Wren Sit']),
    )
    expect([log(bramble).length, log(wren).map((l) => l.outcomes)]).toEqual([0, ['CCCCCCCCCC']])
    expect(standingOf(db, bramble, later).state).toEqual(untouched)
    same()
    // A rep that the tablet still had for that set goes where the set went.
    recordFacts(db, tablet.batch([tablet.rep(setId, 'miss')]), tablet.at)
    expect([log(bramble).length, log(wren).map((l) => l.outcomes)]).toEqual([0, ['CCCCCCCCCCM']])
    same()
  })

  it('another rung, and another command', () => {
    const { bramble, work, correct, log, same } = stage()
    const setId = work(10)
    const done = correct(setId, { rungId: 'down.lure-sit' })
    expect(done.ok && done.moved.slice(0, 2).map((m) => m.command)).toEqual(['Sit', 'Down'])
    expect(log(bramble).map((l) => [l.command, l.rungId])).toEqual([['down', 'down.lure-sit']])
    same()
  })

  it('another time, and another day: its reps go with it, in their order', () => {
    const { bramble, work, correct, log, same } = stage()
    const first = work(10)
    const second = work(3, 'sit.full')
    expect(correct(second, { begins: { day: '2026-03-01', at: '18:30' } }, 3).ok).toBe(true)
    expect(log(bramble).map((l) => [l.rungId, l.day])).toEqual([
      ['sit.rear', '2026-03-02'],
      ['sit.full', '2026-03-01'],
    ])
    expect(log(bramble)[1]?.at).toBe(Date.UTC(2026, 2, 1, 18, 30))
    same()
    // The same minute again is no other time.
    const at = log(bramble)[0]?.at ?? 0
    expect(correct(first, { begins: { day: '2026-03-02', at: '12:00' } }).ok).toBe(true)
    expect(log(bramble)[0]?.at).toBe(at)
  })

  it('more reps, and fewer: one that was taken out does not come back', () => {
    const { db, bramble, tablet, work, correct, log, same } = stage()
    const setId = work(5)
    expect(correct(setId, { outcomes: [...clean(5), 'miss'], from: [...upTo(5), null] }).ok).toBe(true)
    expect(log(bramble).map((l) => l.outcomes)).toEqual(['CCCCCM'])
    const put = log(bramble)[0]?.id ?? ''
    expect(correct(put, { outcomes: ['helped', 'clean', 'miss'], from: [0, 2, 5] }).ok).toBe(true)
    expect(log(bramble).map((l) => l.outcomes)).toEqual(['HCM'])
    recordFacts(db, tablet.batch([tablet.rep(setId, 'late')]), tablet.at)
    expect([...(log(bramble)[0]?.outcomes ?? '')].sort().join('')).toBe('CHLM')
    same()
  })

  it.each([
    ['a dog that is not here', { residencyId: '01890000-0000-7000-8000-00000000d0c5' }, 'Dog not found.'],
    ['a rung that is nowhere', { rungId: 'sit.nothing' }, 'Bramble’s ladder does not have that rung.'],
    ['a time to come', { begins: { day: '2026-08-01', at: '09:00' } }, 'That time has not come yet.'],
    ['a day before it came', { begins: { day: '2026-02-20', at: '09:00' } }, /was here from Sun 1 Mar/],
    ['a time the clock skipped', { begins: { day: '2026-03-29', at: '01:30' } }, /that time did not exist/],
    ['reps that are not there', { outcomes: clean(11), from: upTo(11) }, /Someone else changed/],
    ['nobody', { leashHolder: 'x' }, 'No one here has that name.'],
  ])('refuses %s, with nothing written', (_, more, why) => {
    const { db, bramble, work, correct, log } = stage()
    const setId = work(10)
    const before = db.prepare('SELECT count(*) AS n FROM fact').get()
    expect(correct(setId, more)).toMatchObject({
      ok: false,
      reason: typeof why === 'string' ? why : expect.stringMatching(why),
    })
    expect([db.prepare('SELECT count(*) AS n FROM fact').get(), log(bramble).length]).toEqual([before, 1])
  })

  it('whatever is put right, in any order, each rep that stands is there once and stored is fresh', () => {
    const rungs = ['sit.rear', 'sit.full', 'down.lure-sit'] as const
    const step = fc.record({
      which: fc.nat(3),
      dog: fc.boolean(),
      rung: fc.constantFrom(...rungs),
      keep: fc.array(fc.boolean(), { minLength: 4, maxLength: 4 }),
      more: fc.nat(2),
      hour: fc.option(fc.integer({ min: 8, max: 20 }), { nil: undefined }),
      back: fc.boolean(),
    })
    fc.assert(
      fc.property(fc.array(step, { minLength: 1, maxLength: 6 }), (steps) => {
        const { db, ada, bramble, wren, work, correct, log, same } = stage()
        for (const rung of rungs) work(4, rung)
        let reps = 12
        for (const s of steps) {
          const standing = [...log(bramble), ...log(wren)]
          const set = standing[s.which % Math.max(1, standing.length)]
          if (!set) break
          if (s.back && s.more === 0) {
            expect(voidSet(db, { setId: set.id, reason: 'x', recordedBy: ada }, later).ok).toBe(true)
            reps -= set.outcomes.length
          } else {
            const from = [
              ...upTo(set.outcomes.length).filter((i) => s.keep[i % 4]),
              ...Array.from({ length: s.more }, () => null),
            ]
            const done = correct(set.id, {
              outcomes: from.map(() => 'clean'),
              from,
              residencyId: s.dog ? wren : bramble,
              rungId: s.rung,
              ...(s.hour === undefined
                ? {}
                : { begins: { day: '2026-03-03', at: `${String(s.hour).padStart(2, '0')}:00` } }),
            })
            expect(done.ok).toBe(true)
            reps += from.length - set.outcomes.length
          }
          expect([...log(bramble), ...log(wren)].reduce((n, l) => n + l.outcomes.length, 0)).toBe(reps)
        }
        same()
      }),
      { numRuns: 40 },
    )
  }, 60_000)
})

describe('what a correction moved', () => {
  it('is nothing where no standing is another, and is said of a set taken back as well', () => {
    const { db, ada, work, correct, tablet } = stage()
    const setId = work(10)
    const same = correct(setId, { placeId: 'yard' })
    expect(same.ok && same.moved).toEqual([])
    tablet.at += msPerDay
    const other = work(10)
    const back = voidSet(db, { setId: other, reason: 'nobody was there', recordedBy: ada }, later)
    expect(back.ok && back.moved).toEqual([
      { dog: 'Bramble', command: 'Sit', before: expect.any(String), after: expect.any(String) },
    ])
  })
})

describe('corrections are further facts', () => {
  it('a set taken back gives back the standing before it, and stays in the log with its reason', () => {
    const { db, ada, residencyId, tablet, work } = sitScene()
    const before = standingOf(db, residencyId, later)
    const setId = work(10)
    expect(sitPosition(db, residencyId)).toBe(1)
    expect(voidSet(db, { setId, reason: 'wrong dog', recordedBy: ada }, tablet.at + 1)).toMatchObject({
      ok: true,
      residencyId,
    })
    expect(standingOf(db, residencyId, later).state).toEqual(before.state)
    expect(loadResident(db, residencyId, tablet.at)?.log).toMatchObject([{ id: setId, voidedBecause: 'wrong dog' }])
    expect(voidSet(db, { setId, reason: 'again', recordedBy: ada }, tablet.at + 2).ok).toBe(false)
  })

  it('a set put right counts at its old time, in its old order, with what was wrong changed', () => {
    const { db, ada, residencyId, tablet, work } = sitScene()
    const setId = work(10)
    const other = work(3, 'clean', 'sit.full')
    const outcomes = ['miss', 'miss', 'miss', ...Array.from({ length: 7 }, () => 'clean' as const)] as (
      'clean' | 'miss'
    )[]
    expect(
      correctSet(
        db,
        {
          setId,
          reason: 'counted the wrong hand',
          recordedBy: ada,
          placeId: 'yard',
          leashHolder: ada,
          level: 1,
          kit: 'long line',
          outcomes,
        },
        tablet.at + 1,
      ),
    ).toMatchObject({ ok: true, residencyId })
    expect(sitPosition(db, residencyId)).toBe(0)
    const log = loadResident(db, residencyId, tablet.at)?.log ?? []
    expect(
      log.map((l) => [
        l.id === other ? 'later' : l.voidedBecause !== null ? 'old' : 'new',
        l.outcomes,
        l.placeName,
        l.level,
      ]),
    ).toEqual(
      expect.arrayContaining([
        ['later', 'CCC', 'Training room', 0],
        ['old', 'CCCCCCCCCC', 'Training room', 0],
        ['new', 'MMMCCCCCCC', 'Fenced yard', 1],
      ]),
    )
    expect(log.find((l) => l.replaces === setId)?.at).toBe(log.find((l) => l.id === setId)?.at)
    expect(standingOf(db, residencyId, later)).toEqual(
      JSON.parse(JSON.stringify(derive(db, residencyId, regimesFor(db, residencyId, later)))),
    )
    expect(
      correctSet(
        db,
        {
          setId: other,
          reason: 'x',
          recordedBy: ada,
          placeId: 'yard',
          leashHolder: ada,
          level: 1,
          kit: 'long line',
          outcomes: ['clean'],
        },
        tablet.at + 2,
      ),
    ).toMatchObject({ ok: false, code: 'changed-meanwhile' })
  })

  it('a set put right keeps all that was said of it and of its reps, but for what was put right', () => {
    const { db, ada, residencyId, tablet } = sitScene()
    const set = tablet.set(residencyId, ada, {
      temperatureC: 12,
      humidity: 60,
      helper: 'a second person',
      road: 'road-bow',
      startPosition: 'stand',
      collar: 'slip lead',
      fitted: true,
    })
    const rep = tablet.rep(set.id, 'helped', { prompt: 'voice', pieces: 3, payInterval: 5, bowlGrams: 15, turns: 2 })
    recordFacts(db, tablet.batch([set, rep]), tablet.at)
    const done = correctSet(
      db,
      {
        setId: set.id,
        reason: 'the other leash',
        recordedBy: ada,
        placeId: 'room',
        leashHolder: ada,
        level: 0,
        kit: 'long line',
        outcomes: ['helped'],
      },
      tablet.at + 1,
    )
    expect(done.ok).toBe(true)
    const rows = (table: string, old: string) => {
      const row = (where: string) =>
        z.record(z.string(), z.unknown()).parse(db.prepare(`SELECT * FROM ${table} WHERE ${where}`).get(old))
      return [row('id = ?'), row('replaces = ?')]
    }
    // What a copy has of its own.
    const own = ['id', 'device', 'seq', 'replaces', 'root', 'set_id']
    for (const [table, old, changed] of [
      ['training_set', set.id, { kit: 'long line' }],
      ['rep', rep.id, {}],
    ] as const) {
      const [was, now] = rows(table, old)
      const rest = (r: Record<string, unknown> | undefined) =>
        Object.fromEntries(Object.entries(r ?? {}).filter(([k]) => !own.includes(k)))
      expect(rest(now)).toEqual({ ...rest(was), ...changed })
    }
  })

  it('the log can be asked for a command, a place, refreshers, misses and what was taken back', () => {
    const { db, ada, residencyId, tablet, work } = sitScene()
    const first = work(10)
    work(3, 'miss', 'sit.full')
    voidSet(db, { setId: first, reason: 'no', recordedBy: ada }, tablet.at)
    const ask = (filter: Parameters<typeof loadResident>[3]) =>
      loadResident(db, residencyId, tablet.at, filter)?.log.length
    expect([
      ask({}),
      ask({ only: 'misses' }),
      ask({ only: 'taken-back' }),
      ask({ only: 'refreshers' }),
      ask({ command: 'down' }),
      ask({ placeId: 'room', leashHolder: ada }),
    ]).toEqual([2, 1, 1, 0, 0, 2])
  })
})
