import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { houseCurriculum } from './house'
import { findRung, ownRung } from './lookup'
import { masteredSince } from '../progress/state'
import { passTo, work, type SetPlan } from '../tests/facts'
import { contextStatus } from '../progress/contextStatus'
import { relaxFrom, relaxPath, stepDown, stepUp, type Novelty } from './relaxedCriteria'

const at = (id: string) => {
  const found = ownRung(houseCurriculum, id)
  if (!found) throw new Error(id)
  return found
}
const names = (id: string, indexes: readonly number[]) => indexes.map((i) => at(id).ladder.rungs[i]?.name)
const start = (id: string, ...news: Novelty[]) => at(id).ladder.rungs[relaxFrom(at(id).ladder, at(id).index, news)]?.id

describe('the relax rule (house), in its worked numbers', () => {
  it('stays 60 s at level 0, a new level: 20, 30, 45, 60', () => {
    const { ladder: run, index } = at('sit-stay.60s')
    expect(names('sit-stay.60s', relaxPath(run, relaxFrom(run, index, ['level']), index))).toEqual([
      '20 s',
      '30 s',
      '45 s',
      '60 s',
    ])
  })

  it('miss at 30: 20', () => {
    const { ladder: run, index } = at('sit-stay.60s')
    expect(run.rungs[stepDown(run, at('sit-stay.30s').index, relaxFrom(run, index, ['level']), index)]?.name).toBe(
      '20 s',
    )
  })

  it.each<[string, Novelty[], string]>([
    ['sit-stay.60s', ['place'], 'sit-stay.20s'],
    ['sit-stay.60s', ['kit'], 'sit-stay.30s'],
    ['sit-stay.60s', ['hands'], 'sit-stay.30s'],
    ['sit-stay.60s', ['distance'], 'sit-stay.20s'],
    ['sit-stay.60s', ['kit', 'hands', 'level'], 'sit-stay.20s'],
    ['sit-stay.2s', ['level'], 'sit-stay.1s'],
    ['sit-stay.1s', ['level'], 'sit-stay.1s'],
    ['sit-stay.10m-15s', ['place'], 'sit-stay.3m-5s'],
    ['sit-stay.10m-15s', ['hands'], 'sit-stay.3m-5s'],
    ['sit.10m', ['level'], 'sit.5m'],
    ['recall.line-30', ['place'], 'recall.line-15'],
    ['recall.line-30', ['kit'], 'recall.line-30'],
    ['sit.word', ['place'], 'sit.small-hand'],
    ['sit.word', ['kit'], 'sit.word'],
    ['sit.rear', ['place'], 'sit.rear'],
  ])('%s held, new %j: begin at %s', (held, news, expected) => {
    expect(start(held, ...news)).toBe(expected)
  })

  it(
    'every path climbs, ends at what is held, and never takes more than half as long again where a rung allows ' + 'it',
    () => {
      const ids = houseCurriculum.commands.flatMap((c) => c.runs.flatMap((r) => r.rungs.map((g) => g.id)))
      fc.assert(
        fc.property(
          fc.constantFrom(...ids),
          fc.subarray<Novelty>(['level', 'place', 'kit', 'hands', 'distance'], { minLength: 1 }),
          (id, news) => {
            const { ladder: run, index } = at(id)
            const path = relaxPath(run, relaxFrom(run, index, news), index)
            expect(path.at(-1)).toBe(index)
            path.forEach((i, n) => {
              if (n > 0) expect(i).toBeGreaterThan(path[n - 1] ?? i)
            })
            expect(stepUp(run, index, index)).toBe(index)
          },
        ),
      )
    },
  )
})

