import { describe, expect, it } from 'vitest'
import { houseCurriculum } from '../curriculum/house'
import { findCommand } from '../curriculum/lookup'
import { dayName, monday, msPerDay, passTo, suggestedFor, work, type SetPlan } from '../tests/facts'
import { emptyDogState, type DogState } from '../progress/state'
import { commandStatus } from '../promise/status'
import { houseForgetting } from '../progress/retention'
import { defaultMethod } from '../method/method'
import type { WorkingConditions } from './allowed'
import { suggestAll } from './suggest'
import { plainDog } from '../dog/traits'

const command = (id: string) => {
  const found = findCommand(houseCurriculum, id)
  if (!found) throw new Error(id)
  return found
}
const status = (state: DogState, id: string, promised?: string, places = 2, people = 1) =>
  commandStatus(
    houseCurriculum,
    command(id),
    state,
    promised === undefined ? [] : [{ rungId: promised, level: 0, places, people }],
  )
const conditions = (day: number, hours = 0): WorkingConditions => ({
  now: monday + day * msPerDay + hours * 3_600_000,
  today: dayName(day),
  people: ['ada', 'ben'],
  method: defaultMethod,
  forgetting: houseForgetting,
  places: [
    { id: 'barn', kind: 'room' },
    { id: 'yard', kind: 'yard' },
    { id: 'square', kind: 'square' },
  ],
})
const suggest = (state: DogState, id: string, when: WorkingConditions, promised?: string, places = 2, people = 1) =>
  suggestedFor(
    houseCurriculum,
    state,
    id,
    promised === undefined ? [] : [{ rungId: promised, level: 0, places, people }],
    when,
  )

describe('the mark comes first (common practice)', () => {
  const first = (state: DogState, foundation = true) =>
    suggestAll(
      houseCurriculum,
      state,
      [{ rungId: 'sit.word', level: 0, places: 1, people: 1 }],
      { traits: plainDog, arrivesOn: '2026-03-01' },
      conditions(0),
      foundation,
    ).sets[0]
  it('with a new dog, until ten pairs were made; not with one that is long here', () => {
    expect(first(emptyDogState())).toMatchObject({ rungId: 'marker.pairs', why: 'mark-first' })
    expect(first(emptyDogState(), false)?.rungId).toBe('sit.rear')
    const nine = work(houseCurriculum, [{ rung: 'marker.pairs', reps: 'C '.repeat(9) }]).state
    expect(first(nine)?.rungId).toBe('marker.pairs')
    const ten = work(houseCurriculum, [{ rung: 'marker.pairs', reps: 'C '.repeat(10) }]).state
    expect(first(ten)).toMatchObject({ rungId: 'sit.rear', why: 'climb' })
    // One that has passed something learns without it.
    expect(first(work(houseCurriculum, passTo(houseCurriculum, 'sit.full')).state)).toMatchObject({
      rungId: 'sit.full',
    })
  })
})

const sitUp: SetPlan[] = [...passTo(houseCurriculum, 'sit.word-hand'), ...passTo(houseCurriculum, 'sit.word-hand', 1)]
const met = (day: number, place = 'barn'): SetPlan => ({
  rung: 'sit.word-hand',
  reps: 'C C C C C C C C C C',
  day,
  place,
})

describe('the word for where a command stands', () => {
  const word = (plans: SetPlan[], id: string, promised?: string) =>
    status(work(houseCurriculum, plans).state, id, promised).word
  it.each<[string, SetPlan[], string, string | undefined]>([
    ['not started', [], 'sit', undefined],
    ['shaping', [{ rung: 'sit.rear', reps: 'C' }], 'sit', undefined],
    ['on cue', passTo(houseCurriculum, 'sit.small-hand'), 'sit', undefined],
    ['building', passTo(houseCurriculum, 'sit.from-down'), 'sit', undefined],
    ['proofing', [...sitUp, met(1), met(2)], 'sit', 'sit.word-hand'],
    ['held', [...sitUp, met(1), met(2), met(2, 'yard'), met(3, 'yard')], 'sit', 'sit.word-hand'],
    [
      'slipping',
      [...sitUp, met(1), met(2), { rung: 'sit.word-hand', reps: 'M M M', day: 6, purpose: 'refresh' }],
      'sit',
      'sit.word-hand',
    ],
  ])('%s', (expected, plans, id, promised) => {
    expect(word(plans, id, promised)).toBe(expected)
  })
})

