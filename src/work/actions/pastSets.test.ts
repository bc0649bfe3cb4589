import { describe, expect, it } from 'vitest'
import { startBaseline } from '../tests/kennel'
import { loadResident } from '../page/resident'
import { loadWall } from '../page/wall'
import { derive, standingOf } from '../record/standing'
import { regimesFor } from '../base/regimes'
import { addDog } from './begin'
import { correctSet } from './correct'
import { dogFields, later, monday, msPerDay, newKennel, trainer } from '../tests/kennel'
import { importPastSets, keepPastSets, pastSetsForm } from './pastSets'

const now = monday + 10 * msPerDay

function stage() {
  const db = newKennel()
  const ada = trainer(db)
  const made = addDog(db, dogFields, monday)
  if (!made.ok) throw new Error(JSON.stringify(made.errors))
  const residencyId = made.id
  const sheet = (
    day: string,
    rungId = 'sit.rear',
    more: Record<string, unknown> = {},
    set: Record<string, unknown> = {},
  ) =>
    keepPastSets(
      db,
      pastSetsForm.parse({
        recordedBy: ada,
        day,
        at: '10:00',
        sets: [1, 2].map(() => ({
          residencyId,
          rungId,
          placeId: 'room',
          leashHolder: ada,
          level: 0,
          kit: '1.8 m leash',
          reps: Array.from({ length: 5 }, () => ({ outcome: 'clean', brokeSeconds: null })),
          ...set,
        })),
        ...more,
      }),
      now,
    )
  const log = () => (loadResident(db, residencyId, now)?.log ?? []).filter((l) => l.voidedBecause === null)
  const table = (rows: string, keep = true) =>
    importPastSets(
      db,
      { bytes: new TextEncoder().encode(`day,dog,command,rung,marks,time\n${rows}`), recordedBy: ada, keep },
      now,
    )
  const same = () =>
    expect(standingOf(db, residencyId, later)).toEqual(
      JSON.parse(JSON.stringify(derive(db, residencyId, regimesFor(db, residencyId, later)))),
    )
  return { db, ada, residencyId, sheet, log, table, same }
}

