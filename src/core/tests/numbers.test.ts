import { describe, expect, it } from 'vitest'
import { drawReps } from '../block/randomDraws'
import { breakMinutes, playMinutes, praiseMinutes } from '../block/rest'
import { payTiers } from '../coach/next'
import { houseCurriculum } from '../curriculum/house'
import { allRungs, findCommand, findRung } from '../curriculum/lookup'
import { is } from '../curriculum/roles'
import type { Rung } from '../curriculum/types'
import { foods } from '../demonstration/homeWords'
import { mostShownSeconds } from '../demonstration/shown'
import { plainDog } from '../dog/traits'
import { adaptCurriculum } from '../dog/adaptCurriculum'
import { holdEnds } from '../method/hold'
import { defaultMethod } from '../method/method'
import { isAlwaysPaid, isHardFirst } from '../method/pay'
import { settleIntervals } from '../method/settle'
import { spanOf } from '../rule/rule'
import { homeItem, homeOf } from './home'

/** Numbers by which the trade works. All of them are common practice. */

const rung = (id: string): Rung => {
  const found = findRung(houseCurriculum, id)
  if (!found) throw new Error(id)
  return found.rung
}
const rule = (id: string) => rung(id).rule
const seconds = (command: string, run: string) =>
  findCommand(houseCurriculum, command)
    ?.runs.find((r) => r.id === run)
    ?.rungs.flatMap((r) => r.criterion.seconds ?? [])

