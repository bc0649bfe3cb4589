import { allResidencyIds } from '@/store/residents'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { findResident, readPromises } from '@/store/residents'
import { addDog, addPerson } from './begin'
import { listStaff } from '../page/staff'
import { loadHandoffPage } from '../page/handoff'
import { loadResident } from '../page/resident'
import { loadBlock } from '../page/block'
import { dogFields, monday, newKennel, trainer } from '../tests/kennel'
import { loadPaper } from '../page/paper'
import { loadWall } from '../page/wall'
import { skipBaseline } from './baseline'

const trainerFields = { name: 'Ada', role: 'trainer', weekdays: ['1', '5'], from: '09:00', to: '17:30' }

describe('adding a trainer', () => {
  it('keeps name and hours', () => {
    const db = newKennel()
    expect(addPerson(db, trainerFields, monday).ok).toBe(true)
    expect(listStaff(db, monday)).toMatchObject([{ name: 'Ada', hours: 'Mon, Fri 09:00–17:30' }])
  })

  it.each([
    ['no name', { name: '  ' }, 'name'],
    ['200 letters', { name: 'x'.repeat(200) }, 'name'],
    ['control characters', { name: 'A\u0000da' }, 'name'],
    ['no role', { role: 'boss' }, 'role'],
    ['no day', { weekdays: [] }, 'weekdays'],
    ['an eighth day', { weekdays: ['8'] }, 'weekdays.0'],
    ['a time that is none', { from: '25:00' }, 'from'],
    ['the end before the beginning', { from: '17:00', to: '09:00' }, 'to'],
  ])('refuses %s, field by field, and stores nothing', (_, wrong, field) => {
    const db = newKennel()
    const done = addPerson(db, { ...trainerFields, ...wrong }, monday)
    expect(done.ok).toBe(false)
    if (!done.ok) expect(Object.keys(done.errors)).toContain(field)
    expect(listStaff(db, monday)).toEqual([])
  })
})

