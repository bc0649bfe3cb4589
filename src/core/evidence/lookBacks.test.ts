import { quantileSorted } from 'simple-statistics'
import { describe, expect, it } from 'vitest'
import { houseCurriculum } from '../curriculum/house'
import { findCommand } from '../curriculum/lookup'
import { setsFrom } from '../tests/facts'
import { byCollar, kitComparisons } from './kit'
import { lookBacksByDay } from './lookBacks'

const command = (id: string) => {
  const found = findCommand(houseCurriculum, id)
  if (!found) throw new Error(id)
  return found
}
const checkIn = command('check-in')

/** A set whose reps were tapped at these seconds; a minus is a miss. */
const looks = (day: number, at: readonly number[], rung = 'check-in.look-back') =>
  setsFrom([{ rung, reps: at.map((s) => (s < 0 ? 'M' : 'C')).join(' '), day }], `d${day} ${at.join()} ${rung}`).map(
    (s) => ({
      ...s,
      reps: s.reps.map((r, i) => ({ ...r, at: s.reps[0] ? s.reps[0].at + Math.abs(at[i] ?? 0) * 1000 : r.at })),
    }),
  )

describe('seconds between look-backs', () => {
  it('by day, within each set, from the moments they were tapped: the middle one and the longest', () => {
    const days = lookBacksByDay(checkIn, [
      ...looks(0, [0, 4, 10, 40]),
      ...looks(0, [0, 5]),
      ...looks(1, [0, 3, -9, 12]),
    ])
    // Day 0: gaps 4, 6, 30 and 5; the median of a statistics library. A miss is no look back.
    expect(days?.map((d) => [d.looks, d.middle, d.longest])).toEqual([
      [6, quantileSorted([4, 5, 6, 30], 0.5), 30],
      [3, quantileSorted([3, 9], 0.5), 9],
    ])
  })

  it('not where nobody was counting, of other rungs, or of a single look', () => {
    expect(lookBacksByDay(checkIn, looks(0, [0, 700]))).toEqual([])
    expect(lookBacksByDay(checkIn, looks(0, [0]))).toEqual([])
    expect(lookBacksByDay(checkIn, looks(0, [0, 5], 'check-in.follow-room'))).toEqual([])
    expect(lookBacksByDay(checkIn, looks(0, [0, 5], 'check-in.off-leash'))).toHaveLength(1)
    expect(
      lookBacksByDay(
        checkIn,
        looks(0, [0, 5]).map((s) => ({ ...s, unsure: true })),
      ),
    ).toEqual([])
    expect(lookBacksByDay(command('sit'), looks(0, [0, 5]))).toBeUndefined()
  })
})

it('collars are held side by side as leashes are, where somebody said which', () => {
  const sets = setsFrom([
    { rung: 'heel.word', reps: 'C C' },
    { rung: 'heel.word', reps: 'C M' },
    { rung: 'heel.word', reps: 'M M' },
  ]).map((s, i) => ({ ...s, collar: ['harness', 'flat collar', null][i] ?? null }))
  expect(kitComparisons(sets)).toEqual([])
  expect(kitComparisons(byCollar(sets)).map((k) => [k.a.kit, k.a.share.clean, k.b.kit, k.b.share.clean])).toEqual([
    ['harness', 2, 'flat collar', 1],
  ])
})
