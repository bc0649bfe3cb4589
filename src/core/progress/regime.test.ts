import { describe, expect, it } from 'vitest'
import { changeRungs } from '../curriculum/change'
import { houseCurriculum } from '../curriculum/house'
import { plainDog } from '../dog/traits'
import { defaultMethod } from '../method/rows'
import { monday, msPerDay, passTo, setsFrom } from '../tests/facts'
import { foldDog } from './fold'
import { always, newest, regimeAt, regimeOf, regimesOf } from './regime'

const startOfDay = (day: string) => Date.parse(`${day}T00:00:00Z`)
const from = Number.NEGATIVE_INFINITY

describe('what held when', () => {
  const later = { ...houseCurriculum, id: 'kennel', version: houseCurriculum.version + 1 }
  const change = { at: monday + 5 * msPerDay, row: 'late', option: 'not-paid' }
  const regimes = regimesOf({
    versions: [
      { from, curriculum: houseCurriculum },
      { from: monday + 2 * msPerDay, curriculum: later },
    ],
    changes: [change],
    traits: plainDog,
    side: 'left',
    arrivesOn: '2026-03-01',
    startOfDay,
  })

  it('is a new regime with each version moved to and each judging setting switched', () => {
    expect(regimes.map((r) => [r.from, r.curriculum.version, r.judging.late])).toEqual([
      [from, houseCurriculum.version, 'help-then-pay'],
      [monday + 2 * msPerDay, later.version, 'help-then-pay'],
      [change.at, later.version, 'not-paid'],
    ])
    expect(regimeAt(regimes, monday).curriculum.version).toBe(houseCurriculum.version)
    expect(regimeAt(regimes, change.at)).toBe(newest(regimes))
  })

  it('an instructing setting changes no ladder and no judging', () => {
    const same = regimesOf({
      versions: [{ from, curriculum: houseCurriculum }],
      changes: [{ at: monday, row: 'marker', option: 'clicker' }],
      traits: plainDog,
      side: 'left',
      arrivesOn: '2026-03-01',
      startOfDay,
    })
    expect(
      same.every(
        (r) => JSON.stringify([r.curriculum, r.judging]) === JSON.stringify([same[0].curriculum, same[0].judging]),
      ),
    ).toBe(true)
  })

  it('ladders alike are one object, so that nothing is made twice', () => {
    const dog = { traits: plainDog, side: 'left' as const, young: false }
    expect(regimeOf(houseCurriculum, defaultMethod, dog)).toBe(
      regimeOf(houseCurriculum, { ...defaultMethod }, { ...dog, traits: { ...plainDog } }),
    )
  })
})

describe('a state carried from one ladder to another', () => {
  const after = (left: readonly string[], upTo: string) => {
    const other = changeRungs(houseCurriculum, (r) => (left.includes(r.id) ? undefined : r))
    const state = foldDog(
      [
        ...always(houseCurriculum),
        { from: monday + 20 * msPerDay, curriculum: other, judging: always(other)[0].judging },
      ],
      setsFrom(passTo(houseCurriculum, upTo)),
    )
    const run = other.commands.find((c) => c.id === 'sit')?.runs[0]
    return { state: state.runs['sit/sit'], inHand: run?.rungs[state.runs['sit/sit']?.position ?? 0]?.id }
  }

  it('finds the rung in hand again by name, whatever was left out below it', () => {
    expect(after(['sit.rear', 'sit.full'], 'sit.word').inHand).toBe('sit.word')
  })

  it('goes on at the next one up when the rung in hand is gone', () => {
    expect(after(['sit.word'], 'sit.word').inHand).toBe('sit.from-down')
  })

  it('keeps the counts of rungs that are gone', () => {
    expect(after(['sit.rear'], 'sit.word').state?.tallies['sit.rear']).toMatchObject({ reps: 10, clean: 10 })
  })
})
