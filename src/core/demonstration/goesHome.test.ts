import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { houseCurriculum } from '../curriculum/house'
import { emptyDogState } from '../progress/state'
import { gapsBy, type ShownTry } from './ownerGap'
import { offLeashHeld } from './goesHome'
import { foods } from './homeWords'
import { nextSeconds } from './homework'
import type { Script, ScriptItem } from './script'
import { homeFrom, homeOf } from '../tests/home'
import type { RungId } from '../ids'

const item = (id: string, command: string, rungId: RungId, seconds?: number): ScriptItem => ({
  id,
  kind: 'also',
  title: id,
  command,
  rungs: [{ rungId, name: rungId, level: 0 }],
  ...(seconds === undefined ? {} : { seconds }),
  shows: '',
  walk: '',
  says: `“${command}”`,
  signal: '',
  ifFails: '',
  tellOwner: '',
  short: '',
  minutes: 1,
})
const items = [
  item('seated', 'sit', 'sit.word'),
  item('heel', 'heel', 'heel.away-2'),
  item('sit-round', 'sit-stay', 'sit-stay.30s', 30),
  item('down-round', 'down-stay', 'down-stay.45s', 45),
  item('sit-come', 'recall', 'recall.line-5'),
  item('also:place', 'place', 'place.20s', 20),
]
const scriptOf = (of: readonly ScriptItem[]): Script => ({ items: of, leftOut: [], minutes: 10 })
const anyTry = fc.record({
  command: fc.constantFrom(...items.map((i) => i.command ?? '')),
  who: fc.constantFrom('trainer' as const, 'owner' as const),
  clean: fc.boolean(),
  wrong: fc.constantFrom<ShownTry['wrong']>([], ['slack'], ['one-cue', 'calm']),
})
const gapsOf = (tries: readonly Omit<ShownTry, 'itemId'>[]) =>
  gapsBy(
    tries.map((t) => ({ ...t, itemId: t.command })),
    'command',
  )

describe('what goes home', () => {
  it('is each command that was shown, once, with its seconds, its goal and what the hands did wrong', () => {
    const gaps = gapsOf([
      { command: 'heel', who: 'trainer', clean: true, wrong: [] },
      { command: 'heel', who: 'owner', clean: false, wrong: ['slack'] },
    ])
    const home = homeFrom(scriptOf([...items, ...items]), { gaps, bothSides: true })
    expect(home.map((h) => h.command)).toEqual(['sit', 'heel', 'sit-stay', 'down-stay', 'recall', 'place'])
    expect(home[1]).toMatchObject({ kind: 'walk', gap: 1, watch: 'slack', bothSides: true })
    // Three minutes sitting and five lying, as long-standing trial regulations ask of groups (from memory).
    expect(home[2]).toMatchObject({ kind: 'stay', shownSeconds: 30, goalSeconds: 180 })
    expect(home[3]).toMatchObject({ kind: 'stay', shownSeconds: 45, goalSeconds: 300 })
    expect(homeFrom(scriptOf([]))).toEqual([])
    expect(offLeashHeld(houseCurriculum, emptyDogState())).toBe(false)
  })

  it('grows every hold at home by half steps, up to its goal: the bed and the far down as well', () => {
    const [place] = homeFrom(scriptOf([item('also:place', 'place', 'place.20s', 20)]))
    expect(place).toMatchObject({ kind: 'stay', shownSeconds: 20, goalSeconds: 600 })
    for (const [id, rungId, from] of [
      ['sit-stay', 'sit-stay.30s', 30],
      ['down-stay', 'down-stay.30s', 30],
      ['place', 'place.20s', 20],
      ['down-distance', 'down-distance.near-30s', 30],
    ] as const) {
      const [home] = homeFrom(scriptOf([item(id, id, rungId, from)]))
      let seconds: number = from
      for (let next = 0; next !== seconds;)
        [seconds, next] = [nextSeconds(seconds, home?.listedSeconds ?? [], home?.goalSeconds ?? 0), seconds]
      expect([id, seconds]).toEqual([id, home?.goalSeconds])
    }
  })

  it('of any gap: never more minutes than set, never a step of more than half, never food later than its fade', () => {
    fc.assert(
      fc.property(
        fc.array(anyTry, { maxLength: 40 }),
        fc.constantFrom(4 as const, 5 as const),
        fc.subarray(items, { minLength: 1 }),
        (tries, weeks, shown) => {
          const commands = homeFrom(scriptOf(shown), { gaps: gapsOf(tries) })
          const h = homeOf(commands, { weeks })
          const held = new Map<string, number>()
          for (const week of h.weeks) {
            expect(week.lines.reduce((sum, l) => sum + l.minutes, 0)).toBeLessThanOrEqual(15)
            for (const line of week.lines) {
              const isCall = commands.find((c) => c.command === line.command)?.kind === 'come'
              if (!isCall) expect(foods.indexOf(line.food)).toBeGreaterThanOrEqual(Math.min(week.week, 4) - 1)
              const listed = commands.find((c) => c.command === line.command)?.listedSeconds ?? []
              for (const seconds of line.seconds) {
                const before = held.get(line.command) ?? seconds
                expect(seconds).toBeLessThanOrEqual(before * 1.5)
                expect(seconds).toBeGreaterThanOrEqual(before)
                expect(listed.includes(seconds) || shown.some((i) => i.seconds === seconds)).toBe(true)
                held.set(line.command, seconds)
              }
            }
          }
        },
      ),
    )
  })
})
