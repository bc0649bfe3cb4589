import { describe, expect, it } from 'vitest'
import { typedOf } from '@/core/form'
import { readWeights } from '@/store/food'
import { readEntry } from '@/store/intake'
import { findResident, readCueWords } from '@/store/residents'
import { loadIntake } from '../page/intake'
import { loadKnownDogs } from '../page/knownDogs'
import { dog, dogFields, monday, msPerDay, newKennel, trainer } from '../tests/kennel'
import { addDog } from './begin'
import { keepStep } from './intake'
import { tableOfDogs } from '../tests/tables'
import { weigh } from './food'

const may = { run: '9', arrivesOn: '2026-05-10', leavesOn: '2026-05-30' }
const after = monday + 70 * msPerDay

function stage() {
  const db = newKennel()
  const ada = trainer(db)
  const first = dog(db, { releaseWord: 'Frei', bornOn: '2024-02-01', traits: ['puller'], cue: { sit: 'Sitz' } })
  const dogId = findResident(db, first)?.dogId ?? ''
  const again = (more: Record<string, unknown> = {}) => {
    const done = addDog(
      db,
      { ...dogFields, releaseWord: '', markerWord: '', side: 'not known yet', dogId, ...may, ...more },
      after,
      { recordedBy: ada },
    )
    if (!done.ok) throw new Error(JSON.stringify(done.errors))
    const resident = findResident(db, done.id)
    if (!resident) throw new Error('not here')
    return resident
  }
  return { db, ada, first, dogId, again }
}

describe('a dog that is booked again', () => {
  it('keeps what is typed at its booking: caution, bite, deaf, birthday, words, side, owner', () => {
    const s = stage()
    const back = s.again({
      owner: 'Tamsin Alder',
      caution: 'Guards its bowl',
      biteHistory: true,
      traits: ['deaf'],
      bornOn: '2024-03-01',
      releaseWord: 'Free',
      markerWord: 'Ja',
      side: 'right',
      cue: { sit: 'Hinsetzen', down: 'Platz' },
    })
    expect(back).toMatchObject({
      ownerName: 'Tamsin Alder',
      caution: 'Guards its bowl',
      biteHistory: true,
      releaseWord: 'Free',
      markerWord: 'Ja',
      side: 'right',
      sideKnown: true,
      traits: { deaf: true, puller: true, bornOn: '2024-03-01' },
    })
    expect(Object.fromEntries(readCueWords(s.db, s.dogId))).toMatchObject({ sit: 'Hinsetzen', down: 'Platz' })
  })

  it('keeps what was known where nothing is typed', () => {
    const s = stage()
    s.db.prepare("UPDATE dog SET caution = 'Old bite', bite_history = 1").run()
    const known = findResident(s.db, s.first)
    const back = s.again()
    const dogOf = ({ caution, biteHistory, releaseWord, markerWord, side, traits }: typeof back) => ({
      ...{ caution, biteHistory, releaseWord, markerWord, side, traits },
    })
    expect(known && dogOf(back)).toEqual(known && dogOf(known))
    expect(readCueWords(s.db, s.dogId).get('sit')).toBe('Sitz')
  })

  it('is shown what is known, and only then a tick that is gone was taken out', () => {
    const s = stage()
    s.db.prepare('UPDATE dog SET bite_history = 1').run()
    expect(loadKnownDogs(s.db)[0]?.typed).toMatchObject({
      releaseWord: ['Frei'],
      biteHistory: ['yes'],
      bornOn: ['2024-02-01'],
      traits: ['puller'],
      'cue.sit': ['Sitz'],
    })
    expect(s.again({ shown: s.dogId })).toMatchObject({ biteHistory: false, traits: { puller: false } })
  })

  it('a stay that was long ago, entered today, says nothing of the dog as it is now', () => {
    const s = stage()
    const done = addDog(
      s.db,
      {
        ...dogFields,
        dogId: s.dogId,
        caution: 'As a puppy',
        run: '8',
        arrivesOn: '2025-01-01',
        leavesOn: '2025-01-20',
      },
      monday,
      { recordedBy: s.ada, pastToo: true },
    )
    expect(done.ok).toBe(true)
    expect(findResident(s.db, s.first)).toMatchObject({ caution: '', releaseWord: 'Frei' })
  })
})

