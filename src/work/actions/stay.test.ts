import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { addDays } from '@/core/days'
import { dayName, monday } from '@/core/tests/facts'
import { findResident } from '@/store/residents'
import { readStayChanges } from '@/store/stay'
import { addDog } from './begin'
import { loadResident } from '../page/resident'
import { changeStay, pause, resume, stayForm } from './stay'
import { daysAhead, loadComing } from '../page/coming'
import { dog, dogFields, msPerDay, newKennel, trainer } from '../tests/kennel'
import { loadBlock } from '../page/block'
import { loadDogFrame } from '../page/dogFrame'
import { loadBowls } from '../page/food'
import { loadHandoffPage } from '../page/handoff'
import { loadPaper } from '../page/paper'
import { feedingList } from '../page/printed'
import { loadShowing } from '../page/showing'
import { loadWall } from '../page/wall'
import { insertPerson } from '@/store/kennel'

function scene() {
  const db = newKennel()
  insertPerson(db, { id: 'ada', name: 'Ada', role: 'trainer', createdAt: 0 })
  const residencyId = dog(db, {})
  const leavesOn = () => findResident(db, residencyId)?.leavesOn ?? ''
  const change = (to: string, reason = 'owner asked') =>
    changeStay(db, { residencyId, leavesOn: to, reason, recordedBy: 'ada' }, monday)
  return { db, residencyId, leavesOn, change }
}

describe('a stay made longer or shorter', () => {
  it('keeps every change with its day before, reason and person', () => {
    const { db, residencyId, leavesOn, change } = scene()
    const was = leavesOn()
    expect(change(addDays(was, 5)).ok).toBe(true)
    expect(change(addDays(was, 2), 'only until Sunday').ok).toBe(true)
    expect(leavesOn()).toBe(addDays(was, 2))
    expect(readStayChanges(db, residencyId)).toMatchObject([
      { was: addDays(was, 5), leavesOn: addDays(was, 2), reason: 'only until Sunday', by: 'Ada' },
      { was, reason: 'owner asked' },
    ])
  })

  it('never reaches into another dog’s days in the run, and is no clash with itself', () => {
    const { db, residencyId, leavesOn, change } = scene()
    const run = findResident(db, residencyId)?.runNumber ?? ''
    const was = leavesOn()
    expect(addDog(db, { ...dogFields, name: 'Wren', run, arrivesOn: was, leavesOn: addDays(was, 10) }, monday).ok).toBe(
      true,
    )
    expect(change(addDays(was, 1))).toMatchObject({
      ok: false,
      code: 'taken',
      reason: `Wren has run ${run} before then.`,
    })
    expect(change(addDays(was, -1)).ok).toBe(true)
    expect(change(was).ok).toBe(true)
  })

  it('never reaches into the same dog’s next residency', () => {
    const { db, residencyId, leavesOn, change } = scene()
    const was = leavesOn()
    const dogId = findResident(db, residencyId)?.dogId ?? ''
    expect(
      addDog(db, { ...dogFields, dogId, run: '7', arrivesOn: addDays(was, 3), leavesOn: addDays(was, 10) }, monday).ok,
    ).toBe(true)
    expect(change(addDays(was, 5))).toMatchObject({
      ok: false,
      code: 'has-another',
      reason: expect.stringContaining('booked again from'),
    })
    expect(change(addDays(was, 3)).ok).toBe(true)
  })

  it('runs “A1” and “a1” are one', () => {
    const { db } = scene()
    expect(addDog(db, { ...dogFields, name: 'Wren', run: 'A1' }, monday).ok).toBe(true)
    expect(addDog(db, { ...dogFields, name: 'Rook', run: 'a1' }, monday)).toMatchObject({
      ok: false,
      errors: { run: expect.stringContaining('Wren has run a1') },
    })
  })

  it.each([
    ['a day that is past', () => dayName(-1), 'past'],
    ['the day it is already', (was: string) => was, 'already'],
    ['more than two hundred days', (was: string) => addDays(was, 300), 'Is this a typo?'],
  ])('refuses %s', (_, to, said) => {
    const { leavesOn, change } = scene()
    expect(change(to(leavesOn()))).toMatchObject({ ok: false, reason: expect.stringContaining(said) })
  })

  it('refuses a dog that went home, and nobody who does not work here', () => {
    const { db, residencyId, leavesOn } = scene()
    const late = Date.parse(`${addDays(leavesOn(), 3)}T09:00:00Z`)
    expect(
      changeStay(db, { residencyId, leavesOn: addDays(leavesOn(), 9), reason: 'x', recordedBy: 'ada' }, late),
    ).toMatchObject({ ok: false, code: 'past', reason: expect.stringContaining('as a new stay') })
    expect(
      changeStay(db, { residencyId, leavesOn: addDays(leavesOn(), 9), reason: 'x', recordedBy: 'eve' }, monday).ok,
    ).toBe(false)
  })

  it('random input is refused or kept whole', () => {
    const { db, residencyId, leavesOn } = scene()
    fc.assert(
      fc.property(
        fc.record({
          leavesOn: fc.oneof(
            fc.anything(),
            fc.integer({ min: -400, max: 400 }).map((n) => addDays(leavesOn(), n)),
          ),
          reason: fc.oneof(fc.anything(), fc.string()),
        }),
        (raw) => {
          const parsed = stayForm.safeParse({ residencyId, recordedBy: 'ada', ...raw })
          if (!parsed.success) return
          const [before, changes] = [leavesOn(), readStayChanges(db, residencyId).length]
          const done = changeStay(db, parsed.data, monday)
          expect([leavesOn(), readStayChanges(db, residencyId).length]).toEqual(
            done.ok ? [parsed.data.leavesOn, changes + 1] : [before, changes],
          )
        },
      ),
      { numRuns: 300 },
    )
  })
})

