import { describe, expect, it } from 'vitest'
import { houseCurriculum } from '../curriculum/house'
import type { Curriculum } from '../curriculum/types'
import { addDays } from '../days'
import { defaultMethod } from '../method/method'
import { houseForgetting } from '../progress/retention'
import type { DogState } from '../progress/state'
import { summarize } from '../promise/summary'
import { dayName, monday, msPerDay, passTo, work } from '../tests/facts'
import type { WorkingConditions } from './allowed'
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

describe('what is said where nothing is to be worked', () => {
  const at = (
    { day = 1, arrived = -20, promised = ['sit.word'] }: { day?: number; arrived?: number; promised?: string[] },
    of: DogState = work(houseCurriculum, []).state,
    more: Partial<WorkingConditions> = {},
  ) => {
    const promises = promised.map(promise)
    return whatNext(
      houseCurriculum,
      of,
      summarize(houseCurriculum, of, promises, { days: 2, reps: 100 }),
      { promises, words: wren(), arrivesOn: addDays(dayName(0), arrived), cueWords: new Map(), tried: [] },
      {
        now: monday + day * msPerDay + 7_200_000,
        today: dayName(day),
        places: [{ id: 'barn', kind: 'room' }],
        people: ['ada'],
        method: defaultMethod,
        forgetting: houseForgetting,
        ...more,
      },
    )
  }

  it('before a dog comes, on its first evening, and from the morning after', () => {
    const nothing = { sets: [], shut: [], waits: [] }
    expect(at({ arrived: 2 })).toEqual({ ...nothing, rest: 'Not here yet.' })
    expect(at({ arrived: 1 })).toEqual({
      ...nothing,
      rest: 'First evening. Take a light walk, then rest. No training yet.',
    })
    expect(at({ arrived: 0 }).rest).toBe('')
    expect(at({ arrived: 0 }).sets.length).toBeGreaterThan(1)
    // Foundation work belongs to the first seven days.
    const foundation = (arrived: number) => at({ arrived }).sets.some((s) => s.why === 'foundation')
    expect([foundation(-6), foundation(-7)]).toEqual([true, false])
  })

  it('where nothing was promised, or nothing that its curriculum has', () => {
    expect(at({ promised: [] }).rest).toBe('Nothing is promised for this dog yet. Add promises to the booking.')
    expect(at({ promised: ['sit.gone'] }).rest).toBe(
      'None of the promises is in this dog’s curriculum. Agree on something else with the owner.',
    )
  })

  it('where today adds nothing, and where nothing may be worked', () => {
    const passed = work(houseCurriculum, passTo(houseCurriculum, 'sit.word', 1)).state
    expect(
      at({ promised: ['sit.rear'] }, work(houseCurriculum, passTo(houseCurriculum, 'sit.full', 1)).state).rest,
    ).toBe('Done for today. Tomorrow: sit “Any move of the rear”.')
    const barred = new Map([['barn', 'Mallet works there']])
    expect(at({}, passed, { barred }).rest).toContain('Mallet works there')
  })
})

describe('which set comes first', () => {
  it('of two stays the one that the house begins with', () => {
    const ready = work(houseCurriculum, [
      ...passTo(houseCurriculum, 'sit.word', 0),
      ...passTo(houseCurriculum, 'sit.word', 1),
      ...passTo(houseCurriculum, 'down.seated', 0),
      ...passTo(houseCurriculum, 'down.seated', 1),
    ]).state
    const promises = ['down-stay.30s', 'sit-stay.30s'].map(promise)
    const stays = (first: 'sit' | 'down') =>
      whatNext(
        houseCurriculum,
        ready,
        summarize(houseCurriculum, ready, promises, { days: 2, reps: 100 }),
        { promises, words: wren(), arrivesOn: addDays(dayName(0), -20), cueWords: new Map(), tried: [] },
        {
          now: monday + 2 * msPerDay,
          today: dayName(2),
          places: [{ id: 'barn', kind: 'room' }],
          people: ['ada'],
          method: { ...defaultMethod, 'first-stay': first },
          forgetting: houseForgetting,
        },
      )
        .sets.filter((s) => s.command.endsWith('-stay') && s.why === 'climb')
        .map((s) => s.command)
    expect(stays('sit')).toEqual(['sit-stay', 'down-stay'])
    expect(stays('down')).toEqual(['down-stay', 'sit-stay'])
  })

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
