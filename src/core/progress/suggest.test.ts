import { describe, expect, it } from 'vitest'
import { houseCurriculum } from '../curriculum/house'
import { findCommand } from '../curriculum/lookup'
import { dayName, monday, msPerDay, passTo, work, type SetPlan } from '../tests/facts'
import { emptyDogState, type DogState } from './state'
import { commandStanding } from './standing'
import { suggestSet } from './suggest'

const command = (id: string) => {
  const found = findCommand(houseCurriculum, id)
  if (!found) throw new Error(id)
  return found
}
const standing = (state: DogState, id: string, promised?: string, places = 2, people = 1) => commandStanding(houseCurriculum, command(id), state, promised === undefined ? undefined : { rungId: promised, places, people })
const around = (day: number, hours = 0) => ({ now: monday + day * msPerDay + hours * 3_600_000, today: dayName(day), places: ['barn', 'yard', 'square'], people: ['ada', 'ben'] })

const sitUp: SetPlan[] = [...passTo(houseCurriculum, 'sit.word-hand'), ...passTo(houseCurriculum, 'sit.word-hand', 1)]
const met = (day: number, place = 'barn'): SetPlan => ({ rung: 'sit.word-hand', reps: 'C C C C C C C C C C', day, place })

describe('the word for where a command stands', () => {
  const word = (plans: SetPlan[], id: string, promised?: string) => standing(work(houseCurriculum, plans).state, id, promised).word
  it.each<[string, SetPlan[], string, string | undefined]>([
    ['not started', [], 'sit', undefined],
    ['shaping', [{ rung: 'sit.rear', reps: 'C' }], 'sit', undefined],
    ['on cue', passTo(houseCurriculum, 'sit.small-hand'), 'sit', undefined],
    ['building', passTo(houseCurriculum, 'sit.from-down'), 'sit', undefined],
    ['proofing', [...sitUp, met(1), met(2)], 'sit', 'sit.word-hand'],
    ['held', [...sitUp, met(1), met(2), met(2, 'yard'), met(3, 'yard')], 'sit', 'sit.word-hand'],
    ['slipping', [...sitUp, met(1), met(2), { rung: 'sit.word-hand', reps: 'M M M', day: 6, purpose: 'refresh' }], 'sit', 'sit.word-hand'],
  ])('%s', (expected, plans, id, promised) => {
    expect(word(plans, id, promised)).toBe(expected)
  })
})

describe('the set to work now', () => {
  it('begins at the first rung and climbs', () => {
    expect(suggestSet(houseCurriculum, standing(emptyDogState(), 'sit', 'sit.word'), around(0))).toMatchObject({ rungId: 'sit.rear', why: 'climb', purpose: 'work' })
  })

  it('never skips a prerequisite: it names the other command’s rung', () => {
    const s = standing(emptyDogState(), 'sit-stay', 'sit-stay.30s')
    expect(s.step).toMatchObject({ command: 'sit', rungId: 'sit.rear' })
    expect(suggestSet(houseCurriculum, s, around(0))).toBeUndefined()
  })

  it('opens the distance run only when 30 s is held', () => {
    const climbed = work(houseCurriculum, [...sitUp, ...passTo(houseCurriculum, 'sit-stay.45s', 1)]).state
    expect(standing(climbed, 'sit-stay', 'sit-stay.round-15s').step).toMatchObject({ rungId: 'sit-stay.30s', why: 'second-day' })
    const held = work(houseCurriculum, [...sitUp, ...passTo(houseCurriculum, 'sit-stay.45s', 1), { rung: 'sit-stay.30s', reps: 'C C C', day: 2 }]).state
    expect(standing(held, 'sit-stay', 'sit-stay.round-15s').step).toMatchObject({ rungId: 'sit-stay.step-5s', why: 'climb' })
  })

  it('asks for the second day on another day, and says nothing more can be gained on the same', () => {
    const s = standing(work(houseCurriculum, [...sitUp, met(1)]).state, 'sit', 'sit.word-hand', 1)
    expect(suggestSet(houseCurriculum, s, around(1))).toBeUndefined()
    expect(suggestSet(houseCurriculum, s, around(2))).toMatchObject({ rungId: 'sit.word-hand', placeId: 'barn' })
  })

  it('takes the promised rung to the place that needs only its second day, then to a new one', () => {
    const half = standing(work(houseCurriculum, [...sitUp, met(1), met(2), met(2, 'yard')]).state, 'sit', 'sit.word-hand')
    expect(suggestSet(houseCurriculum, half, around(3))).toMatchObject({ why: 'new-place', placeId: 'yard' })
    const one = standing(work(houseCurriculum, [...sitUp, met(1), met(2)]).state, 'sit', 'sit.word-hand')
    expect(suggestSet(houseCurriculum, one, around(3))).toMatchObject({ placeId: 'yard' })
    expect(suggestSet(houseCurriculum, half, around(2))).toBeUndefined()
  })

  it('asks for another person when only hands are missing', () => {
    const s = standing(work(houseCurriculum, [...sitUp, met(1), met(2)]).state, 'sit', 'sit.word-hand', 1, 2)
    expect(suggestSet(houseCurriculum, s, around(3))).toMatchObject({ why: 'new-hands', personId: 'ben', placeId: undefined })
  })

  it('puts a refresher that is due before climbing, and not before it is due', () => {
    const s = standing(work(houseCurriculum, [...sitUp, met(1), met(2), met(2, 'yard'), met(3, 'yard')]).state, 'sit', 'sit.word-hand')
    expect(suggestSet(houseCurriculum, s, around(3, 12))).toMatchObject({ purpose: 'work', why: 'onward', rungId: 'sit.small-hand' })
    expect(suggestSet(houseCurriculum, s, around(5))).toMatchObject({ purpose: 'refresh', rungId: 'sit.word-hand' })
  })

  it('after a failed refresher rebuilds from the rung it dropped to', () => {
    const state = work(houseCurriculum, [...sitUp, met(1), met(2), { rung: 'sit.word-hand', reps: 'M M M', day: 6, purpose: 'refresh' }]).state
    expect(suggestSet(houseCurriculum, standing(state, 'sit', 'sit.word-hand'), around(6))).toMatchObject({ rungId: 'sit.empty', why: 'rebuild', purpose: 'work' })
  })
})