describe('the set to work now', () => {
  const stateOf = (plans: SetPlan[]) => work(houseCurriculum, plans).state

  it('begins at the first rung and climbs, on the kit the rung is taught on', () => {
    expect(suggest(emptyDogState(), 'sit', conditions(0), 'sit.word')).toMatchObject({
      rungId: 'sit.rear',
      why: 'climb',
      purpose: 'work',
      level: 0,
      kit: '1.8 m leash',
    })
    expect(suggest(emptyDogState(), 'recall', conditions(0), 'recall.line-5')).toMatchObject({
      rungId: 'recall.attention',
      kit: 'self-winding leash',
    })
  })

  it('never skips a prerequisite: it names the other command’s rung', () => {
    expect(status(emptyDogState(), 'sit-stay', 'sit-stay.30s').next).toMatchObject({
      command: 'sit',
      rungId: 'sit.rear',
    })
    expect(suggest(emptyDogState(), 'sit-stay', conditions(0), 'sit-stay.30s')).toBeUndefined()
  })

  it('opens the distance run only when 30 s is held', () => {
    const said = [...passTo(houseCurriculum, 'sit.from-down'), ...passTo(houseCurriculum, 'sit.from-down', 1)]
    const then = (...more: SetPlan[]) =>
      status(
        stateOf([...said, ...passTo(houseCurriculum, 'sit-stay.45s', 1), ...more]),
        'sit-stay',
        'sit-stay.round-15s',
      ).next
    const eight: SetPlan = { rung: 'sit-stay.8s', reps: 'C C C C C', day: 2 }
    const step: SetPlan = { rung: 'sit-stay.step', reps: 'C C C C C', day: 2 }
    const thirty: SetPlan = { rung: 'sit-stay.30s', reps: 'C C C', day: 2 }
    // One step and straight back is early: eight seconds held are enough.
    expect(then()).toMatchObject({ rungId: 'sit-stay.8s', why: 'second-day' })
    expect(then(eight)).toMatchObject({ rungId: 'sit-stay.step', why: 'climb' })
    expect(then(eight, step)).toMatchObject({ rungId: 'sit-stay.30s', why: 'second-day' })
    expect(then(eight, step, thirty)).toMatchObject({ rungId: 'sit-stay.step-5s', why: 'climb' })
  })

  it('asks for the second day on another day, and says nothing more can be gained on the same', () => {
    const state = stateOf([...sitUp, met(1)])
    expect(suggest(state, 'sit', conditions(1), 'sit.word-hand', 1)).toBeUndefined()
    expect(suggest(state, 'sit', conditions(2, -6), 'sit.word-hand', 1)).toMatchObject({
      rungId: 'sit.word-hand',
      why: 'second-day',
    })
  })

  it('meets a second day without the lure that was taken away', () => {
    const without = stateOf(passTo(houseCurriculum, 'sit.word-hand'))
    expect(suggest(without, 'sit', conditions(1), 'sit.full', 1)).toMatchObject({
      rungId: 'sit.empty',
      why: 'second-day',
    })
    // One that never did without is asked for what was promised.
    const still = stateOf(passTo(houseCurriculum, 'sit.empty'))
    expect(suggest(still, 'sit', conditions(1), 'sit.full', 1)?.rungId).toBe('sit.full')
  })

  it('takes the promised rung where only its second day is missing, then to a new place, made easier there', () => {
    const half = stateOf([...sitUp, met(1), met(2), met(2, 'yard')])
    expect(suggest(half, 'sit', conditions(3, -6), 'sit.word-hand')).toMatchObject({
      why: 'new-place',
      placeId: 'yard',
      rungId: 'sit.word-hand',
      relaxed: false,
    })
    expect(suggest(stateOf([...sitUp, met(1), met(2)]), 'sit', conditions(3, -6), 'sit.word-hand')).toMatchObject({
      placeId: 'yard',
      rungId: 'sit.empty',
      relaxed: true,
    })
    expect(suggest(half, 'sit', conditions(2), 'sit.word-hand')).toBeUndefined()
  })

  it('asks for another person when only hands are missing', () => {
    expect(suggest(stateOf([...sitUp, met(1), met(2)]), 'sit', conditions(3, -6), 'sit.word-hand', 1, 2)).toMatchObject(
      {
        why: 'new-hands',
        personId: 'ben',
        placeId: undefined,
      },
    )
  })

  it('puts a refresher that is due before climbing, where the dog knows it, and not before it is due', () => {
    const state = stateOf([...sitUp, met(1), met(2), met(2, 'yard'), met(3, 'yard')])
    expect(suggest(state, 'sit', conditions(3, 12), 'sit.word-hand')).toMatchObject({
      purpose: 'work',
      why: 'onward',
      rungId: 'sit.small-hand',
    })
    expect(suggest(state, 'sit', conditions(5), 'sit.word-hand')).toMatchObject({
      purpose: 'refresh',
      rungId: 'sit.word-hand',
      placeId: 'barn',
      personId: 'ada',
    })
  })

  it(
    'a refresher that is due comes before proofing, another run’s work and a drop elsewhere, and each run has ' +
      'its own',
    () => {
      const proven = stateOf([...sitUp, met(1), met(2)])
      expect(suggest(proven, 'sit', conditions(5, 6), 'sit.word-hand')).toMatchObject({
        purpose: 'refresh',
        rungId: 'sit.word-hand',
      })
      const dropped = stateOf([
        ...sitUp,
        met(1),
        met(2),
        ...passTo(houseCurriculum, 'down.no-lure', 2),
        { rung: 'down.no-lure', reps: 'M M M', day: 2 },
      ])
      const all = suggestAll(
        houseCurriculum,
        dropped,
        ['down.no-lure', 'sit.word'].map((rungId) => ({ rungId, level: 0, places: 1, people: 1 })),
        { traits: plainDog, arrivesOn: '2026-02-20' },
        conditions(5, 6),
      ).sets
      expect(all.map((s) => [s.command, s.why])).toEqual([
        ['sit', 'refresher'],
        ['down', 'climb-back'],
        ['sit', 'climb'],
      ])
    },
  )

  it('after a failed refresher rebuilds from the rung it dropped to', () => {
    const state = stateOf([
      ...sitUp,
      met(1),
      met(2),
      { rung: 'sit.word-hand', reps: 'M M M', day: 6, purpose: 'refresh' },
    ])
    expect(suggest(state, 'sit', conditions(6), 'sit.word-hand')).toMatchObject({
      rungId: 'sit.empty',
      why: 'rebuild',
      purpose: 'work',
    })
  })

  it('climbs to the promised level one level at a time', () => {
    const promise = { rungId: 'sit.word-hand', level: 2, places: 1, people: 1 }
    const at = (state: DogState, day: number) =>
      suggestedFor(houseCurriculum, state, 'sit', [promise], conditions(day, -6))
    const home = stateOf([...sitUp, met(1), met(2)])
    expect(at(home, 3)).toMatchObject({ why: 'level', level: 1, rungId: 'sit.empty', relaxed: true })
    const busy = stateOf([...sitUp, met(1), met(2), { ...met(3), level: 1 }])
    expect(at(busy, 4)).toMatchObject({ level: 2, rungId: 'sit.empty' })
    const done = stateOf([...sitUp, met(1), met(2), { ...met(3), level: 2 }, { ...met(4), level: 2 }])
    expect(commandStatus(houseCurriculum, command('sit'), done, [promise]).word).toBe('held')
  })

  it('names what keeps the suggested rung shut', () => {
    const open = {
      ...houseCurriculum,
      commands: houseCurriculum.commands.map((c) => ({
        ...c,
        runs: c.runs.map((r) => ({ ...r, rungs: r.rungs.map((g) => ({ ...g, needs: [] })) })),
      })),
    }
    const state = work(open, passTo(open, 'recall.off-leash')).state
    expect(
      suggestAll(
        open,
        state,
        [{ rungId: 'recall.off-leash', level: 0, places: 1, people: 1 }],
        { traits: plainDog, arrivesOn: '2026-02-20' },
        conditions(0, 1),
      ).shut,
    ).toContainEqual({
      command: 'recall',
      rungId: 'recall.off-leash',
      because: expect.stringContaining('unlocks when'),
    })
  })
})
