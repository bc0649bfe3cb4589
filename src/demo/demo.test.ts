import { regimesFor } from '@/work/base/regimes'
import { later } from '@/work/tests/kennel'
import { beforeAll, describe, expect, it } from 'vitest'
import { z } from 'zod'
import { addDays } from '@/core/days'
import { houseCurriculum } from '@/core/curriculum/house'
import { usualCommandShape } from '@/core/forecast/rates'
import { fitForgetting, type Refresher } from '@/core/forecast/forgetting'
import { foldDog } from '@/core/progress/fold'
import { halfLifeDays, retained, type Forgetting, type RetentionTest } from '@/core/progress/retention'
import type { WallView } from '@/core/views/wallView'
import type { Db } from '@/store/database'
import { readLearned } from '@/store/forecasts'
import { readSets } from '@/store/facts/read'
import { loadForecasts } from '@/work/page/forecasts'
import { forecastDemo } from '@/demo/forecasts'
import { allResidencyIds, findResident } from '@/store/residents'
import { kennelForgetting } from '@/work/context/forgetting'
import { derive, standingOf } from '@/work/record/standing'
import { rebuildStandings } from '@/work/upkeep/renewStandings'
import { newKennel } from '@/work/tests/kennel'
import { loadResident } from '@/work/page/resident'
import { loadWall } from '@/work/page/wall'
import { hiddenForgetting } from './learner'
import { previewMove } from '@/work/page/moveVersion'
import { turnAway } from '@/work/actions/turnAway'
import { demoDay as today, madeDemo } from './tests/madeDemo'
import { makeDemo } from './make'
import { demoIsUntouched, fateOf } from './untouched'
import { cachedForecasts, type CachedForecast } from '@/work/record/cachedStanding'

const noon = Date.UTC(2026, 10, 23, 12)
const n = (db: Db, sql: string): number => z.object({ n: z.number() }).parse(db.prepare(sql).get()).n

