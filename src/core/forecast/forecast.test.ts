import { describe, expect, it } from 'vitest'
import { houseCurriculum } from '../curriculum/house'
import { expectedBySolvingTheChain } from '../tests/chain'
import { emptyDogState } from '../progress/state'
import { passTo, work } from '../tests/facts'
import { expectedForRow, expectedForWindow, mostReps } from './advance'
import { chanceClean, needOf } from './need'
import { upNext, type Candidate, type NeedOfCommand } from './upNext'

describe('expected reps until a rule is met', () => {
  it.each([
    { p: 0.8, r: 5, feller: 10.26 },
    { p: 0.9, r: 10, feller: 18.68 },
    { p: 0.6, r: 5, feller: 29.65 },
  ])('a run of $r at $p is $feller (Feller, vol. 1, ch. XIII)', ({ p, r, feller }) => {
    expect(Math.abs(expectedForRow(p, r) - feller)).toBeLessThan(0.006)
  })

  it.each([0.5, 0.7, 0.9])('eight of the last ten at %s agrees with equations solved another way', (p) => {
    expect(expectedForWindow(p, 8, 10) / expectedBySolvingTheChain(p)).toBeCloseTo(1, 6)
  })

  it('a window of n of n is a run of n', () => {
    expect(expectedForWindow(0.8, 5, 5) / expectedForRow(0.8, 5)).toBeCloseTo(1, 6)
  })

  it('stops at a stated ceiling instead of running for ever', () => {
    expect(expectedForRow(0, 5)).toBe(mostReps)
    expect(expectedForWindow(0.01, 8, 10)).toBe(mostReps)
    expect(expectedForRow(1, 5)).toBe(5)
  })
})

describe('what a promise still needs', () => {
  const promise = { rungId: 'sit-stay.30s', level: 0, places: 1, people: 1 }
  const withSit = work(houseCurriculum, [...passTo(houseCurriculum, 'sit.word-hand'), ...passTo(houseCurriculum, 'sit.word-hand', 1)]).state

  it('starts from the house’s .8 and moves to what the dog does', () => {
    const rung = houseCurriculum.commands.flatMap((c) => c.runs.flatMap((r) => r.rungs)).find((r) => r.id === 'sit-stay.1s')
    if (!rung) throw new Error('no rung')
    expect(chanceClean(houseCurriculum, emptyDogState(), rung)).toBe(0.8)
    const poor = work(houseCurriculum, Array.from({ length: 10 }, () => ({ rung: 'sit-stay.1s', reps: 'C M0.5' })), withSit).state
    // Beta mean: command (10 + 8)/(20 + 10) = .6; rung (10 + 6)/(20 + 10) = .5333
    expect(chanceClean(houseCurriculum, poor, rung)).toBeCloseTo(0.5333, 4)
  })

  it('counts the rungs to climb and two days at the promised one', () => {
    const need = needOf(houseCurriculum, withSit, promise, new Set(['sit-stay/duration']))
    expect(need).toMatchObject({ rungs: 11, meetings: 2, days: 2 })
    const chance = 0.8
    expect(need?.reps).toBeCloseTo(11 * expectedForRow(chance, 5) + 2 * expectedForRow(chance, 3), 6)
  })

  it('counts in a prerequisite that nobody promised, and leaves it out when it is promised', () => {
    const alone = needOf(houseCurriculum, emptyDogState(), promise, new Set(['sit-stay/duration']))
    const both = needOf(houseCurriculum, emptyDogState(), promise, new Set(['sit-stay/duration', 'sit/sit']))
    expect((alone?.rungs ?? 0) - (both?.rungs ?? 0)).toBe(3)
  })

  it('asks for nothing once it is met', () => {
    const met = work(houseCurriculum, [...passTo(houseCurriculum, 'sit-stay.45s'), ...passTo(houseCurriculum, 'sit-stay.45s', 1)], withSit).state
    expect(needOf(houseCurriculum, met, promise, new Set(['sit-stay/duration']))?.reps).toBe(0)
  })
})

describe('who needs a block now', () => {
  const need = (command: string, reps: number, more: Partial<NeedOfCommand> = {}): NeedOfCommand => ({ command, reps, rungs: 1, meetings: 1, days: 1, chance: 0.8, refresher: 0, work: command, ...more })
  const dog = (residencyId: string, daysLeft: number, needs: NeedOfCommand[], repsPerDay?: number): Candidate => ({ residencyId, runNumber: residencyId, daysLeft, repsPerDay, needs })

  it('puts nine days and 400 reps before four days and 20: plain order by days left is wrong', () => {
    const rows = upNext([dog('1', 4, [need('sit', 20)], 40), dog('2', 9, [need('heel', 400)], 40)])
    expect(rows.map((r) => r.residencyId)).toEqual(['2', '1'])
    expect(rows[0]).toMatchObject({ command: 'heel', allowed: 360, reach: 'out of reach' })
    expect(rows[1]?.ratio).toBeCloseTo(20 / 160, 10)
  })

  it('adds up all that a dog still needs and names the largest that can be worked', () => {
    const rows = upNext([dog('1', 5, [need('sit', 50), need('recall', 200, { work: undefined }), need('place', 80)], 60)])
    expect(rows[0]).toMatchObject({ command: 'place', needed: 330, neededHere: 80, reach: 'out of reach' })
  })

  it('calls a date out of reach when the second day does not fit, however few the reps', () => {
    expect(upNext([dog('1', 1, [need('sit', 5, { days: 2 })], 60)])[0]?.reach).toBe('out of reach')
    expect(upNext([dog('1', 2, [need('sit', 5, { days: 2 })], 60)])[0]?.reach).toBe('in hand')
  })

  it('leaves out dogs that need nothing and puts those who go home today first', () => {
    expect(upNext([dog('1', 3, [need('sit', 0)])])).toEqual([])
    expect(upNext([dog('1', 3, [need('sit', 500)]), dog('2', 0, [need('sit', 5)])])[0]).toMatchObject({ residencyId: '2', ratio: Number.POSITIVE_INFINITY })
  })

  it('counts a refresher that is due', () => {
    expect(upNext([dog('1', 2, [need('sit', 0, { refresher: 10, days: 0 })], 10)])[0]).toMatchObject({ needed: 10, ratio: 0.5 })
  })
})
