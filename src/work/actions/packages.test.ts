import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { typedOf } from '@/core/form'
import { readPromises } from '@/store/residents'
import { readPackages } from '@/store/packages'
import { dog, later, monday, newKennel, trainer } from '../tests/kennel'
import { loadPackages, loadPresets } from '../page/packages'
import { givePackage, keepPackage } from './packages'

const promised = (places = '2') => [
  { run: 'sit/sit', rung: 'sit.word', level: '1', places, people: '1' },
  { run: 'down/down', rung: '', level: '0', places: '', people: '' },
]
const fields = (more: Record<string, unknown> = {}) =>
  typedOf({ packageId: '', name: 'Town walk', days: '21', words: 'Sits when asked.', promised: promised(), ...more })

function stage() {
  const db = newKennel()
  const ada = trainer(db)
  const keep = (more: Record<string, unknown> = {}, now = monday) => keepPackage(db, fields(more), ada, now)
  const only = () => readPackages(db)[0]
  return { db, ada, keep, only }
}

describe('a package of promises', () => {
  it('is kept with its stay and its words, and offered to a booking', () => {
    const { db, keep } = stage()
    expect(keep().ok).toBe(true)
    expect(loadPresets(db, monday)).toEqual([
      {
        id: expect.stringMatching(/^package /),
        name: 'Town walk',
        note: '21 days; 1 promise',
        days: 21,
        dogId: undefined,
        promises: [{ rungId: 'sit.word', level: 1, places: 2, people: 1 }],
      },
    ])
    expect(loadPackages(db).packages[0]).toMatchObject({
      says: ['Sit: Word alone, level 1; 2 locations, 1 handler'],
      given: true,
      by: 'Ada',
      cost: { reps: expect.any(Number) },
    })
  })

  it('changed, it is another version; what was promised before stays, and its history with it', () => {
    const { db, keep, only } = stage()
    keep()
    const residencyId = dog(db, {})
    const before = readPromises(db, residencyId)
    const packageId = only()?.packageId
    expect(keep({ packageId, name: 'Town walk', promised: promised('3') }, monday + 1000).ok).toBe(true)
    expect([readPackages(db).length, only()?.promises[0]?.places]).toEqual([1, 3])
    expect(readPromises(db, residencyId)).toEqual(before)
    expect(db.prepare('SELECT count(*) AS n FROM package_version').get()).toEqual({ n: 2 })
  })

  it('given no more it is offered no more, and may be given again', () => {
    const { db, ada, keep, only } = stage()
    keep()
    const give = (given: boolean) =>
      givePackage(db, { packageId: only()?.packageId ?? '', given, recordedBy: ada }, later)
    expect(give(false).ok).toBe(true)
    expect(loadPresets(db, monday)).toEqual([])
    expect(give(true).ok).toBe(true)
    expect(loadPresets(db, monday)).toHaveLength(1)
  })

  it('what another dog was promised can be copied for a while', () => {
    const { db } = stage()
    dog(db, { name: 'Wren', run: '7' })
    expect(loadPresets(db, monday).map((p) => p.name)).toEqual(['as Wren was promised'])
    expect(loadPresets(db, monday + 500 * 86_400_000)).toEqual([])
  })

  it.each([
    ['no name', { name: ' ' }, 'name'],
    ['half a day', { days: '1.5' }, 'days'],
    ['a year', { days: '365' }, 'days'],
    ['a price', { words: 'Only 900 EUR' }, 'words'],
    ['nothing promised', { promised: [] }, 'promised'],
    ['a rung that is not there', { promised: [{ ...promised()[0], rung: 'sit.nothing' }] }, 'promised.0.rung'],
    ['more places than the house has', { promised: promised('12') }, 'promised.0.places'],
    ['a package that is not there', { packageId: '01890000-0000-7000-8000-00000000d0c5' }, ''],
  ])('refuses %s', (_, more, field) => {
    const { keep, only } = stage()
    const done = keep(more)
    expect(done.ok ? [] : Object.keys(done.errors)).toContain(field)
    expect(only()).toBeUndefined()
  })

  it('two never have one name, and nothing odd is half written', () => {
    const { db, ada, keep } = stage()
    keep()
    expect(keep({ name: 'TOWN WALK' })).toMatchObject({ ok: false, errors: { name: 'Another package has this name.' } })
    fc.assert(
      fc.property(fc.dictionary(fc.string(), fc.array(fc.string())), (odd) => {
        keepPackage(db, odd, ada, later)
        expect(readPackages(db)).toHaveLength(1)
      }),
      { numRuns: 50 },
    )
  })
})
