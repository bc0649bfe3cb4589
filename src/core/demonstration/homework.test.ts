import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { houseCurriculum } from '../curriculum/house'
import { commandOf } from '../curriculum/lookup'
import type { GoesHome } from './homeLine'
import { foods } from './homeWords'
import { nextSeconds } from './homework'
import { homeItem, homeOf } from '../tests/home'

const listedOf = (role: 'sitting-stay' | 'lying-stay'): number[] => {
  const ladder = commandOf(houseCurriculum, role)?.runs.find((r) => r.rungs[0]?.axis === 'duration')
  return [...new Set((ladder?.rungs ?? []).flatMap((r) => r.criterion.seconds ?? []))]
}

const stay = (role: 'sitting-stay' | 'lying-stay', shownSeconds: number, goalSeconds: number, gap = 0) =>
  homeItem(role, { kind: 'stay', shownSeconds, goalSeconds, listedSeconds: listedOf(role), gap })

const ask = homeOf

const secondsOf = (h: ReturnType<typeof ask>, command: string) =>
  h.weeks.flatMap((w) => w.lines.filter((l) => l.command === command).flatMap((l) => l.seconds))

describe('homework', () => {
  it('grows a sit-stay from 45 s to 3 min and a down-stay to 5 min, as long-standing trial regulations ask', () => {
    // Group stays of one and three minutes sitting, three and five lying: trial regulations (from memory).
    const h = ask([stay('sitting-stay', 45, 180), stay('lying-stay', 45, 300)])
    expect(secondsOf(h, 'sitting-stay').at(-1)).toBe(180)
    expect(secondsOf(h, 'lying-stay').at(-1)).toBe(300)
    expect(h.weeks[0]?.lines.map((l) => l.seconds)).toEqual([[45], [45]])
  })

  it('fades food by the third or fourth week, and never later', () => {
    const h = ask([homeItem('sit')])
    expect(h.weeks.map((w) => w.food)).toEqual(['every rep', 'two in three', 'now and then', 'praise', 'praise'])
  })

  it('names one new place a week, a warm-up where walking goes home, and no off leash beyond its gate', () => {
    const h = ask([homeItem('heel', { kind: 'walk' })])
    expect(new Set(h.weeks.map((w) => w.place)).size).toBe(5)
    expect(h.warmUp).toContain('back and forth')
    expect(ask([homeItem('sit')]).warmUp).toBe('')
    expect(h.cautions.at(-1)).toContain('Always use a leash')
    expect(ask([homeItem('sit')], { offLeashHeld: true }).cautions.at(-1)).toContain('secure fence')
  })

  it('gives the widest gap the most minutes, and says what of the hands to mind', () => {
    const h = ask([homeItem('sit'), homeItem('heel', { kind: 'walk', gap: 0.6, watch: 'slack' })])
    const [first, second] = h.weeks[0]?.lines ?? []
    expect(first?.command).toBe('heel')
    expect(first?.minutes).toBeGreaterThan(second?.minutes ?? 99)
    expect(first?.words).toContain('the leash was tight')
  })

  it('shares out all minutes by the gaps, and takes what is too much from the narrowest first', () => {
    const minutes = (gaps: readonly number[], sessionMinutes: number) =>
      ask(
        gaps.map((gap, i) => homeItem(`c${i}`, { gap })),
        { sessions: 1, sessionMinutes },
      ).weeks[0]?.lines.map((l) => l.minutes)
    // A gap of one weighs three times as much as none.
    expect(minutes([1, 0], 8)).toEqual([6, 2])
    expect(minutes([1, 0.5, 0], 12)).toEqual([6, 4, 2])
    // A minute each at least: of 3, 0 and 0 that would be five.
    expect(minutes([1, 0, 0], 4)).toEqual([2, 1, 1])
    expect(minutes([0, 0, 0], 3)).toEqual([1, 1, 1])
    // Parts of a minute are left out: 5.9 and 4.1.
    expect(minutes([0.5, 0.2], 10)).toEqual([5, 4])
  })

  it('grows a duration by two steps a week, from the second week on', () => {
    const h = ask([stay('sitting-stay', 30, 300)])
    const listed = listedOf('sitting-stay')
    const weeks = h.weeks.map((w) => w.lines[0]?.seconds ?? [])
    expect(weeks[0]).toEqual([30])
    expect(weeks[1]).toHaveLength(3)
    for (const [i, week] of weeks.entries()) {
      expect(week[0]).toBe(i === 0 ? 30 : weeks[i - 1]?.at(-1))
      for (const [n, seconds] of week.slice(1).entries())
        expect(seconds).toBe(nextSeconds(week[n] ?? 0, listed, listed.at(-1) ?? 0))
    }
  })

  const command = fc
    .record({
      kind: fc.constantFrom('position' as const, 'walk' as const, 'come' as const, 'stay' as const),
      shown: fc.constantFrom(...listedOf('lying-stay')),
      goal: fc.constantFrom(60, 180, 300),
      gap: fc.double({ min: 0, max: 1, noNaN: true }),
    })
    .map(
      ({ kind, shown, goal, gap }) =>
        (i: number): GoesHome =>
          homeItem(`c${i}`, {
            kind,
            gap,
            ...(kind === 'stay'
              ? { shownSeconds: shown, goalSeconds: goal, listedSeconds: listedOf('lying-stay') }
              : {}),
          }),
    )
  it(
    'never steps by more than half, skips no listed rung downwards, plans no more minutes than set, ' +
      'forgets nobody',
    () => {
      fc.assert(
        fc.property(
          fc.array(command, { minLength: 1, maxLength: 14 }),
          fc.constantFrom(4 as const, 5 as const),
          fc.integer({ min: 1, max: 4 }),
          fc.integer({ min: 3, max: 10 }),
          (made, weeks, sessions, sessionMinutes) => {
            const commands = made.map((m, i) => m(i))
            const h = ask(commands, { weeks, sessions, sessionMinutes })
            expect(h.weeks).toHaveLength(weeks)
            for (const c of commands) {
              const seconds = secondsOf(h, c.command)
              for (let i = 1; i < seconds.length; i++) {
                const [from, to] = [seconds[i - 1] ?? 0, seconds[i] ?? 0]
                expect(to).toBeGreaterThanOrEqual(from)
                expect(to).toBeLessThanOrEqual(from * 1.5)
                if (to > from) expect(c.listedSeconds).toContain(to)
              }
              expect(Math.max(0, ...seconds)).toBeLessThanOrEqual(c.goalSeconds ?? 0)
              if (commands.length <= sessions * sessionMinutes)
                for (let w = 0; w + 1 < weeks; w++)
                  expect(
                    [w, w + 1].some((k) => h.weeks[k]?.lines.some((l) => l.command === c.command)),
                    `${c.command} in weeks ${w + 1}, ${w + 2}`,
                  ).toBe(true)
            }
            for (const week of h.weeks) {
              expect(week.lines.reduce((sum, l) => sum + l.minutes, 0)).toBeLessThanOrEqual(sessions * sessionMinutes)
              const calls = new Set(commands.filter((c) => c.kind === 'come').map((c) => c.command))
              for (const l of week.lines)
                if (calls.has(l.command)) expect(l.food).toBe('every rep')
                else expect(foods.indexOf(l.food)).toBeGreaterThanOrEqual(Math.min(week.week, 4) - 1)
              // Common practice: a recall every day, for weeks.
              if (calls.size > 0) expect(week.lines.some((l) => calls.has(l.command))).toBe(true)
            }
          },
        ),
        { numRuns: 300 },
      )
    },
  )

  it('calls every week, and gives each of the others its turn, where a day has fewer minutes than commands', () => {
    const commands = [
      ...['a', 'b', 'c', 'd', 'e'].map((c, i) => homeItem(c, { gap: 0.9 - i / 10 })),
      homeItem('recall', { kind: 'come', gap: 0.1 }),
    ]
    const h = ask(commands, { sessions: 1, sessionMinutes: 3 })
    for (const week of h.weeks) expect(week.lines.map((l) => l.command)).toContain('recall')
    expect(new Set(h.weeks.flatMap((w) => w.lines.map((l) => l.command))).size).toBe(commands.length)
  })

  it('stays where the next listed rung is more than half as long again', () => {
    expect(nextSeconds(1, [1, 2, 3], 3)).toBe(1)
    expect(nextSeconds(20, [20, 30, 45], 45)).toBe(30)
    expect(nextSeconds(45, [45, 60, 90], 50)).toBe(45)
  })
})