it('coming and going lists each dog on its days, and none beyond', () => {
  const { db, residencyId, leavesOn, change } = scene()
  change(addDays(dayName(0), 4))
  addDog(db, { ...dogFields, name: 'Wren', run: '9', arrivesOn: dayName(2), leavesOn: dayName(30) }, monday)
  for (const [name, run, n] of [
    ['Linnet', '10', 13],
    ['Pipit', '11', 14],
  ] as const)
    addDog(db, { ...dogFields, name, run, arrivesOn: dayName(n), leavesOn: dayName(40) }, monday)
  const { days } = loadComing(db, monday)
  expect(days.at(-1)?.arriving.map((r) => r.name)).toEqual(['Linnet'])
  expect(days).toHaveLength(daysAhead)
  expect(
    days.filter((d) => d.leaving.length > 0).map((d) => [d.day, d.leaving.map((r) => r.resident.residencyId)]),
  ).toEqual([[leavesOn(), [residencyId]]])
  expect(days.find((d) => d.arriving.some((r) => r.name === 'Wren'))?.day).toBe(dayName(2))
  expect(days.flatMap((d) => d.leaving).some((r) => r.resident.name === 'Wren')).toBe(false)
})

describe('a pause', () => {
  const stage = () => {
    const db = newKennel()
    const who = trainer(db)
    return { db, who, residencyId: dog(db) }
  }
  it('a sick dog is suggested nowhere until it is worked again, and one pause is enough', () => {
    const { db, who, residencyId } = stage()
    const form = { residencyId, why: 'sick' as const, note: 'vomited twice', recordedBy: who }
    expect(loadWall(db, monday).upNext.map((u) => u.residencyId)).toEqual([residencyId])
    expect(pause(db, form, monday).ok).toBe(true)
    expect(pause(db, form, monday)).toMatchObject({ ok: false, code: 'paused' })
    expect(loadWall(db, monday).upNext).toEqual([])
    expect(loadResident(db, residencyId, monday)?.next).toMatchObject({
      sets: [],
      rest: 'Not worked: sick since Mon 2 Mar (vomited twice).',
    })
    expect(loadComing(db, monday).mind.map((m) => m.pause?.why)).toEqual(['sick'])
    expect(resume(db, { residencyId, recordedBy: who }, monday).ok).toBe(true)
    expect(resume(db, { residencyId, recordedBy: who }, monday).ok).toBe(false)
    expect(loadWall(db, monday).upNext.map((u) => u.residencyId)).toEqual([residencyId])
    expect(pause(db, form, monday).ok).toBe(true)
  })
  it('is refused for a dog that is not here, and for nobody', () => {
    const { db, who, residencyId } = stage()
    expect(pause(db, { residencyId, why: 'other', note: '', recordedBy: who }, monday + 40 * msPerDay)).toMatchObject({
      ok: false,
      code: 'not-possible',
    })
    expect(pause(db, { residencyId, why: 'other', note: '', recordedBy: 'nobody' }, monday).ok).toBe(false)
  })
})

describe('a sick dog is not worked', () => {
  it('says so wherever its work or its bowl stands, and nothing is asked of it there, until one tap ends it', () => {
    const db = newKennel()
    const who = trainer(db)
    const residencyId = dog(db, { run: '1' })
    const seen = () => {
      const sheet = loadPaper(db, who, monday).dogs[0]
      return {
        paper: [sheet?.sheet.length, sheet?.paused],
        bowl: loadBowls(db, monday).rows[0]?.paused,
        list: feedingList(db, monday).rows[0]?.notes,
        block: loadBlock(db, residencyId, undefined, who, monday)?.rest,
        next: loadResident(db, residencyId, monday)?.next.sets.length,
        frame: loadDogFrame(db, residencyId, monday)?.because,
        show: loadShowing(db, residencyId, 'demonstration', monday, { me: who })?.pause,
        slots: loadHandoffPage(db, residencyId, monday)?.slots.length,
      }
    }
    const well = seen()
    expect(well).toMatchObject({ paper: [3, ''], bowl: '', list: '', frame: '' })
    expect(pause(db, { residencyId, why: 'sick', note: 'coughs', recordedBy: who }, monday).ok).toBe(true)
    const because = 'Not worked: sick since Mon 2 Mar (coughs).'
    expect(seen()).toEqual({
      paper: [0, because],
      bowl: 'sick: fed by what the vet says',
      list: 'SICK: FED BY WHAT THE VET SAYS',
      block: because,
      next: 0,
      frame: because,
      show: because,
      slots: 0,
    })
    expect(resume(db, { residencyId, recordedBy: who }, monday).ok).toBe(true)
    expect(seen()).toEqual(well)
  })
})