describe('paper from before', () => {
  it('nine days of it move the standing as if they had been recorded, and leave the baseline open', () => {
    const { db, residencyId, sheet, log, same } = stage()
    for (let d = 2; d <= 10; d++)
      expect(sheet(`2026-03-${String(d).padStart(2, '0')}`)).toMatchObject({ ok: true, kept: 2 })
    expect([log().length, new Set(log().map((l) => l.day)).size]).toEqual([18, 9])
    expect(log().at(-1)?.at).toBe(Date.UTC(2026, 2, 2, 10))
    expect(standingOf(db, residencyId, now).summary.commands.find((c) => c.command === 'sit')?.promise?.met).toBe(true)
    const view = loadResident(db, residencyId, now)
    expect(view?.arriving).toMatchObject({ baseline: 'open', baselineFirst: true })
    expect([view?.next.sets, loadWall(db, now).later[0]?.untested]).toEqual([[], true])
    same()
    // Its baseline, done later, is what holds from then on.
    startBaseline(db, residencyId, 'sit', 'sit.word', now)
    expect(loadResident(db, residencyId, now + 1000)?.arriving?.baselineFirst ?? false).toBe(false)
    same()
  })

  it('the same sheet twice is there once, also when a set of it was put right meanwhile', () => {
    const { db, ada, sheet, log, same } = stage()
    sheet('2026-03-05')
    expect(sheet('2026-03-05')).toEqual({ ok: true, kept: 0, known: 2 })
    const [first] = log()
    const outcomes = ['miss', 'clean', 'clean', 'clean', 'clean'] as const
    const put = { placeId: 'yard', leashHolder: ada, level: 0, kit: '1.8 m leash' as const, outcomes: [...outcomes] }
    correctSet(db, { setId: first?.id ?? '', reason: 'x', recordedBy: ada, ...put }, now)
    expect(sheet('2026-03-05')).toEqual({ ok: true, kept: 0, known: 2 })
    expect(log().map((l) => l.outcomes)).toEqual(['MCCCC', 'CCCCC'])
    same()
  })

  it('a second sheet of the same day without times is kept whole, behind the first; either again is there once', () => {
    const { log, table, same } = stage()
    const first = '2026-03-03,Bramble,sit,any move,CCCMC,\n2026-03-03,Bramble,sit,Full sit,CCHLC,\n'
    const second = '2026-03-03,Bramble,sit,any move,CCCCC,\n2026-03-03,Bramble,sit,Full sit,CCHLC,\n'
    expect(table(first)).toMatchObject({ kept: 2, known: 0 })
    // One that was stopped in the middle is gone on with.
    const longer = `${first}2026-03-03,Bramble,sit,Full sit,CCCCC,\n`
    expect(table(longer)).toMatchObject({ kept: 1, known: 2 })
    expect(table(second)).toMatchObject({ kept: 2, known: 0 })
    for (const again of [first, longer, second]) expect(table(again)).toMatchObject({ kept: 0 })
    expect(log().map((l) => l.outcomes)).toEqual(['CCHLC', 'CCCCC', 'CCCCC', 'CCHLC', 'CCCMC'])
    expect(new Set(log().map((l) => l.at)).size).toBe(5)
    same()
  })

  it('of a kennel with two hundred later stays, is added to the stay that it is of', () => {
    const { db, log, table } = stage()
    for (let i = 0; i < 200; i++) {
      const later = addDog(
        db,
        { ...dogFields, name: `Dog ${i}`, run: `X${i}`, arrivesOn: '2026-04-01', leavesOn: '2026-04-20' },
        monday,
      )
      if (!later.ok) throw new Error(JSON.stringify(later.errors))
    }
    expect(table('2026-03-03,Bramble,sit,any move,CCCMC,\n')).toMatchObject({ kept: 1 })
    expect(log()).toHaveLength(1)
  })

  it.each([
    ['a day before it came', () => ['2026-02-20'], /was here from Sun 1 Mar/],
    ['a day to come', () => ['2026-03-15'], 'That time has not come yet.'],
    ['a rung that is nowhere', () => ['2026-03-05', 'sit.nothing'], /ladder does not have that rung/],
    ['a place that is none', () => ['2026-03-05', 'sit.rear', {}, { placeId: 'moon' }], 'Location not found.'],
    ['nobody', () => ['2026-03-05', 'sit.rear', {}, { leashHolder: 'x' }], 'No one here has that name.'],
  ] as const)('refuses %s, with nothing written', (_, args, why) => {
    const { db, sheet } = stage()
    const [day, rung, more, set] = args() as [string, string?, Record<string, unknown>?, Record<string, unknown>?]
    expect(sheet(day, rung, more, set)).toMatchObject({
      ok: false,
      reason: typeof why === 'string' ? why : expect.stringMatching(why),
    })
    expect(db.prepare('SELECT count(*) AS n FROM fact').get()).toEqual({ n: 0 })
  })

  it('a table is looked at, then kept whole, and twice is once', () => {
    const { log, table, same } = stage()
    const rows = '2026-03-03,Bramble,sit,any move,CCCM4C,09:30\n2026-03-03,1,Sit,Full sit,CCHLC,\n'
    expect(table(rows, false)).toMatchObject({
      ok: true,
      rows: ['Bramble Sit Any move of the rear CCCM4C', 'Bramble Sit Full sit CCHLC'],
    })
    expect(log()).toEqual([])
    expect(table(rows).ok).toBe(true)
    expect(table(rows).ok).toBe(true)
    expect(log().map((l) => [l.at, l.rungId, l.outcomes])).toEqual([
      [Date.UTC(2026, 2, 3, 10), 'sit.full', 'CCHLC'],
      [Date.UTC(2026, 2, 3, 9, 30), 'sit.rear', 'CCCMC'],
    ])
    same()
  })

  it('what is wrong in a table is named by row and column, and nothing of it is kept', () => {
    const { db, table } = stage()
    const rows = [
      '2026-03-03,Bramble,sit,any move,CCC,09:30',
      '2026-02-30,Bramble,sit,any move,CCC,',
      '2026-03-03,Rook,sit,any move,CCC,',
      '2026-03-03,Bramble,sit,,CCC,',
      '2026-03-03,Bramble,dance,any move,CCC,',
      '2026-03-03,Bramble,sit,any move,,',
      '2026-03-03,Bramble,sit,any move,CCC,25:00',
      '2026-03-20,Bramble,sit,any move,CCC,',
    ].join('\n')
    const done = table(rows)
    expect(done.ok ? [] : done.problems.map((p) => [p.row, p.column])).toEqual([
      [3, 'day'],
      [4, 'dog'],
      [5, 'rung'],
      [6, 'rung'],
      [7, 'marks'],
      [8, 'time'],
      [9, 'time'],
    ])
    expect(db.prepare('SELECT count(*) AS n FROM fact').get()).toEqual({ n: 0 })
    expect(table('')).toMatchObject({ ok: false, reason: 'There is a header and nothing below it.' })
  })
})
