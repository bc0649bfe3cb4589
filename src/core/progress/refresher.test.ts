import { describe, expect, it } from 'vitest'
import { houseCurriculum } from '../curriculum/house'
import { allRungs } from '../curriculum/lookup'
import { shareOf } from '../rule/rule'
import { emptyLadderState } from './state'
import { beginCold, cleanWanted, failedRefresher, isRefresher, mayWarmUp } from './refresher'
import { slideWindow } from './window'

const at = Date.UTC(2026, 2, 2, 9)
const rung = allRungs(houseCurriculum).find((r) => r.setReps === 10 && shareOf(r.rule) === 0.8)
if (!rung) throw new Error('no rung of eight in ten')
const set = {
  rungId: rung.id,
  purpose: 'refresh',
  placeId: 'room',
  leashHolder: 'ada',
  kit: '1.8 m leash',
  level: 0,
} as Parameters<typeof slideWindow>[3]

describe('a refresher', () => {
  it('is a set opened as one, at the top mastered rung, with nothing new around it', () => {
    const refresh = { purpose: 'refresh' } as const
    expect(isRefresher(refresh, 3, 3, false)).toBe(true)
    expect(isRefresher({ purpose: 'work' }, 3, 3, false)).toBe(false)
    expect(isRefresher(refresh, 3, 3, true)).toBe(false)
    expect([isRefresher(refresh, 2, 3, false), isRefresher(refresh, 4, 3, false)]).toEqual([false, false])
    // The lowest rung may be the top one; where nothing is mastered nothing is refreshed.
    expect(isRefresher(refresh, 0, 0, false)).toBe(true)
    expect(isRefresher(refresh, -1, -1, false)).toBe(false)
  })

  it('has a window of its own: the first rep starts it again, no later one does', () => {
    const { window } = emptyLadderState()
    slideWindow(window, rung, 'C', set, at)
    slideWindow(window, rung, 'C', set, at + 1000)
    beginCold(window, rung.id, 2)
    expect(window.results).toBe('CC')
    beginCold(window, rung.id, 1)
    expect([window.results, window.rung]).toEqual(['', rung.id])
  })

  it('counts cold: a block with one warms up with another command, or not at all', () => {
    expect(mayWarmUp(0, 0)).toBe(true)
    expect(mayWarmUp(1, 0)).toBe(false)
    expect(mayWarmUp(1, 1)).toBe(true)
    expect(mayWarmUp(0, 2)).toBe(true)
  })

  it('has failed with four clean in ten or fewer, and drops back one rung, never below the lowest', () => {
    expect(failedRefresher(3, { clean: 4, reps: 10 })).toEqual({
      to: 2,
      reason: { kind: 'refresher-failed', clean: 4, of: 10 },
    })
    expect(failedRefresher(3, { clean: 5, reps: 10 })).toBeUndefined()
    expect([0, 2, 3].map((clean) => failedRefresher(1, { clean, reps: 5 })?.to)).toEqual([0, 0, undefined])
    expect(failedRefresher(0, { clean: 0, reps: 5 })?.to).toBe(0)
  })

  it('wants the share of its rule, of a full set only', () => {
    expect([10, 11, 15].map((reps) => cleanWanted(rung, reps))).toEqual([8, 9, 12])
    expect(cleanWanted(rung, 9)).toBe(Number.POSITIVE_INFINITY)
  })
})
