import { describe, expect, it } from 'vitest'
import { loadCommand } from '../page/command'
import { loadResident } from '../page/resident'
import { msPerDay } from '../tests/kennel'
import { sitScene } from '../tests/sitScene'
import { addNote, addTried } from './journal'

describe('stuck, notes and the command’s page', () => {
  it('logs what was tried and how it went, and offers what is next', () => {
    const { db, ada, residencyId, tablet, work } = sitScene()
    for (let block = 0; block < 3; block++) work(10, 'miss')
    work(10)
    for (let i = 0; i < 3; i++) work(3, 'miss', 'sit.full')
    const page = loadCommand(db, residencyId, 'sit', tablet.at)
    expect(page?.stuck).toMatchObject({ rungId: 'sit.full', first: 'pay' })
    expect(page?.evidence).toMatchObject({ rungName: 'Any move of the rear' })
    expect(
      addTried(
        db,
        { residencyId, rungId: 'sit.full', what: 'pay', went: 'same', note: 'liver', recordedBy: ada },
        tablet.at,
      ).ok,
    ).toBe(true)
    expect(
      addTried(
        db,
        { residencyId, rungId: 'sit.full', what: 'road-magic', went: 'same', note: '', recordedBy: ada },
        tablet.at,
      ),
    ).toMatchObject({ ok: false })
    const after = loadCommand(db, residencyId, 'sit', tablet.at)
    expect(after?.stuck).toMatchObject({ first: 'surroundings' })
    expect(after?.stuck?.offers.map((o) => o.id)).toEqual([
      'pay',
      'surroundings',
      'split',
      'road-capture',
      expect.any(String),
    ])
    expect(after?.stuck?.offers[0]?.tried).toMatchObject([{ went: 'same', note: 'liver', by: 'Ada' }])
    expect(
      addNote(db, { residencyId, command: 'sit', text: 'wants a quicker come', recordedBy: ada }, tablet.at).ok,
    ).toBe(true)
    expect(loadResident(db, residencyId, tablet.at)?.notes).toMatchObject([{ text: 'wants a quicker come', by: 'Ada' }])
    expect(loadCommand(db, residencyId, 'fly', tablet.at)).toBeUndefined()
  })

  it('counts rungs held against an even pace, day by day', () => {
    const { db, residencyId, tablet, work } = sitScene()
    work(10)
    tablet.at += msPerDay
    work(10)
    const progress = loadResident(db, residencyId, tablet.at)?.progress
    expect(progress).toMatchObject({ promisedRungs: 1 })
    expect(progress?.days.slice(0, 5).map((d) => [d.day, d.held, d.clean, d.total])).toEqual([
      ['2026-03-01', 0, 0, 0],
      ['2026-03-02', 0, 10, 10],
      ['2026-03-03', 1, 10, 10],
      ['2026-03-04', undefined, 0, 0],
      ['2026-03-05', undefined, 0, 0],
    ])
    expect(progress?.days[0]?.plan).toBe(0)
    expect(progress?.days.at(-2)?.plan).toBeCloseTo(1, 9)
  })
})
