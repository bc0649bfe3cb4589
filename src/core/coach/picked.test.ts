import { describe, expect, it } from 'vitest'
import { houseCurriculum } from '../curriculum/house'
import { findRung, rungIndex } from '../curriculum/lookup'
import { plainDog } from '../dog/traits'
import { defaultMethod } from '../method/method'
import { houseForgetting } from '../progress/retention'
import { emptyDogState, type DogState } from '../progress/state'
import { seeded } from '../seeded'
import { dayName, monday, msPerDay, passTo, work, type SetPlan } from '../tests/facts'
import type { WorkingConditions } from './allowed'
import { picked, purposeOf, type ByHand, type Pick } from './picked'

const conditions: WorkingConditions = {
  now: monday + 5 * msPerDay,
  today: dayName(5),
  people: ['ada', 'ben'],
  method: defaultMethod,
  forgetting: houseForgetting,
  places: [
    { id: 'barn', kind: 'room' },
    { id: 'yard', kind: 'yard' },
    { id: 'kitchen', kind: 'room', surface: 'wet tiles' },
  ],
}
const dog = { traits: plainDog, arrivesOn: '2026-02-20' }
const sits: SetPlan[] = [...passTo(houseCurriculum, 'sit.word'), ...passTo(houseCurriculum, 'sit.word', 1)]
const held30 = work(houseCurriculum, [
  ...sits,
  ...passTo(houseCurriculum, 'sit-stay.30s', 2),
  { rung: 'sit-stay.30s', reps: 'C C C', day: 3 },
]).state
const usual: Pick = {
  rungId: 'sit-stay.30s',
  placeId: 'barn',
  level: 0,
  kit: '1.8 m leash',
  leashHolder: 'ada',
  helper: false,
  secondDog: false,
  near: false,
  newCollar: false,
}
const pick = (change: Partial<Pick>, byHand: ByHand, state: DogState = held30) =>
  picked(houseCurriculum, state, { ...usual, ...change }, byHand, dog, conditions)

describe('a set chosen by hand', () => {
  // The relax rule’s shares (a third for a place or level, a half for kit or hands): house figures.
  it.each<[string, Partial<Pick>, ByHand, string, readonly string[]]>([
    ['as suggested', {}, {}, 'sit-stay.30s', []],
    ['chosen again as it was', {}, { place: true, level: true, kit: true, hands: true }, 'sit-stay.30s', []],
    ['in a new place', { placeId: 'yard' }, { place: true }, 'sit-stay.10s', ['place']],
    ['at a new level', { level: 2 }, { level: true }, 'sit-stay.10s', ['level']],
    ['on new kit', { kit: 'harness' }, { kit: true }, 'sit-stay.15s', ['kit']],
    ['on a new collar', { newCollar: true }, {}, 'sit-stay.15s', ['kit']],
    ['in new hands', { leashHolder: 'ben' }, { hands: true }, 'sit-stay.15s', ['hands']],
    [
      'all at once, the strictest once',
      { placeId: 'yard', kit: 'harness' },
      { place: true, kit: true },
      'sit-stay.10s',
      ['place', 'kit'],
    ],
    ['with somebody about', { helper: true }, { company: true }, 'sit-stay.10s', ['level']],
    ['with a dog about', { secondDog: true }, { company: true }, 'sit-stay.10s', ['level']],
    ['a place the coach does not mind', { placeId: 'yard' }, {}, 'sit-stay.30s', []],
    [
      'an easier rung in a new place',
      { rungId: 'sit-stay.5s', placeId: 'yard' },
      { rung: true, place: true },
      'sit-stay.5s',
      ['place'],
    ],
  ])('%s', (_, change, byHand, rungId, news) => {
    expect(pick(change, byHand)).toMatchObject({ rungId, news, refused: undefined, before: undefined })
  })

  it('company is a level of its own: a person two, a dog three, near four; where the rung asks for it, none', () => {
    expect(pick({ helper: true }, {}).level).toBe(2)
    expect(pick({ secondDog: true }, {}).level).toBe(3)
    expect(pick({ secondDog: true, near: true }, {}).level).toBe(4)
    expect(pick({ secondDog: true, level: 5 }, {}).level).toBe(5)
    expect(pick({ rungId: 'recall.two-people', helper: true }, {}).level).toBe(0)
    expect(pick({ rungId: 'settle.away', helper: true }, {}).level).toBe(0)
  })

  it('an untaught rung says what comes first, and one in hand nothing', () => {
    expect(pick({ rungId: 'sit-stay.60s' }, { rung: true }).before).toBe('45 s')
    expect(pick({ rungId: 'sit-stay.45s' }, { rung: true }).before).toBeUndefined()
    expect(pick({ rungId: 'recall.sniffing' }, { rung: true }, emptyDogState()).before).toBe('Attention signal')
  })

  it('what the coach would be refused for is refused: prerequisite, gate, floor; and what is not there', () => {
    expect(pick({ rungId: 'sit-stay.1s' }, { rung: true }, emptyDogState()).refused).toMatch(
      /^needs sit “Empty hand” mastered/,
    )
    expect(pick({ placeId: 'kitchen' }, { place: true }).refused).toBe('no sit-stay on a slippery floor')
    expect(pick({ rungId: 'recall.off-leash', placeId: 'yard', kit: 'none' }, { rung: true }).refused).toMatch(
      /^off leash needs/,
    )
    expect(pick({ rungId: 'heel.word', placeId: 'yard', kit: 'none' }, { kit: true }).refused).toMatch(
      /^off leash needs/,
    )
    expect(pick({ rungId: 'no.such' }, {}).refused).toBe('not in this curriculum')
  })

  it('whatever is chosen, what comes of it is no harder, of its run, and stands when chosen again', () => {
    const chance = seeded(12)
    const one = <T>(all: readonly T[]): T => all[Math.floor(chance() * all.length)] as T
    for (let i = 0; i < 400; i++) {
      const rungs = houseCurriculum.commands.flatMap((c) => c.runs.flatMap((r) => r.rungs))
      const change: Partial<Pick> = {
        rungId: one(rungs).id,
        placeId: one(['barn', 'yard', 'kitchen']),
        level: Math.floor(chance() * 6),
        kit: one(['1.8 m leash', 'harness', 'none']),
        leashHolder: one(['ada', 'ben']),
        helper: chance() < 0.3,
        secondDog: chance() < 0.3,
        near: chance() < 0.5,
      }
      const byHand = { place: chance() < 0.7, level: true, kit: true, hands: chance() < 0.7, company: true }
      const first = pick(change, byHand)
      const [from, to] = [change.rungId ?? '', first.rungId].map((id) => findRung(houseCurriculum, id))
      expect(to?.ladderKey).toBe(from?.ladderKey)
      expect(rungIndex(to?.ladder ?? { id: '', name: '', rungs: [] }, first.rungId)).toBeLessThanOrEqual(
        from?.index ?? -1,
      )
      expect(pick({ ...change, rungId: first.rungId }, byHand).rungId).toBe(first.rungId)
    }
  })

  it('a refresher is what was asked for as one', () => {
    const asked = { rungId: 'sit.word', purpose: 'refresh' } as const
    expect(purposeOf([asked], 'sit.word')).toBe('refresh')
    expect(purposeOf([asked], 'sit.from-down')).toBe('work')
    expect(purposeOf([{ ...asked, purpose: 'work' }, asked], 'sit.word')).toBe('work')
  })
})
