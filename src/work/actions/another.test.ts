import { chanceText } from '@/core/forecast/chanceText'
import { describe, expect, it } from 'vitest'
import { addDays } from '@/core/days'
import type { Db } from '@/store/database'
import { appendPackage } from '@/store/packages'
import { noHooks } from '../base/hooks'
import { loadAnother } from '../page/another'
import { cachedForecast } from '../record/cachedStanding'
import { dog, monday, newKennel, trainer } from '../tests/kennel'
import { anotherForm, mayTakeAnother } from './another'
import { renewForecasts } from './forecasts'

const today = '2026-03-02'
const give = (db: Db, ada: string, rungId = 'sit.full', more: { places?: number } = {}) =>
  appendPackage(db, {
    id: `v ${rungId}`,
    packageId: 'basics',
    name: 'Basics',
    days: 14,
    words: '',
    promises: [{ rungId, level: 0, places: more.places ?? 1, people: 1 }],
    given: true,
    at: monday,
    recordedBy: ada,
  })
const form = (more: Record<string, string> = {}) =>
  anotherForm.parse({ packageId: 'basics', arrivesOn: addDays(today, 7), leavesOn: addDays(today, 28), ...more })

function kennel(dogs = 2) {
  const db = newKennel()
  const ada = trainer(db)
  for (let i = 0; i < dogs; i++)
    dog(db, {
      name: `Dog ${i}`,
      run: `${i}`,
      leavesOn: '2026-03-25',
      promised: [{ rung: 'sit-stay.10s', places: '1', people: '1' }],
    })
  renewForecasts(db, monday, noHooks, 200)
  return { db, ada }
}
const taken = (db: Db, more: Record<string, string> = {}) => {
  const answer = mayTakeAnother(db, form(more), monday)
  if ('refused' in answer) throw new Error(answer.refused)
  return answer
}

describe('room for another dog', () => {
  it('has its chance, its blocks, and the start and the latest day that still work', () => {
    const { db, ada } = kennel()
    give(db, ada)
    const answer = taken(db)
    expect(answer).toMatchObject({ packageName: 'Basics', arrivesOn: addDays(today, 7) })
    expect(answer.chance).toBeGreaterThan(0.8)
    expect(answer.blocks).toBeGreaterThan(0)
    expect(answer.onHand).toBe(10)
    const latest = answer.latest?.arrivesOn ?? ''
    expect(latest >= answer.arrivesOn && latest <= addDays(answer.leavesOn, -3)).toBe(true)
    // Asked again, the same.
    expect(taken(db)).toEqual(answer)
  })

  it('is not called too little by one sentence and enough by the next, however long the stay', () => {
    const near: number[] = []
    for (const dogs of [2, 5, 8, 11]) {
      const { db, ada } = kennel(dogs)
      give(db, ada)
      for (let n = 10; n <= 22; n++) {
        const answer = taken(db, { leavesOn: addDays(today, n) })
        const enough = /^(about (8|9)\d%|over 95%)$/.test(chanceText(answer.chance))
        expect([dogs, n, !enough || answer.latest !== undefined]).toEqual([dogs, n, true])
        if (answer.chance >= 0.75 && answer.chance < 0.8) near.push(n)
      }
    }
    expect(near.length).toBeGreaterThan(0)
  })

  it('takes time of others where there is too little, and of nobody where there is enough', () => {
    const few = kennel(1)
    give(few.db, few.ada)
    expect(taken(few.db).others).toEqual([])
    const many = kennel(9)
    give(many.db, many.ada, 'sit-stay.10s')
    const { others } = taken(many.db, { arrivesOn: addDays(today, 1) })
    expect(others.some((o) => o.is < o.was)).toBe(true)
    for (const o of others) expect(o.name).toMatch(/^Dog \d$/)
  })

  it('a package that this house cannot keep is never ready; days that are past or odd are refused', () => {
    const { db, ada } = kennel(1)
    give(db, ada, 'sit.full', { places: 12 })
    expect(taken(db)).toMatchObject({ chance: 0, latest: undefined })
    expect(mayTakeAnother(db, form({ arrivesOn: '2026-02-20' }), monday)).toEqual({ refused: 'That day is past.' })
    expect(mayTakeAnother(db, form({ packageId: 'none' }), monday)).toMatchObject({
      refused: expect.stringContaining('no longer exists'),
    })
    for (const wrong of [
      { leavesOn: addDays(today, 8) },
      { leavesOn: addDays(today, 7 + 201) },
      { arrivesOn: 'soon' },
      { leavesOn: '2026-02-31' },
      { packageId: '' },
    ])
      expect(anotherForm.safeParse({ ...form(), ...wrong }).success).toBe(false)
    // What booking and packages take is looked for room, too.
    for (const days of [91, 200])
      expect(mayTakeAnother(db, form({ leavesOn: addDays(today, 7 + days) }), monday)).not.toHaveProperty('refused')
  })

  it('the weeks ahead count the dogs that are here and booked, in a house of nobody too', () => {
    const { db } = kennel()
    const later = dog(db, { name: 'Later', run: '9', arrivesOn: '2026-03-20', leavesOn: '2026-04-10' })
    renewForecasts(db, monday, noHooks, 200)
    // What it is promised is little, and is counted on before it comes.
    expect(cachedForecast(db, later)?.told.byBlocks[2]).toBeGreaterThan(0.9)
    const { weeks, own, packages } = loadAnother(db, monday)
    expect([weeks.length, own, packages]).toEqual([8, false, []])
    expect(weeks.map((w) => w.dogs).slice(0, 6)).toEqual([2, 2, 3, 3, 1, 1])
    expect(weeks[0]?.onHand).toBe(70)
    expect(weeks[0]?.needed).toBeGreaterThan(0)
    expect(loadAnother(newKennel(), monday).weeks.every((w) => w.dogs === 0 && w.onHand === 0)).toBe(true)
  })
})
