import { describe, expect, it } from 'vitest'
import { houseCurriculum } from '../curriculum/house'
import type { Curriculum } from '../curriculum/types'
import { addDays } from '../days'
import { defaultMethod } from '../method/method'
import { houseForgetting } from '../progress/retention'
import type { DogState } from '../progress/state'
import { summarize } from '../promise/summary'
import { dayName, monday, msPerDay, passTo, work } from '../tests/facts'
import { whatNext } from './next'
import { wren } from '../tests/wren'
import type { RungId } from '../ids'

const promise = (rungId: RungId) => ({ rungId, level: 0, places: 1, people: 1 })
const next = (rungIds: readonly string[], of: DogState, curriculum: Curriculum = houseCurriculum) => {
  const promises = rungIds.map(promise)
  return whatNext(
    curriculum,
    of,
    summarize(curriculum, of, promises, { days: 2, reps: 100 }),
    {
      promises,
      words: wren(),
      arrivesOn: addDays(dayName(0), -20),
      cueWords: new Map(),
      tried: [],
    },
    {
      now: monday + msPerDay + 7_200_000,
      today: dayName(1),
      places: [{ id: 'barn', kind: 'room' }],
      people: ['ada'],
      method: defaultMethod,
      forgetting: houseForgetting,
    },
  )
}

describe('why there is nothing to work', () => {
  /** A ladder of two rungs, both of them held. */
  const short: Curriculum = {
    ...houseCurriculum,
    gates: [],
    commands: houseCurriculum.commands
      .filter((c) => c.id === 'sit')
      .map((c) => ({ ...c, runs: c.runs.map((r) => ({ ...r, rungs: r.rungs.slice(0, 2) })) })),
  }
  const sets = ['sit.rear', 'sit.full'].map((rung) => ({ rung, reps: 'C '.repeat(10) }))
  const done = work(short, [...sets, ...sets.map((s) => ({ ...s, day: 1 }))]).state

  it('is that all is met; where something was lost, it is named, and all is not said to be met', () => {
    expect(next(['sit.full'], done, short).rest).toBe(
      'Nothing more to gain today. Every promise is met, and no refresher is due.',
    )
    expect(next(['sit.full', 'sit.gone'], done, short).rest).toBe(
      'Nothing more to gain today. What can be met is met, and a promise is not in the curriculum. Agree with the ' +
        'owner on something else.',
    )
  })
})

describe('which set comes first', () => {
  it('is not the one that is stuck, where something else that was promised can be worked', () => {
    const misses = Array.from({ length: 3 }, (_, i) => ({
      rung: 'down.lure-sit',
      reps: 'M M M',
      day: 1,
      block: `b${i}`,
    }))
    const stuck = work(houseCurriculum, [...passTo(houseCurriculum, 'sit.word', 0), ...misses]).state
    const { sets } = next(['down.no-lure', 'sit.word'], stuck)
    expect(stuck.runs['down/down']?.stuck?.rung).toBe('down.lure-sit')
    expect(sets.map((s) => s.command).slice(0, 2)).toEqual(['sit', 'down'])
  })
})
