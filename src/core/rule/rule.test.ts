import { describe, expect, it } from 'vitest'
import { houseCurriculum } from '../curriculum/house'
import type { Rule } from '../curriculum/types'
import { oneRun } from '../tests/facts'
import { belowBreak } from '../progress/dropBack'
import { runLength } from './results'
import { asksOf, metBy, countsText, ruleText } from './rule'

const five: Rule = { kind: 'row', r: 5 }
const ten: Rule = { kind: 'row', r: 10 }
const eight: Rule = { kind: 'window', k: 8, n: 10 }

describe('rules', () => {
  it.each<[Rule, string, boolean]>([
    [five, 'CCCCC', true],
    [five, 'CCCC', false],
    [five, 'CCHCC', false],
    [five, 'MCCCCC', true],
    [ten, 'CCCCCCCCCC', true],
    [ten, 'CCCCCCCCCM', false],
    [eight, 'CMCCCCCCMC', true],
    [eight, 'CMCCCHCCMC', false],
    [eight, 'CCCCCCCCC', false],
    [eight, 'MMMCCCCCCCC', true],
  ])('%j over %s: %s', (rule, results, met) => {
    expect(metBy(asksOf(rule), results)).toBe(met)
  })

  it('are said as trainers say them', () => {
    expect([five, ten, eight, { kind: 'row', r: 1 } as const].map(ruleText)).toEqual([
      'five of five',
      'ten in a row',
      'eight of the last ten',
      'one of one',
    ])
    expect(countsText(five, 'CCMCC')).toBe('2 of 5 clean in a row')
    expect(countsText(eight, 'CCM')).toBe('2 clean of 3; the last 10 count, 7 more to go')
    expect(countsText(eight, 'CCCCCCCCMM')).toBe('8 clean of the last 10')
    expect(runLength('')).toBe(0)
  })
})

describe('dropping below a break', () => {
  const seconds = [1, 2, 3, 4, 5, 6, 8, 10, 15, 20, 30, 45, 60, 90, 120, 180]
  const ladder = oneRun(
    'timed',
    seconds.map(() => five),
    seconds,
  ).commands[0]?.runs[0]
  if (!ladder) throw new Error('no run')
  const at = (s: number) => seconds.indexOf(s)

  it.each([
    { held: 5, broke: 4, to: 3 },
    { held: 3, broke: 2.5, to: 2 },
    { held: 60, broke: 2, to: 20 },
    { held: 60, broke: 45, to: 30 },
    { held: 60, broke: 45.1, to: 45 },
    { held: 10, broke: 8, to: 6 },
    { held: 2, broke: 0.2, to: 1 },
    { held: 1, broke: 0.2, to: 1 },
    { held: 180, broke: 179, to: 120 },
  ])('$held s broken at $broke s goes to $to s', ({ held, broke, to }) => {
    expect(seconds[belowBreak(ladder, at(held), broke)]).toBe(to)
  })

  it('stays among the holds: what was taught before them comes back only from the shortest', () => {
    const to = (command: string, held: string, broke: number) => {
      const whole = houseCurriculum.commands.find((c) => c.id === command)?.runs[0]
      return whole?.rungs[
        belowBreak(
          whole,
          whole.rungs.findIndex((r) => r.id === held),
          broke,
        )
      ]?.id
    }
    expect(to('place', 'place.20s', 2)).toBe('place.5s')
    expect(to('place', 'place.10s', 2)).toBe('place.5s')
    expect(to('watch', 'watch.3s', 0.4)).toBe('watch.1s')
    expect(to('place', 'place.5s', 2)).toBe('place.release')
  })

  it('goes drop back one rung when nobody saw the second', () => {
    expect(seconds[belowBreak(ladder, at(60), undefined)]).toBe(45)
  })
})