describe('numbers of the trade', () => {
  it('a thousand recalls in thirty days, about thirty-three a day; the bowl drill over 6 m', () => {
    const quota = findCommand(houseCurriculum, 'recall')?.quota
    expect([quota?.reps, quota?.days, Math.round((quota?.reps ?? 0) / (quota?.days ?? 1))]).toEqual([1000, 30, 33])
    expect([rung('recall.bowl').criterion.metres, rung('recall.bowl-word').criterion.metres]).toEqual([6, 6])
  })

  it('walking is paid every step, every second, every third, then the hand is away for one, two, three', () => {
    expect(['heel.seam-1', 'heel.seam-2', 'heel.seam-3'].map((id) => rung(id).paySteps)).toEqual([1, 2, 3])
    for (const [i, id] of ['heel.away-1', 'heel.away-2', 'heel.away-3'].entries())
      expect(rung(id).criterion.words).toContain(`${i + 1} step`)
  })

  it('five pays in one hold: at the 3 s rung at 3, 6, 9, 12 and 15 s', () => {
    expect(holdEnds(rung('sit-stay.3s'))).toEqual([3, 6, 9, 12, 15])
    expect([rule('sit-stay.3s'), rung('sit-stay.3s').setReps]).toEqual([{ kind: 'row', r: 5 }, 5])
  })

  it('the word comes to a stay at 5 s, to going to the bed as it sets off', () => {
    for (const command of ['sit-stay', 'down-stay']) {
      expect(rung(`${command}.5s`).cue).toBe('none')
      expect(rung(`${command}.5s-word`).cue).toBe('word')
    }
    expect(rung('place.word').say).toContain('as the dog sets off')
  })

  it('stays are shown at 30 to 45 s, and grow at home to 180 s sitting and 300 s lying', () => {
    expect(mostShownSeconds).toBe(45)
    expect(seconds('sit-stay', 'duration')?.at(-1)).toBe(180)
    expect(seconds('down-stay', 'duration')?.at(-1)).toBe(300)
    expect(seconds('down-distance', 'near')?.slice(0, 2)).toEqual([30, 45])
    expect(seconds('down-distance', 'near')?.at(-1)).toBe(300)
  })

  it('a bout is five to ten reps', () => {
    for (const r of allRungs(houseCurriculum).filter((one) => one.kind === 'position' || one.kind === 'recall'))
      expect([r.id, r.setReps >= 3 && r.setReps <= 10]).toEqual([r.id, true])
    const young = adaptCurriculum(houseCurriculum, { traits: plainDog, side: 'left', young: true })
    for (const r of allRungs(young).filter((one) => one.kind === 'position'))
      expect([r.id, r.setReps]).toEqual([r.id, 5])
  })

  it('a hard thing done the first time is paid five or six pieces, one after another', () => {
    expect(payTiers.at(-1)).toContain('five or six pieces, one after another')
    expect(allRungs(houseCurriculum).filter(isHardFirst).length).toBeGreaterThan(5)
  })

  it('the down is lured ten in a row from a sit, then from a stand; captured with about twenty pieces', () => {
    expect([rule('down.lure-sit'), rule('down.lure-stand')]).toEqual([
      { kind: 'row', r: 10 },
      { kind: 'row', r: 10 },
    ])
    expect([rung('down.lure-sit').criterion.start, rung('down.lure-stand').criterion.start]).toEqual(['sit', 'stand'])
    const capture = findCommand(houseCurriculum, 'down')?.roads.find((r) => r.id === 'capture')
    expect(capture?.words).toContain('about twenty pieces')
  })

  it('eight of ten raises what is shaped and faded', () => {
    const faded = allRungs(houseCurriculum).filter(
      (r) => r.kind === 'position' && r.cue === 'word' && r.stage !== 'generalise' && !r.id.startsWith('down.'),
    )
    expect(faded.length).toBeGreaterThan(20)
    for (const r of faded.filter((one) => !is(one, 'bed')))
      expect([r.id, r.rule]).toEqual([r.id, { kind: 'window', k: 8, n: 10 }])
  })

  it('the mark is paired ten to fifteen times before it is tested', () => {
    expect(rung('marker.pairs').criterion.words).toContain('ten to fifteen times')
    expect(spanOf(rule('marker.pairs'))).toBe(10)
  })

  it('a tether is paid as fast as it chews for one to two minutes, then less', () => {
    expect(settleIntervals(rung('settle.chews'))).toEqual([1, 2])
    expect(rung('settle.chews').criterion.seconds).toBe(60)
    expect(settleIntervals(rung('settle.pauses'))[0]).toBe(2)
  })

  it('from the bed one foot back, then two steps, five times each, once 20 s are held', () => {
    expect([rule('place.foot-back'), rule('place.two-steps')]).toEqual([
      { kind: 'row', r: 5 },
      { kind: 'row', r: 5 },
    ])
    expect(rung('place.foot-back').needs).toContain('place.20s')
    expect(rung('place.two-steps').criterion.steps).toBe(2)
  })

  it('play is one to two minutes, quiet praise five to ten; a break a few minutes', () => {
    expect([playMinutes, praiseMinutes]).toEqual([
      { least: 1, most: 2 },
      { least: 5, most: 10 },
    ])
    expect(breakMinutes.least).toBeGreaterThanOrEqual(2)
  })

  it('recall stops at 5, 15 or 30 steps; two or three through, then one front', () => {
    expect(['recall.line-5', 'recall.line-15', 'recall.line-30'].map((id) => rung(id).criterion.steps)).toEqual([
      5, 15, 30,
    ])
    const draws = drawReps(
      3,
      {
        rung: rung('recall.through'),
        held: false,
        method: defaultMethod,
        traits: plainDog,
        passedSteps: [5, 15],
        mayCallOut: true,
        payEvery: undefined,
      },
      60,
    ).map((d) => (d.pass === 'stop, front' ? 'F' : 's'))
    expect(draws.join('')).toMatch(/^(s{2,3}F)+s{0,3}$/)
  })

  it('food is faded by the third or fourth week; every recall is paid whatever the schedule', () => {
    expect(foods).toEqual(['every rep', 'two in three', 'now and then', 'praise'])
    const { weeks } = homeOf([homeItem('sit')])
    expect(weeks.map((w) => w.food === 'every rep' || w.food === 'two in three')).toEqual([
      true,
      true,
      false,
      false,
      false,
    ])
    for (const r of allRungs(houseCurriculum).filter((one) => one.kind === 'recall'))
      expect([r.id, isAlwaysPaid(r)]).toEqual([r.id, true])
  })
})
