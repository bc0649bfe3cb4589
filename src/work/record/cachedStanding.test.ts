import { expect, it } from 'vitest'
import { dayIn } from '@/core/days'
import { emptyDogState, emptyLadderState, emptyTally } from '@/core/progress/state'
import { recordFacts } from './accept'
import { cachedSummaries, checkpointToGoOn, setsOf, textOf } from './cachedStanding'
import { atOnce } from '../base/runYielding'
import { standingOf, summarySteps } from './standing'
import { openDatabase, type Db } from '@/store/database'
import { readSets } from '@/store/facts/read'
import { lapseStandingsIn } from '@/store/standings'
import { dog, newFile, newKennel, Tablet, trainer } from '../tests/kennel'

/** A kennel with one dog and one open set of so many clean reps. */
function withReps(reps: number) {
  const db = newKennel()
  const ada = trainer(db)
  const residencyId = dog(db)
  const tablet = new Tablet()
  const set = tablet.set(residencyId, ada)
  recordFacts(db, tablet.batch([set, ...Array.from({ length: reps }, () => tablet.rep(set.id))]), tablet.at)
  return { db, residencyId, tablet, set }
}

it.each(['null', '[]', '{"runs":7}', '{"tick":1,"runs":{"sit/sit":[]}}', '{"commands":[{}],"needs":[]}'])(
  'what is kept and cannot be read, %s, is made again from the facts',
  (garbage) => {
    const { db, residencyId, tablet } = withReps(10)
    const { state, summary } = standingOf(db, residencyId, tablet.at)
    expect(state.runs['sit/sit']?.tallies['sit.rear']?.clean).toBe(10)
    db.prepare('UPDATE standing SET state = ?, summary = ?, stamp = stamp + 1').run(garbage, garbage)
    expect(standingOf(db, residencyId, tablet.at)).toMatchObject({ state, summary })
    const today = dayIn('Europe/London', tablet.at)
    expect(cachedSummaries(db, today, tablet.at).size).toBe(0)
    expect(atOnce(summarySteps)(db, today, tablet.at, [{ residencyId }])).toEqual([[{ residencyId }, summary]])
  },
)

it.each(['', '7', '{"last":7}', '{"sets":[{}],"days":[]}'])(
  'facts go on from a mark that cannot be read, %s, as if there was none',
  (garbage) => {
    const { db, residencyId, tablet, set } = withReps(1)
    db.prepare('UPDATE standing SET mark = ?').run(garbage)
    expect(recordFacts(db, tablet.batch([tablet.rep(set.id)]), tablet.at).results[0]?.status).toBe('stored')
    expect(standingOf(db, residencyId, tablet.at).state.runs['sit/sit']?.tallies['sit.rear']?.clean).toBe(2)
  },
)

it('the sets of a dog are read once while nothing is written of it, and again when it is, by whichever process', () => {
  const file = newFile()
  const [db, beside] = [openDatabase(file), openDatabase(file)]
  const ada = trainer(db)
  const [bramble, other] = [dog(db), dog(db, { name: 'Teasel', run: '9' })]
  const tablet = new Tablet()
  const set = tablet.set(bramble, ada)
  const record = (into: Db, ...facts: Parameters<Tablet['batch']>[0]) =>
    recordFacts(into, tablet.batch([...facts]), tablet.at)
  record(db, set, tablet.rep(set.id))
  const first = setsOf(db, bramble)
  expect(first).toEqual(readSets(db, bramble))
  record(db, tablet.set(other, ada))
  expect(setsOf(db, bramble)).toBe(first)
  const rep = tablet.rep(set.id, 'miss')
  record(beside, rep)
  expect(setsOf(db, bramble)[0]?.reps.map((r) => r.outcome)).toEqual(['clean', 'miss'])
  record(beside, tablet.voided(rep.id, ada))
  expect(setsOf(db, bramble)).toEqual(first)
  db.transaction(() => {
    db.prepare("UPDATE place SET kind = 'yard' WHERE id = ?").run(set.placeId)
    lapseStandingsIn(db, [set.placeId])
  })()
  expect(setsOf(db, bramble)[0]?.placeKind).toBe('yard')
  db.close()
  beside.close()
})

it('a state is written as JSON writes it, whatever was written of it before', () => {
  const state = { ...emptyDogState(), tick: 3, beyond: { 'recall.“loose”': 2 } }
  expect(JSON.parse(textOf(state))).toEqual(state)
  const sit = { ...emptyLadderState(), position: 2, tallies: { 'sit.rear': { ...emptyTally(), reps: 4 } } }
  const one = { ...state, runs: { 'sit/"sit"': sit, 'down/down': emptyLadderState() } }
  const two = { ...one, tick: 4, runs: { ...one.runs, 'down/down': { ...emptyLadderState(), position: 1 } } }
  for (const s of [one, two, one]) expect(textOf(s)).toBe(JSON.stringify(s))
})

it('what is kept of a writing that was taken back is given to nobody', () => {
  const { db, residencyId, tablet, set } = withReps(1)
  const clean = () => checkpointToGoOn(db, residencyId, tablet.at)?.state.runs['sit/sit']?.tallies['sit.rear']?.clean
  expect(clean()).toBe(1)
  const taken = db.transaction(() => {
    recordFacts(db, tablet.batch([tablet.rep(set.id)]), tablet.at)
    expect(clean()).toBe(2)
    throw new Error('taken back')
  })
  expect(taken).toThrow('taken back')
  expect(clean()).toBe(1)
})
