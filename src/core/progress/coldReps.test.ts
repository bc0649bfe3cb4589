import { describe, expect, it } from 'vitest'
import { houseCurriculum } from '../curriculum/house'
import { monday, msPerDay, passTo, work, type SetPlan } from '../tests/facts'
import { halfLifeDays, isStale, retention } from './retention'

/** Ordinary clean cold first reps are showings as good as a refresher’s. Common practice. */
const up: readonly SetPlan[] = [
  ...passTo(houseCurriculum, 'recall.line-30'),
  ...passTo(houseCurriculum, 'recall.line-30', 1),
]
const memory = (...plans: readonly SetPlan[]) => {
  const found = work(houseCurriculum, [...up, ...plans]).state.runs['recall/recall']?.memory
  if (!found) throw new Error('nothing is held')
  return found
}
const line = (day: number, reps: string, more: Partial<SetPlan> = {}): SetPlan => ({
  rung: 'recall.line-15',
  reps,
  day,
  ...more,
})
const held = memory()

describe('the first rep of a day', () => {
  it('of what is held is a showing: a clean one that was due doubles, a miss halves', () => {
    expect(halfLifeDays(memory(line(4, 'C')))).toBe(2 * halfLifeDays(memory()))
    expect(halfLifeDays(memory(line(4, 'M')))).toBe(halfLifeDays(memory()) / 2)
    // It is shown once: what comes after in the same day says nothing of what was left.
    expect(memory(line(4, 'C C C'), line(4, 'C M')).shown).toHaveLength(memory().shown.length + 1)
  })

  it('that fails brings nothing back: what was left goes on falling from where it was', () => {
    const failed = memory(line(4, 'M'))
    expect(failed.since).toBe(memory().since)
    expect(retention(failed, monday + 5 * msPerDay)).toBeLessThan(retention(memory(), monday + 5 * msPerDay))
  })

  it('of something easier counts only as a miss, of something harder only as clean', () => {
    const n = memory().shown.length
    const easier = (reps: string) => memory({ rung: 'recall.line-5', reps, day: 4 }).shown.slice(n)
    const harder = (reps: string) => memory({ rung: 'recall.line-30', reps, day: 4 }).shown.slice(n)
    expect(easier('C')).toEqual([])
    expect(easier('M')).toMatchObject([{ clean: false, kind: 'other' }])
    expect(harder('C')).toMatchObject([{ clean: true, kind: 'other' }])
    expect(harder('M')).toEqual([])
  })

  it('in a new place counts only as clean', () => {
    const n = memory().shown.length
    const there = (reps: string) => memory(line(4, reps, { place: 'yard', placeKind: 'yard' })).shown.slice(n)
    expect(there('C')).toMatchObject([{ clean: true, kind: 'other' }])
    expect(there('M')).toEqual([])
  })

  it('keeps a recall that comes every day fresh, whatever two refreshers of one rep came to', () => {
    const week = [3, 4, 5, 6, 7, 8, 9].flatMap((day): SetPlan[] => [
      line(day, 'C '.repeat(10)),
      line(day, 'C '.repeat(10)),
      ...(day === 5 || day === 7 ? [line(day, 'M', { purpose: 'refresh' as const })] : []),
      ...(day === 5 || day === 7
        ? [{ rung: 'recall.line-5', reps: 'C '.repeat(10), day }, line(day, 'C '.repeat(10))]
        : []),
    ])
    const after = memory(...week)
    const next = monday + 10 * msPerDay
    expect(retention(after, next)).toBeGreaterThan(0.8)
    expect(isStale(after, next)).toBe(false)
    // And one that nobody asks for is said to go stale all the same.
    expect(isStale(held, monday + 12 * msPerDay)).toBe(true)
  })
})
