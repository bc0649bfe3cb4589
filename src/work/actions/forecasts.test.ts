import { describe, expect, it } from 'vitest'
import { houseCurriculum } from '@/core/curriculum/house'
import { toFile } from '@/core/curriculum/read'
import { addDays } from '@/core/days'
import { forecastModel } from '@/core/forecast/forecast'
import { newestCurriculum } from '@/store/curricula'
import type { Db } from '@/store/database'
import {
  forecastDone,
  forecastOutcomes,
  forecastDays,
  forecastsDue,
  forecastsSaid,
  readLearned,
  writeLearned,
} from '@/store/forecasts'
import { loadResident } from '../page/resident'
import { loadForecasts, learnedFile } from '../page/forecasts'
import { loadWall } from '../page/wall'
import { noHooks } from '../base/hooks'
import { recordFacts } from '../record/accept'
import { dog, monday, msPerDay, newKennel, Tablet, trainer } from '../tests/kennel'
import { moveCurriculum, publishCurriculum } from './curriculum'
import { forecastsStale, learnRates, renewForecasts } from './forecasts'
import { beginOn } from './learned'
import { changeStay, pause } from './stay'
import { cachedForecast } from '../record/cachedStanding'
import type { EpochMs } from '@/core/epochMs'

const futures = 200
const renew = (db: Db, now: EpochMs) => renewForecasts(db, now, noHooks, futures).made
const today = '2026-03-02'
/** After the tablet of these tests has worked. */
const later = monday + 600_000

/** A kennel with a dog that was worked on a day. */
function kennel(rung = 'sit.word') {
  const db = newKennel()
  const ada = trainer(db)
  const id = dog(db, { promised: [{ rung, places: '1', people: '1' }] })
  return { db, ada, id }
}
function work(db: Db, id: string, ada: string): void {
  const tablet = new Tablet()
  const set = tablet.set(id, ada)
  const reps = Array.from({ length: 5 }, () => tablet.rep(set.id))
  recordFacts(db, tablet.batch([set, ...reps]), tablet.at)
}