describe('the demonstration kennel', () => {
  let db: Db
  let wall: WallView
  let told: ReadonlyMap<string, CachedForecast>
  const row = (name: string) => {
    const found = wall.rows.find((r) => r.name === name)
    if (!found) throw new Error(name)
    return found
  }
  const word = (name: string, command: string) => row(name).cells.find((c) => c.command === command)

  beforeAll(() => {
    db = madeDemo()
    rebuildStandings(db, noon)
    forecastDemo(db, noon, 400)
    told = cachedForecasts(db, today)
    wall = loadWall(db, noon)
  })

  it('has at least sixteen residents and three weeks of history, up to yesterday', () => {
    expect(wall.rows.length).toBeGreaterThanOrEqual(16)
    expect(n(db, 'SELECT count(DISTINCT day) AS n FROM training_set')).toBeGreaterThanOrEqual(20)
    expect(n(db, `SELECT count(*) AS n FROM training_set WHERE day >= '${today}'`)).toBe(0)
    expect(n(db, `SELECT count(*) AS n FROM training_set WHERE day = '${addDays(today, -1)}'`)).toBeGreaterThan(20)
  })

  it('has one dog each that is ready, stuck, slipping, late, hopeless and one set short', () => {
    expect(row('Wren').ready).toBe(true)
    expect(row('Gimlet').booked).not.toBe('')
    expect(word('Mallet', 'sit-stay')?.stuck).toBe(true)
    expect(word('Heron', 'sit-stay')?.word).toBe('slipping')
    const half = (name: string) => told.get(row(name).residencyId)?.told.days[2]
    expect(row('Plover').reach).toBe('out of reach')
    expect(half('Plover')).toBeLessThan(40)
    expect([row('Rook').reach, half('Rook')]).toEqual(['out of reach', null])
    expect(new Set(wall.rows.map((r) => r.reach))).toEqual(
      new Set(['nothing needed', 'in hand', 'tight', 'out of reach']),
    )
    expect(row('Bramble').ready).toBe(false)
    expect(word('Bramble', 'sit-stay')).toMatchObject({ word: 'proofing', figures: '1/2 locations' })
  })

  it('says of each dog what another version keeps of it, and what begins anew: one came on the version before', () => {
    const to = (name: string, version: number) => previewMove(db, row(name).residencyId, { id: 'house', version }, noon)
    const tansy = to('Tansy', houseCurriculum.version)
    expect(tansy?.kept).toBeGreaterThan(20)
    expect(tansy?.anew).toContainEqual({ command: 'Down', was: 'Word, then lure', becomes: 'Word, then hand' })
    expect(tansy?.changes.length).toBeGreaterThan(0)
    // Siskin came yesterday and has met nothing.
    for (const { name } of wall.rows.filter((r) => !['Tansy', 'Siskin'].includes(r.name))) {
      const back = to(name, 4)
      expect([name, (back?.kept ?? 0) > 0]).toEqual([name, true])
      for (const rung of back?.anew ?? []) expect(rung.was).not.toBe('')
    }
  })

  it('has late, helped, voided and missing facts, two handlers and a gap for illness', () => {
    for (const outcome of ['clean', 'helped', 'late', 'miss'])
      expect(n(db, `SELECT count(*) AS n FROM rep WHERE outcome = '${outcome}'`)).toBeGreaterThan(50)
    expect(n(db, 'SELECT count(*) AS n FROM voided')).toBeGreaterThan(10)
    expect(n(db, 'SELECT count(*) AS n FROM training_set WHERE temperature_c IS NULL')).toBeGreaterThan(10)
    expect(
      n(
        db,
        'SELECT count(*) AS n FROM training_set s WHERE NOT EXISTS (SELECT 1 FROM set_close c WHERE c.set_id = s.id)',
      ),
    ).toBeGreaterThan(5)
    expect(n(db, 'SELECT count(DISTINCT leash_holder) AS n FROM training_set')).toBeGreaterThanOrEqual(2)
    expect(
      n(
        db,
        `SELECT count(DISTINCT s.day) AS n
          FROM training_set s
          JOIN residency r ON r.id = s.residency_id
          JOIN dog d ON d.id = r.dog_id
          WHERE d.name = 'Teasel'`,
      ),
    ).toBeLessThan(15)
  })

  it('has refreshers that come of its dogs’ hidden law: what was fitted explains them no better than that law', () => {
    const { model, from } = kennelForgetting(db)
    const found: Refresher[] = []
    for (const id of allResidencyIds(db))
      foldDog(regimesFor(db, id, noon), readSets(db, id), (_run, before, test) => found.push({ before, test }))
    // First reps of ordinary work come of another law: the hidden one is that of the refreshers.
    const isRefresher = ({ kind }: RetentionTest) => kind === undefined
    const asked = found
      .filter(({ test }) => isRefresher(test))
      .map(({ before, test }) => ({ before: before.filter(isRefresher), test }))
    expect([from, asked.length > 200]).toEqual(['own', true])
    const chances = (of: Forgetting, from: readonly Refresher[] = asked) =>
      from.map(({ before, test }) => ({
        left: retained(test.restedDays, halfLifeDays({ shown: before }, of)),
        clean: test.clean,
      }))
    const logLikelihood = (of: Forgetting) =>
      chances(of).reduce((sum, { left, clean }) => sum + Math.log(clean ? left : 1 - left), 0)
    // Twice the difference is beyond this once in a hundred, of three parameters (Wilks 1938; χ² table).
    expect(2 * (logLikelihood(fitForgetting(asked).model) - logLikelihood(hiddenForgetting))).toBeLessThan(11.34)
    // One law that forgets nothing, or all of it, explains them far worse.
    for (const wrong of [0.2, 5])
      expect(
        logLikelihood(hiddenForgetting) -
          logLikelihood({ ...hiddenForgetting, firstHalfLifeDays: hiddenForgetting.firstHalfLifeDays * wrong }),
      ).toBeGreaterThan(11.34)
    const off = chances(model, found).reduce((sum, { left, clean }) => sum + left - Number(clean), 0)
    expect(Math.abs(off) / found.length).toBeLessThan(0.03)
  })

  it('its forecasts of dogs that were worked as Kibou says held, and better than both simpler figures', () => {
    const { judged } = loadForecasts(db)
    expect(judged.verdict).toBe('as said')
    const all = judged.all
    expect(all?.n).toBeGreaterThan(25)
    expect(all?.brier).toBeLessThan(Math.min(all?.byRatio ?? 0, all?.byLine ?? 0))
    expect(all?.came).toBeGreaterThan(0.3)
    expect(all?.came).toBeLessThan(0.8)
  })

  it('has learned of its dogs how alike their commands are, and how often another place was to be had', () => {
    const learned = readLearned(db)?.learned
    expect(learned?.residencies).toBeGreaterThan(20)
    expect(learned?.commandShape).toBeGreaterThan(usualCommandShape)
    expect(learned?.elsewhere?.expected).toBeGreaterThan(5)
    expect(learned?.elsewhere?.passes).toBeGreaterThan(5)
  })

  it('asks of its recalls what a day of each dog has room for, and of none that does not know the word yet', () => {
    const asked = allResidencyIds(db).flatMap((id) => {
      const view = loadResident(db, id, noon)
      const pace = view?.paces.find((p) => p.command === 'recall')?.pace
      return view ? [{ name: view.resident.name, perDay: pace?.perDay ?? 0, paced: pace !== undefined }] : []
    })
    const total = asked.reduce((sum, a) => sum + a.perDay, 0)
    console.log(`recalls a day: ${total} over ${asked.filter((a) => a.perDay > 0).length} of ${asked.length} dogs`)
    expect(Math.max(...asked.map((a) => a.perDay))).toBeLessThanOrEqual(4 * 10 + 5)
    expect(total).toBeLessThan(500)
    expect(total).toBeGreaterThan(50)
    // Nobody paces a recall before its word: a dog of three days has no figure.
    expect(asked.find((a) => a.name === 'Siskin')).toMatchObject({ paced: false })
  })

  it('has a case where plain order by days left is wrong', () => {
    const order = wall.upNext.map((u) => u.daysLeft)
    expect(order).not.toEqual([...order].sort((a, b) => a - b))
  })

  it('stored standings equal those derived again from the facts, for every dog', () => {
    const ids = allResidencyIds(db)
    expect(ids.length).toBeGreaterThan(wall.rows.length)
    for (const id of ids)
      expect([findResident(db, id)?.name, standingOf(db, id, later)]).toEqual([
        findResident(db, id)?.name,
        JSON.parse(JSON.stringify(derive(db, id, regimesFor(db, id, later)))),
      ])
  })

  it('is the same for the same day and seed, follows the day, and knows when somebody worked in it', () => {
    const again = newKennel()
    makeDemo(again, today)
    expect(n(again, 'SELECT count(*) AS n FROM rep')).toBe(n(db, 'SELECT count(*) AS n FROM rep'))
    expect(again.prepare('SELECT id FROM rep ORDER BY id LIMIT 5').all()).toEqual(
      db.prepare('SELECT id FROM rep ORDER BY id LIMIT 5').all(),
    )
    const later = newKennel()
    makeDemo(later, '2027-03-30')
    expect(n(later, "SELECT count(*) AS n FROM training_set WHERE day = '2027-03-29'")).toBeGreaterThan(20)
    expect(demoIsUntouched(again)).toBe(true)
    // A passcode that was mistyped is no work.
    turnAway(again, { personId: 'maud', why: 'passcode', place: 'here' }, Date.parse(today))
    const fates = (): readonly string[] =>
      [today, '2027-03-30'].flatMap((day) => [false, true].map((fresh) => fateOf(again, day, fresh)))
    expect(fates()).toEqual(['kept', 'made anew', 'made anew', 'made anew'])
    again.prepare("UPDATE training_set SET device = 'x' WHERE id = (SELECT id FROM training_set LIMIT 1)").run()
    expect(demoIsUntouched(again)).toBe(false)
    expect(fates()).toEqual(['kept', 'made anew', 'kept', 'made anew'])
  })
})