describe('contexts in the fold', () => {
  const needs: SetPlan[] = [...passTo(houseCurriculum, 'sit.empty'), ...passTo(houseCurriculum, 'sit.empty', 1)]
  const held60: SetPlan[] = [
    ...needs,
    ...passTo(houseCurriculum, 'sit-stay.90s', 1),
    { rung: 'sit-stay.60s', reps: 'C C C', day: 2 },
  ]
  const run = at('sit-stay.60s').ladder
  const next = (plans: SetPlan[], around = { level: 1, placeId: 'barn', kit: '1.8 m leash', leashHolder: 'ada' }) => {
    const { state } = work(houseCurriculum, plans)
    const runState = state.runs['sit-stay/duration']
    if (!runState) throw new Error('no run')
    return run.rungs[contextStatus(run, runState, around, at('sit-stay.60s').index).index]?.name
  }
  const busy = (rung: string, reps: string): SetPlan => ({ rung: `sit-stay.${rung}`, reps, day: 3, level: 1 })

  it('a new level asks for 20 s, then one passed set a step: 30, 45, 60; a miss at 30 asks for 20 again', () => {
    expect(next(held60)).toBe('20 s')
    expect(next([...held60, busy('20s', 'C C C C C')])).toBe('30 s')
    expect(next([...held60, busy('20s', 'C C C C C'), busy('30s', 'C M8')])).toBe('20 s')
    expect(next([...held60, busy('20s', 'C C C C C'), busy('30s', 'C M8'), busy('20s', 'C C C C C')])).toBe('30 s')
    expect(next([...held60, busy('20s', 'C C C C C'), busy('30s', 'C C C'), busy('45s', 'C C C')])).toBe('60 s')
    expect(
      next([...held60, busy('20s', 'C C C C C'), busy('30s', 'C C C'), busy('45s', 'C C C'), busy('60s', 'C C C')]),
    ).toBe('60 s')
  })

  it('a miss in a new context takes nothing from the ladder; the same miss at home does', () => {
    const before = work(houseCurriculum, held60).state.runs['sit-stay/duration']?.position
    const away = work(houseCurriculum, [
      ...held60,
      { rung: 'sit-stay.20s', reps: 'C M4', day: 3, place: 'yard', placeKind: 'yard' },
    ])
    expect(away.verdicts.at(-1)).toMatchObject({
      kind: 'back',
      toRungId: 'sit-stay.15s',
      why: expect.stringContaining('This is new here'),
    })
    expect(away.state.runs['sit-stay/duration']?.position).toBe(before)
    const home = work(houseCurriculum, [...held60, { rung: 'sit-stay.90s', reps: 'M4', day: 3 }])
    expect(home.state.runs['sit-stay/duration']?.position).toBeLessThan(before ?? 0)
  })

  it('a failed refresher in a context that is new is no refresher, and what is mastered stays mastered', () => {
    const state = work(houseCurriculum, [
      ...held60,
      { rung: 'sit-stay.60s', reps: 'C M4', day: 9, purpose: 'refresh', place: 'yard', placeKind: 'yard' },
    ]).state
    const found = findRung(houseCurriculum, 'sit-stay.60s')
    expect(found && masteredSince(found.ladder, state.runs[found.ladderKey], found.index)).toBe('2026-03-04')
  })

  it('a held cell covers lower levels in the same place, never another place', () => {
    const high = [
      ...held60,
      ...['20s', '30s', '45s', '60s'].map((r): SetPlan => ({
        ...busy(r, r === '20s' ? 'C C C C C' : 'C C C'),
        level: 3,
      })),
    ]
    expect(next(high, { level: 2, placeId: 'barn', kit: '1.8 m leash', leashHolder: 'ada' })).toBe('60 s')
    expect(next(high, { level: 4, placeId: 'barn', kit: '1.8 m leash', leashHolder: 'ada' })).toBe('20 s')
    expect(next(high, { level: 2, placeId: 'yard', kit: '1.8 m leash', leashHolder: 'ada' })).toBe('20 s')
    expect(next(high, { level: 2, placeId: 'barn', kit: 'long line', leashHolder: 'ada' })).toBe('30 s')
    expect(next(high, { level: 2, placeId: 'barn', kit: '1.8 m leash', leashHolder: 'ben' })).toBe('30 s')
  })
})