describe('forecasts of a house', () => {
  it('are made once, and again when something they rest on has changed', () => {
    const { db, id, ada } = kennel()
    expect(forecastsStale(db, monday).map((d) => d.residencyId)).toEqual([id])
    expect([renew(db, monday), renew(db, monday)]).toEqual([1, 0])
    const first = cachedForecast(db, id)
    expect(first?.told).toMatchObject({ today, leavesOn: '2026-03-20', model: forecastModel })

    work(db, id, ada)
    expect(loadResident(db, id, monday + 2000)?.forecast?.due).toBe(true)
    expect(renew(db, monday + 60_000)).toBe(1)
    expect(loadResident(db, id, monday + 61_000)?.forecast?.due).toBe(false)

    expect(
      changeStay(db, { residencyId: id, leavesOn: '2026-03-12', reason: 'asked', recordedBy: ada }, monday),
    ).toMatchObject({ ok: true })
    expect(renew(db, monday + 120_000)).toBe(1)
    expect(cachedForecast(db, id)?.told.leavesOn).toBe('2026-03-12')
    pause(db, { residencyId: id, why: 'sick', note: '', recordedBy: ada }, monday)
    expect(renew(db, monday + 180_000)).toBe(1)
    // Another day, and another forecast of it.
    expect(renew(db, monday + msPerDay)).toBe(1)
    // What was first said on a day stands as it was said.
    expect(forecastsSaid(db, forecastDays(db, [id])).map((f) => [f.day, f.told.leavesOn])).toEqual([
      [today, '2026-03-20'],
      [addDays(today, 1), '2026-03-12'],
    ])
  })

  it('say the same whoever makes them, and in whatever order', () => {
    const { db, id } = kennel()
    renew(db, monday)
    const once = cachedForecast(db, id)?.told
    db.exec('DELETE FROM forecast_now')
    dog(db, { name: 'Sorrel', run: '2' })
    renew(db, monday)
    expect(cachedForecast(db, id)?.told).toEqual(once)
  })

  it('what comes while one is made stays due', () => {
    const { db, id, ada } = kennel()
    renew(db, monday)
    work(db, id, ada)
    const due = () => forecastsDue(db, today, today, forecastModel)
    const [begun] = due()
    // A set more while it is made from what was known before.
    work(db, id, ada)
    if (begun) forecastDone(db, begun)
    expect(due()).toEqual([{ residencyId: id, turn: (begun?.turn ?? 0) + 1 }])
    for (const one of due()) forecastDone(db, one)
    expect(due()).toEqual([])
  })

  it('stand on the wall and on the dog’s page with one another', () => {
    const { db, id } = kennel()
    expect(loadWall(db, monday).rows[0]).toMatchObject({ said: '', reach: 'not reckoned yet' })
    expect(loadResident(db, id, monday)?.forecast).toMatchObject({ view: undefined, due: true })
    renew(db, monday)
    const [row] = loadWall(db, monday).rows
    expect(row?.said).toBe(loadResident(db, id, monday)?.forecast?.view?.chance)
    expect(loadWall(db, monday).toldMinute).toBe(12 * 60)
  })

  it('a promise that this house cannot keep is said to be so, and nothing promised is said nothing of', () => {
    const { db, id } = kennel()
    const none = dog(db, { name: 'Sorrel', run: '2' })
    db.prepare('DELETE FROM promise WHERE residency_id = ?').run(none)
    db.prepare('UPDATE promise SET places = 12').run()
    renew(db, monday)
    expect(cachedForecast(db, id)?.told).toMatchObject({ impossible: true, chance: 0 })
    expect(loadWall(db, monday).ring[0]?.reason).toContain('cannot be met here')
    expect([cachedForecast(db, none), loadResident(db, none, monday)?.forecast]).toEqual([undefined, undefined])
  })

  it('on the last evening what came of it is written, once, and held against what was said', () => {
    const { db, id } = kennel()
    renew(db, monday)
    const home = monday + 18 * msPerDay
    expect(renewForecasts(db, home, noHooks, futures).over).toBe(1)
    expect(renewForecasts(db, home + msPerDay, noHooks, futures).over).toBe(0)
    expect(forecastOutcomes(db, 9)).toMatchObject([
      { residencyId: id, readyOn: null, lastEvening: '2026-03-19', rungs: { 'sit.word': null } },
    ])
    expect(loadForecasts(db).judged).toMatchObject({ verdict: 'too few' })
  })

  it('rates come from another kennel and go back to what is shipped; a wrong file changes nothing', () => {
    const { db, id, ada } = kennel()
    renew(db, monday)
    const shipped = cachedForecast(db, id)?.told.chance ?? 0
    const file = {
      ...learnedFile(db),
      from: 'Elm Yard',
      residencies: 40,
      kinds: { shape: 0.02, fade: 0.02, word: 0.02 },
    }
    for (const text of ['no json', '{}', JSON.stringify({ ...file, kinds: { word: 99 } })])
      expect(beginOn(db, { text, recordedBy: ada }, monday)).toMatchObject({
        ok: false,
        code: 'unreadable',
      })
    expect(renew(db, monday)).toBe(0)
    expect(beginOn(db, { text: JSON.stringify(file), recordedBy: ada }, monday)).toEqual({ ok: true })
    expect(renew(db, monday + 1)).toBe(1)
    expect(loadForecasts(db).learned).toMatchObject({ from: 'Elm Yard', fromResidencies: 40 })
    expect(cachedForecast(db, id)?.told.chance ?? 1).toBeLessThan(shipped)
    beginOn(db, { text: '', recordedBy: ada }, monday + 2)
    renew(db, monday + 3)
    expect(cachedForecast(db, id)?.told.chance).toBe(shipped)
  })

  it('a curriculum that changes in mid-stay, or loses what was promised, makes it anew', () => {
    const { db, id, ada } = kennel()
    work(db, id, ada)
    renew(db, later)
    const promised = cachedForecast(db, id)?.told
    expect([promised?.impossible, promised?.legs.map((leg) => leg.rungId)]).toEqual([false, ['sit.word']])
    // The promised rung is gone from the new version.
    const text = JSON.stringify(toFile(houseCurriculum)).replaceAll('"sit.word"', '"sit.said"')
    const published = publishCurriculum(db, { text, recordedBy: ada }, later)
    expect(published).toMatchObject({ ok: true })
    expect(renew(db, later)).toBe(0)
    const { id: curriculumId, version } = newestCurriculum(db)
    expect(moveCurriculum(db, { residencyId: id, curriculumId, version, recordedBy: ada }, later + 1)).toMatchObject({
      ok: true,
    })
    expect(renew(db, later + 2)).toBe(1)
    expect(cachedForecast(db, id)?.told).toMatchObject({ impossible: true, chance: 0 })
  })

  it('in a house of one nobody is asked for who is not there', () => {
    const { db, id } = kennel()
    renew(db, monday)
    const told = cachedForecast(db, id)?.told
    expect(told?.impossible).toBe(false)
    expect(told?.whatIfs.map((w) => w.kind)).not.toContain('handler')
    expect(loadWall(db, monday).upNext).toHaveLength(1)
  })

  it('says beside every chance when those before it were bad', () => {
    const { db, id } = kennel()
    renew(db, monday)
    const learned = learnRates(db, monday)
    expect(learned.residencies).toBe(0)
    expect(loadForecasts(db).learned.ways).toBe('')
    expect([loadWall(db, monday).bad, loadResident(db, id, monday)?.forecast?.bad]).toEqual(['', ''])
    db.exec(`UPDATE learned SET learned = json_set(learned, '$.verdict', 'too high')`)
    expect(loadWall(db, monday).bad).toContain('run too high')
    expect(loadResident(db, id, monday)?.forecast?.bad).toContain('run too high')
  })

  it('are bent by what this kennel saw come of two hundred, and the page says so', () => {
    const { db, id } = kennel('recall.line-5')
    renew(db, monday)
    const was = cachedForecast(db, id)?.told
    learnRates(db, monday)
    const learned = readLearned(db)?.learned
    if (!learned) throw new Error('nothing learned')
    expect(loadForecasts(db).learned.bent).toBe('')
    writeLearned(db, { ...learned, stack: { early: -2, odds: 1, load: 0, dogs: 210 } }, monday)
    renew(db, monday + 60_000)
    const is = cachedForecast(db, id)?.told
    expect(is?.played).toEqual(was?.played)
    expect(is?.chance).toBeLessThan(was?.chance ?? 0)
    expect(loadForecasts(db).learned.bent).toBe('a simulated 70% is shown as 45%')
    expect(loadResident(db, id, monday)?.forecast?.view?.why).toContain('Such forecasts were too high here before')
  })

  it('learns from nobody where nobody went home, and keeps that it looked', () => {
    const { db } = kennel()
    expect(learnRates(db, monday)).toEqual({ residencies: 0 })
    expect(readLearned(db)).toMatchObject({ at: monday, learned: { residencies: 0, figures: [] } })
    // A night that is stopped in the middle leaves what was there.
    learnRates(db, monday + 5, { progress: () => undefined, stopped: () => true })
    expect(readLearned(db)?.at).toBe(monday)
  })
})