describe('adding a dog', () => {
  it('goes straight to its first working step', () => {
    const db = newKennel()
    const who = trainer(db)
    const done = addDog(db, { ...dogFields, cue: { sit: 'Assis' } }, monday)
    if (!done.ok) throw new Error(JSON.stringify(done.errors))
    expect(loadBlock(db, done.id, 'sit', 'ada', monday)).toMatchObject({
      cueWords: { sit: 'Assis' },
      places: [{ id: 'room' }, {}, {}, {}, {}, {}],
    })
    const wall = loadWall(db, monday)
    expect(wall.rows).toMatchObject([{ name: 'Bramble', daysLeft: 18 }])
    // On its second day the baseline comes first, everywhere; whoever does without says so, and then it is worked.
    expect([wall.upNext, wall.later]).toMatchObject([[], [{ name: 'Bramble', untested: true }]])
    const rest = 'The baseline comes first. Where does each command start?'
    expect(loadResident(db, done.id, monday)?.next).toMatchObject({ sets: [], rest })
    expect(loadBlock(db, done.id, undefined, 'ada', monday)).toMatchObject({ rest, plan: { items: [] } })
    expect(loadPaper(db, 'ada', monday).dogs).toMatchObject([{ sheet: [], paused: rest }])
    expect(skipBaseline(db, { residencyId: done.id, recordedBy: who }, monday).ok).toBe(true)
    // The wall names what its page begins with.
    const [first] = loadResident(db, done.id, monday)?.next.sets ?? []
    expect(loadWall(db, monday).upNext[0]).toMatchObject({
      name: 'Bramble',
      command: first?.command,
      rungName: first?.rungName,
    })
    expect(first?.command).toBeDefined()
    expect(loadResident(db, done.id, monday)?.arriving).toMatchObject({ baseline: 'open', skippedBy: 'Ada' })
    expect(loadPaper(db, 'ada', monday).dogs[0]?.sheet.length).toBeGreaterThan(0)
    expect(skipBaseline(db, { residencyId: done.id, recordedBy: who }, monday)).toMatchObject({ ok: false })
    expect(loadResident(db, done.id, monday)?.commands.find((c) => c.id === 'sit')).toMatchObject({
      word: 'not started',
      next: 'Any move of the rear. This is the next rung of the promise.',
    })
  })

  it.each(['<script>alert(1)</script>', 'שלום', '🐕‍🦺 Ωmega', "O'Neill; DROP TABLE dog", '%_\\'])(
    'keeps the name %s as text',
    (name) => {
      const db = newKennel()
      const done = addDog(db, { ...dogFields, name }, monday)
      expect(done.ok && findResident(db, done.id)?.name).toBe(name)
    },
  )

  it.each([
    ['a name of 200 letters', { name: 'x'.repeat(200) }, 'name'],
    ['a run number of nine', { run: '123456789' }, 'run'],
    ['30 February', { arrivesOn: '2026-02-30' }, 'arrivesOn'],
    ['dates out of order', { leavesOn: '2026-02-20' }, 'leavesOn'],
    ['a stay of years', { leavesOn: '2029-03-20' }, 'leavesOn'],
    ['a day that is past', { arrivesOn: '2025-01-01', leavesOn: '2025-02-01' }, 'leavesOn'],
    ['nothing promised', { promised: [] }, 'promised'],
    [
      'a rung of another run',
      { promised: [{ run: 'sit/sit', rung: 'down.no-lure', places: '1', people: '1' }] },
      'promised.0.rung',
    ],
    [
      'two rungs of one run',
      {
        promised: [
          { rung: 'sit-stay.5s', places: '1', people: '1' },
          { rung: 'sit-stay.10s', places: '1', people: '1' },
        ],
      },
      'promised.1.rung',
    ],
    ['no rung', { promised: [{ rung: '', places: '1', people: '1' }] }, 'promised'],
    ['no place', { promised: [{ rung: 'sit.word', places: '0', people: '1' }] }, 'promised.0.places'],
    ['people in words', { promised: [{ rung: 'sit.word', places: '1', people: 'two' }] }, 'promised.0.people'],
  ])('refuses %s', (_, wrong, field) => {
    const db = newKennel()
    const done = addDog(db, { ...dogFields, ...wrong }, monday)
    expect(done.ok).toBe(false)
    if (!done.ok) expect(Object.keys(done.errors)).toContain(field)
    expect(loadWall(db, monday).rows).toEqual([])
  })

  it('promises a stay for so long and from so far away, each by itself', () => {
    const db = newKennel()
    const done = addDog(
      db,
      {
        ...dogFields,
        promised: [
          { rung: 'sit-stay.30s', level: '2', places: '2', people: '1' },
          { rung: 'sit-stay.3m-15s', level: '0', places: '3', people: '2' },
        ],
      },
      monday,
    )
    expect(readPromises(db, done.ok ? done.id : '')).toEqual([
      { rungId: 'sit-stay.30s', level: 2, places: 2, people: 1 },
      { rungId: 'sit-stay.3m-15s', level: 0, places: 3, people: 2 },
    ])
  })

  it('refuses a run that is taken on those days, and allows it from the day the other goes home', () => {
    const db = newKennel()
    expect(addDog(db, dogFields, monday).ok).toBe(true)
    expect(
      addDog(db, { ...dogFields, name: 'Wren', arrivesOn: '2026-03-10', leavesOn: '2026-04-01' }, monday),
    ).toMatchObject({ ok: false, errors: { run: 'Bramble has run 1 during these days.' } })
    expect(addDog(db, { ...dogFields, name: 'Wren', arrivesOn: '2026-03-20', leavesOn: '2026-04-01' }, monday).ok).toBe(
      true,
    )
  })

  it('never crashes on random input, and stores nothing half', () => {
    const db = newKennel()
    let run = 1
    let taken = 0
    const anything = fc.oneof(fc.string(), fc.anything(), fc.constant('2026-03-05'))
    fc.assert(
      fc.property(fc.constantFrom(...Object.keys(dogFields)), anything, (field, value) => {
        const dogs = () =>
          db
            .prepare(
              `SELECT (SELECT count(*)
                FROM dog) + (SELECT count(*)
                FROM residency) + (SELECT count(*)
                FROM promise) AS n`,
            )
            .pluck()
            .get()
        const before = Number(dogs())
        const done = addDog(db, { ...dogFields, run: String(run++), [field]: value }, monday)
        expect(Number(dogs()) - before).toBe(done.ok ? 3 : 0)
        taken += done.ok ? 1 : 0
      }),
      { numRuns: 400 },
    )
    expect(taken).toBeGreaterThan(5)
  })
})

describe('promises this house cannot keep', () => {
  it('are refused as they are made, by field, nothing is stored; where nobody says, as many as the house has', () => {
    const db = newKennel()
    trainer(db)
    const add = (promise: Record<string, unknown>) => addDog(db, { ...dogFields, promised: [promise] }, monday)
    const errors = (promise: Record<string, unknown>) => {
      const r = add(promise)
      return r.ok ? {} : r.errors
    }
    expect(errors({ rung: 'down.no-lure', places: '1', people: '2' })).toEqual({
      'promised.0.people': expect.stringContaining('one works here'),
    })
    expect(errors({ rung: 'down.street', places: '2', people: '1' })).toEqual({
      'promised.0.places': expect.stringContaining('can be worked in 1 here'),
    })
    expect(allResidencyIds(db)).toEqual([])
    const done = add({ rung: 'down.street' })
    expect(done.ok && readPromises(db, done.id)).toEqual([{ rungId: 'down.street', level: 0, places: 1, people: 1 }])
  })
})

it('pages of unknown dogs and commands are nothing, not an error', () => {
  const db = newKennel()
  for (const id of ['', 'none', '../x', "' OR 1=1 --"]) {
    expect(loadResident(db, id, monday)).toBeUndefined()
    expect(loadBlock(db, id, 'sit', 'ada', monday)).toBeUndefined()
    expect(loadHandoffPage(db, id, monday)).toBeUndefined()
  }
  const done = addDog(db, dogFields, monday)
  expect(done.ok && loadBlock(db, done.id, 'fly', 'ada', monday)).toBeUndefined()
})