describe('a table with a dog that was here before', () => {
  const table = (s: ReturnType<typeof stage>, row: Record<string, string>) => {
    const cells = {
      ...{ run: '9', dog: 'Bramble', owner: 'Tamsin', arrives: '2026-05-10', 'goes home': '2026-05-30' },
      ...row,
    }
    const text = `${Object.keys(cells).join(',')}\n${Object.values(cells).join(',')}\n`
    return tableOfDogs(s.db, Buffer.from(text), s.ada, after, true)
  }

  it('an empty cell wipes nothing: birthday, other telephone, chip', () => {
    const s = stage()
    const owner = { phone: ['1'], phone2: ['2'], address: ['By the lock'] }
    expect(keepStep(s.db, s.first, 'owner', owner, s.ada, monday).ok).toBe(true)
    const arrival = { run: ['1'], chip: ['985141000000001'], weight: ['20'], bornOn: ['2024-02-01'], sex: ['female'] }
    expect(keepStep(s.db, s.first, 'arrival', arrival, s.ada, monday).ok).toBe(true)
    expect(table(s, { telephone: '3', sex: 'female', caution: 'Shy' })).toMatchObject({ ok: true })
    const back = loadKnownDogs(s.db)[0]
    expect(back?.typed).toMatchObject({ bornOn: ['2024-02-01'], caution: ['Shy'] })
    const id = s.db.prepare("SELECT id FROM residency WHERE run_number = '9'").pluck().get() as string
    expect(readEntry(s.db, id, 'owner')?.entry).toMatchObject({ phone: '3', phone2: '2', address: 'By the lock' })
    expect(readEntry(s.db, id, 'arrival')?.entry).toMatchObject({ chip: '985141000000001', weight: null })
    expect(readWeights(s.db, s.dogId).map((w) => w.kg)).toEqual([20])
  })
})

describe('a step that is kept again', () => {
  it('arrival: the weight that stood there is no weighing of today', () => {
    const s = stage()
    const typed = { run: ['1'], weight: ['20'], weightUnit: ['kg'], bornOn: ['2024-02-01'] }
    expect(keepStep(s.db, s.first, 'arrival', typed, s.ada, monday).ok).toBe(true)
    const days = monday + 5 * msPerDay
    expect(weigh(s.db, { residencyId: s.first, recordedBy: s.ada, weight: 22, unit: 'kg', right: true }, days).ok).toBe(
      true,
    )
    expect(keepStep(s.db, s.first, 'arrival', { ...typed, coat: ['tan'] }, s.ada, days + msPerDay).ok).toBe(true)
    expect(readWeights(s.db, s.dogId).map((w) => w.kg)).toEqual([20, 22])
    // Another figure is another weighing.
    expect(keepStep(s.db, s.first, 'arrival', { ...typed, weight: ['21'] }, s.ada, days + msPerDay).ok).toBe(true)
    expect(readWeights(s.db, s.dogId).map((w) => w.kg)).toEqual([20, 22, 21])
  })

  it('arrival: a dog that comes again is put on the scale again', () => {
    const s = stage()
    expect(keepStep(s.db, s.first, 'arrival', { run: ['1'], weight: ['20'] }, s.ada, monday).ok).toBe(true)
    const back = s.again()
    const step = loadIntake(s.db, back.residencyId, after)?.steps.find((x) => x.id === 'arrival')
    expect([step?.values['weight'], step?.values['run']]).toEqual([[''], ['9']])
  })

  it('health and words of an old stay: kept there, and the dog is as it was said to be since', () => {
    const s = stage()
    const back = s.again({ caution: 'Guards its bowl', biteHistory: true, traits: ['deaf'] })
    const old = { ...typedOf({ allergies: [{ what: 'beef' }] }), caution: ['none'] }
    expect(keepStep(s.db, s.first, 'health', old, s.ada, after).ok).toBe(true)
    expect(
      keepStep(s.db, s.first, 'words', { release: ['Go'], marker: ['Tick'], side: ['left'] }, s.ada, after).ok,
    ).toBe(true)
    expect(
      keepStep(s.db, s.first, 'arrival', { run: ['1'], bornOn: ['2020-01-01'], weight: ['9'] }, s.ada, after).ok,
    ).toBe(true)
    expect(findResident(s.db, back.residencyId)).toMatchObject({
      caution: 'Guards its bowl',
      biteHistory: true,
      releaseWord: 'Frei',
      traits: { deaf: true, bornOn: '2024-02-01' },
    })
    expect(readWeights(s.db, s.dogId)).toEqual([])
    expect(readEntry(s.db, s.first, 'health')?.entry.caution).toBe('none')
  })

  it('health: a dog that it may not meet stays said while that one is away', () => {
    const s = stage()
    const rook = dog(s.db, { name: 'Rook', run: '2', leavesOn: '2026-03-05' })
    const rookId = findResident(s.db, rook)?.dogId ?? ''
    expect(keepStep(s.db, s.first, 'health', { caution: [''], notWith: [rookId] }, s.ada, monday).ok).toBe(true)
    const later = monday + 8 * msPerDay
    const step = loadIntake(s.db, s.first, later)?.steps.find((x) => x.id === 'health')
    const choices = step?.fields.flatMap((f) =>
      'name' in f && f.name === 'notWith' && 'choices' in f ? f.choices : [],
    )
    expect(choices).toEqual([{ id: rookId, name: 'Rook (away)' }])
    expect(keepStep(s.db, s.first, 'health', step?.values ?? {}, s.ada, later).ok).toBe(true)
    expect(readEntry(s.db, s.first, 'health')?.entry.notWith).toEqual([rookId])
  })
})
