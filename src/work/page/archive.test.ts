import { describe, expect, it } from 'vitest'
import { v7 } from 'uuid'
import { insertPlan, readPlan } from '@/store/food'
import { readCueWords, findResident, readPromises } from '@/store/residents'
import { addDog } from '../actions/begin'
import { keepStep } from '../actions/intake'
import { recordFacts } from '../record/accept'
import { reportedOf } from '../context/before'
import { dog, dogFields, monday, msPerDay, newKennel, Tablet, trainer } from '../tests/kennel'
import { loadArchive } from './archive'
import { loadIntake } from './intake'
import { loadPresets } from './packages'

const after = monday + 70 * msPerDay

function stage() {
  const db = newKennel()
  const ada = trainer(db)
  const residencyId = dog(db, { name: 'Bramble', owner: 'Tamsin Orrel' })
  const tablet = new Tablet()
  for (const day of [0, 1]) {
    tablet.at = Math.max(tablet.at, monday + day * msPerDay)
    for (const rungId of ['sit.rear', 'sit.full', 'sit.empty']) {
      const set = tablet.set(residencyId, ada, { rungId })
      recordFacts(db, tablet.batch([set, ...Array.from({ length: 12 }, () => tablet.rep(set.id))]), tablet.at)
    }
  }
  return { db, ada, residencyId, dogId: findResident(db, residencyId)?.dogId ?? '' }
}

describe('dogs that were here', () => {
  it('are found by their own name or the owner’s, the last first, with what became of them', () => {
    const { db } = stage()
    dog(db, { name: 'Wren', owner: 'Piers', run: '2', leavesOn: '2026-03-25' })
    dog(db, { name: 'Rook', owner: 'Ida', run: '3', leavesOn: '2026-06-01' })
    const names = (asked: string, now = after) => loadArchive(db, asked, now).rows.map((r) => r.name)
    expect(names('')).toEqual(['Wren', 'Bramble'])
    expect([names('bram'), names('ORREL'), names('piers'), names('%'), names('rook')]).toEqual([
      ['Bramble'],
      ['Bramble'],
      ['Wren'],
      [],
      [],
    ])
    expect(names('', monday)).toEqual([])
    expect(loadArchive(db, 'bramble', after).rows[0]).toMatchObject({
      promises: 1,
      met: 1,
      handoff: undefined,
      shown: 0,
    })
  })

  it('sixty are shown, and it says that there are more', () => {
    const { db } = stage()
    for (let i = 0; i < 62; i++) dog(db, { name: `Dog ${i}`, run: `x${i}` })
    const { rows, more } = loadArchive(db, '', after)
    expect([rows.length, more]).toEqual([60, true])
  })
})

describe('a dog that comes back', () => {
  it('brings its words, its food, its promises to propose, and where it stood as reported', () => {
    const { db, ada, residencyId, dogId } = stage()
    const words = {
      release: ['Frei'],
      marker: ['Ja'],
      side: ['left'],
      'cues.0.command': ['sit'],
      'cues.0.word': ['Sitz'],
    }
    expect(keepStep(db, residencyId, 'words', { ...words, wordIs: ['spelling'] }, ada, monday).ok).toBe(true)
    db.prepare(
      "INSERT INTO feed (id, name, kcal_per_100g, tier) VALUES ('kibble', 'Kibble', 360, 1) ON CONFLICT DO NOTHING",
    ).run()
    insertPlan(db, {
      id: v7(),
      residencyId,
      feedId: 'kibble',
      stage: 'neutered adult',
      factor: 1.6,
      vetKcal: null,
      trainingShare: 0.3,
      goalKg: null,
      at: monday,
      recordedBy: ada,
    })
    const stay = { dogId, run: '9', arrivesOn: '2026-05-10', leavesOn: '2026-05-30' }
    const back = addDog(db, { ...dogFields, releaseWord: '', markerWord: '', ...stay }, after)
    if (!back.ok) throw new Error(JSON.stringify(back.errors))
    const again = findResident(db, back.id)
    if (!again) throw new Error('not back')
    expect([again.releaseWord, readCueWords(db, dogId).get('sit')]).toEqual(['Frei', 'Sitz'])
    expect(readPlan(db, back.id)).toMatchObject({ feedId: 'kibble', factor: 1.6 })
    expect(loadPresets(db, after).find((p) => p.dogId === dogId)?.promises).toEqual(readPromises(db, residencyId))
    expect(Object.fromEntries(reportedOf(db, again, after))).toEqual({ sit: 'sit.empty' })
    const step = () => loadIntake(db, back.id, after)?.steps.find((s) => s.id === 'words')
    const reported = () =>
      Object.values(step()?.values ?? {})
        .flat()
        .filter((v) => v === 'sit.empty')
    expect([step()?.fromBefore, reported()]).toEqual([true, ['sit.empty']])
    // Once the owner has said otherwise, that stands.
    keepStep(db, back.id, 'words', { ...words, 'cues.0.reported': ['sit.rear'] }, ada, after)
    expect(Object.fromEntries(reportedOf(db, again, after))).toEqual({ sit: 'sit.rear' })
    // What is decided of its food this time is for this time.
    expect(readPlan(db, residencyId)).toMatchObject({ feedId: 'kibble' })
  })

  it('a dog that is new is said to be able to do nothing', () => {
    const { db, residencyId } = stage()
    const here = findResident(db, residencyId)
    expect(here && reportedOf(db, here, monday).size).toBe(0)
  })
})
