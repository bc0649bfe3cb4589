import { describe, expect, it } from 'vitest'
import { houseCurriculum } from '../curriculum/house'
import { allRungs, ownRung, type RungPlaceInLadder } from '../curriculum/lookup'
import { plainDog, type DogTraits } from '../dog/traits'
import { defaultMethod } from '../method/method'
import { houseForgetting } from '../progress/retention'
import { emptyDogState } from '../progress/state'
import { dayName, monday, msPerDay, passTo, setsFrom, work } from '../tests/facts'
import { isYoung, refusedBecause, teachingLevel, type TrainingLocation, type WorkingConditions } from './allowed'
import { startsOf } from './starts'
import { contextsOf, fitting, knownContext, mostDays, noPlace, placeFor, spreads, teachingPlaces } from './where'

const barn: TrainingLocation = { id: 'barn', kind: 'room' }
const yard: TrainingLocation = { id: 'yard', kind: 'yard' }
const square: TrainingLocation = { id: 'square', kind: 'square' }
const leash = '1.8 m leash'

const conditions = (more: Partial<WorkingConditions> = {}): WorkingConditions => ({
  now: monday + 20 * msPerDay,
  today: dayName(20),
  places: [barn, yard, square],
  people: ['ada', 'ben'],
  method: defaultMethod,
  forgetting: houseForgetting,
  ...more,
})
const at = (id: string): RungPlaceInLadder => {
  const found = ownRung(houseCurriculum, id)
  if (!found) throw new Error(id)
  return found
}
const rising = work(houseCurriculum, [...passTo(houseCurriculum, 'sit-stay.10s')]).state

function refused(
  id: string,
  {
    place = barn,
    level = 0,
    kit = leash,
    traits = {},
    state = rising,
    arrivesOn = dayName(0),
    ...more
  }: Partial<WorkingConditions> & {
    place?: TrainingLocation
    level?: number
    kit?: string
    traits?: Partial<DogTraits>
    state?: typeof rising
    arrivesOn?: string
  } = {},
) {
  const dog = { traits: { ...plainDog, ...traits }, arrivesOn }
  return refusedBecause(houseCurriculum, state, at(id), { place, level, kit }, dog, conditions(more))
}

describe('a set is not to be worked', () => {
  it('where nothing speaks against it, it is', () => {
    expect(refused('sit-stay.10s')).toBeUndefined()
    expect(refused('sit-stay.10s', { place: yard, weather: { temperatureC: 20, humidity: 50 } })).toBeUndefined()
  })

  it('by a dog too young for it, on the day that is asked about', () => {
    const born = (days: number) => ({ bornOn: dayName(20 - days) })
    expect(refused('sit-stay.60s', { traits: born(100) })).toBe('no long holds under six months')
    expect(refused('sit-stay.step', { traits: born(100), arrivesOn: dayName(15) })).toBe(
      'a young dog’s stays grow in duration only in the first week',
    )
    const young = [181, 182].map((days) => isYoung({ ...plainDog, ...born(days) }, dayName(20)))
    expect([...young, isYoung(plainDog, dayName(20))]).toEqual([true, false, false])
  })

  it('before what it needs', () => {
    const needing = allRungs(houseCurriculum).find((r) => r.needs.length > 0 && r.gate === undefined)
    const gated = allRungs(houseCurriculum).find((r) => r.gate !== undefined)
    if (!needing || !gated) throw new Error('no such rung')
    const at = (id: string) => refused(id, { place: yard, kit: 'long line', state: emptyDogState() })
    expect(at(needing.id)).toMatch(/\S/)
    expect(at(gated.id)).toMatch(/\S/)
  })

  it('on a leash that does not reach', () => {
    const far = allRungs(houseCurriculum).find((r) => r.id === 'sit-stay.10m-15s')
    expect(far?.criterion.metres).toBe(10)
    const there = work(houseCurriculum, [...passTo(houseCurriculum, 'sit-stay.10m-15s')]).state
    expect(refused('sit-stay.10m-15s', { state: there })).toBe('a 1.8 m leash does not reach 10 m: use a long line')
    expect(refused('sit-stay.10m-15s', { state: there, kit: 'long line' })).toBeUndefined()
  })

  it('on a floor that slides, where feet have to hold (common practice)', () => {
    const tiles = { ...barn, surface: 'tiles' }
    expect(refused('sit-stay.10s', { place: tiles })).toBe('no sit-stay on a slippery floor')
    expect(refused('watch.food-hand', { place: tiles })).toBeUndefined()
  })

  it('outdoors in the heat, and where a dog works that it may not meet', () => {
    const hot = { weather: { temperatureC: 35, humidity: 60 } }
    const said = 'too hot outdoors for this dog now'
    expect(refused('sit-stay.10s', { place: yard, ...hot })).toBe(said)
    expect(refused('sit-stay.10s', { place: square, ...hot })).toBe(said)
    expect(refused('sit-stay.10s', { place: barn, ...hot })).toBeUndefined()
    expect(refused('sit-stay.10s', { place: { ...yard, indoors: true }, ...hot })).toBeUndefined()
    expect(refused('sit-stay.10s', { place: { ...barn, indoors: false }, ...hot })).toBe(said)
    const warm = { place: yard, weather: { temperatureC: 29, humidity: 40 } }
    expect([refused('sit-stay.10s', warm), refused('sit-stay.10s', { ...warm, traits: { flat: true } })]).toEqual([
      undefined,
      said,
    ])
    const barred = new Map([['barn', 'Mallet works there']])
    expect(refused('sit-stay.10s', { barred })).toBe('Mallet works there')
    expect(refused('sit-stay.10s', { barred, place: yard })).toBeUndefined()
  })
})

describe('where a rung is worked', () => {
  const dog = { traits: plainDog, arrivesOn: dayName(0) }
  const input = (state = rising, more: Partial<WorkingConditions> = {}) => ({
    curriculum: houseCurriculum,
    state,
    dog,
    conditions: conditions(more),
  })
  const ids = (places: readonly TrainingLocation[]) => places.map((p) => p.id)
  const loose = allRungs(houseCurriculum).find((r) => r.gate !== undefined && r.criterion.place === undefined)
  const bound = allRungs(houseCurriculum).find((r) => r.criterion.place === 'street')

  it('in any place of its kind; loose only inside a fence, the yard first', () => {
    expect(ids(fitting(input(), at('sit.rear')))).toEqual(['barn', 'yard', 'square'])
    if (!loose || !bound) throw new Error('no such rung')
    expect(ids(fitting(input(), at(loose.id)))).toEqual(['yard', 'barn'])
    expect(ids(fitting(input(), at(bound.id)))).toEqual([])
    expect([noPlace(at(loose.id)), noPlace(at(bound.id)), noPlace(at('sit.rear'))]).toEqual([
      'no secure enclosure here',
      'no street here',
      'no place here',
    ])
  })

  it('in the first place, or the one least worked in, as the house’s school has it', () => {
    const begun = at('sit-stay.15s')
    const school = (value: 'once-held' | 'works' | 'at-once') => ({ method: { ...defaultMethod, generalise: value } })
    expect(spreads(input(rising, school('at-once')), begun)).toBe(true)
    expect(spreads(input(emptyDogState(), school('at-once')), at('sit.rear'))).toBe(true)
    expect(spreads(input(rising, school('works')), begun)).toBe(true)
    expect(spreads(input(emptyDogState(), school('works')), begun)).toBe(false)
    expect(spreads(input(rising, school('works')), at('sit-stay.1s'))).toBe(false)
    expect(spreads(input(rising, school('once-held')), begun)).toBe(false)
    if (loose) expect(spreads(input(rising, school('at-once')), at(loose.id))).toBe(false)
    expect(ids(teachingPlaces(input(rising, school('at-once')), at('sit-stay.10s')))).toEqual([
      'yard',
      'square',
      'barn',
    ])
    expect(ids(teachingPlaces(input(rising, school('once-held')), at('sit-stay.10s')))).toEqual([
      'barn',
      'yard',
      'square',
    ])
  })

  const held = work(houseCurriculum, [
    ...passTo(houseCurriculum, 'sit.word', 0),
    ...passTo(houseCurriculum, 'sit.word', 1),
    { rung: 'sit.word', reps: 'C '.repeat(10), day: 2, place: 'yard', placeKind: 'yard', by: 'ben' },
    { rung: 'sit.word', reps: 'C '.repeat(10), day: 3, place: 'yard', placeKind: 'yard', by: 'ben' },
  ]).state

  it('where and with whom it was met most, and says what is new elsewhere', () => {
    const contexts = contextsOf(input(held), at('sit.word'), [leash])
    expect(contexts).toHaveLength(6)
    expect(contexts.map((c) => [c.place.id, c.personId, c.kit, c.open > 0])).toMatchInlineSnapshot(`
      [
        [
          "yard",
          "ben",
          "1.8 m leash",
          false,
        ],
        [
          "yard",
          "ada",
          "1.8 m leash",
          true,
        ],
        [
          "barn",
          "ben",
          "1.8 m leash",
          true,
        ],
        [
          "barn",
          "ada",
          "1.8 m leash",
          true,
        ],
        [
          "square",
          "ben",
          "1.8 m leash",
          true,
        ],
        [
          "square",
          "ada",
          "1.8 m leash",
          true,
        ],
      ]
    `)
    expect(contextsOf(input(emptyDogState()), at('sit.word'), [leash])).toEqual([])
    expect(contextsOf(input(held, { people: [] }), at('sit.word'), [leash, 'long line'])).toHaveLength(6)
    expect(contextsOf(input(held, { people: [] }), at('sit.word'), [leash])[0]?.personId).toBeUndefined()
    expect(
      mostDays(
        [
          { id: 'a', days: ['1'] },
          { id: 'b', days: ['1', '2'] },
          { id: 'c', days: ['1', '2', '3'] },
        ] as never,
        ['a', 'b'],
      ),
    ).toEqual(['b', 'a'])
  })

  it('where it is known, unless something speaks against that place; else the first that is left', () => {
    const place = (state = held, more: Partial<WorkingConditions> = {}) =>
      placeFor(houseCurriculum, state, dog, conditions(more), at('sit.word'), leash)
    const first = knownContext(input(held), at('sit.word'), leash)
    expect(first).toBeDefined()
    expect(place()).toEqual(first)
    const barred = new Map([[first?.placeId ?? '', 'taken']])
    expect(knownContext(input(held, { barred }), at('sit.word'), leash)?.placeId).not.toBe(first?.placeId)
    const all = new Map(['barn', 'yard', 'square'].map((id) => [id, 'taken']))
    expect([place(held, { barred: all }), knownContext(input(held, { barred: all }), at('sit.word'), leash)]).toEqual([
      undefined,
      undefined,
    ])
    const unknown = work(houseCurriculum, passTo(houseCurriculum, 'sit.word')).state
    expect(place(unknown, { barred: new Map([['barn', 'taken']]) })).toEqual({
      placeId: 'yard',
      personId: undefined,
    })
  })
})

describe('how something new is taught', () => {
  it('at level 0, or 1 where the house teaches busy or distracted from the start', () => {
    const level = (method: Readonly<Record<string, string>>, id: string) =>
      teachingLevel({ ...defaultMethod, ...method }, at(id).rung)
    expect([level({}, 'sit-stay.10s'), level({}, 'sit.rear')]).toEqual([0, 0])
    expect([
      level({ ds: 'distraction-first' }, 'sit-stay.10s'),
      level({ ds: 'distraction-first' }, 'sit.rear'),
    ]).toEqual([1, 1])
    const busy = { 'handler-in-stay': 'busy-from-start' }
    expect([level(busy, 'sit-stay.10s'), level(busy, 'sit.rear')]).toEqual([1, 0])
  })
})

describe('how a rung went from where it was begun', () => {
  it('counts reps of this rung, by the start that somebody noted', () => {
    const sets = setsFrom([
      { rung: 'down.lure-sit', reps: 'C C M' },
      { rung: 'down.lure-sit', reps: 'C M' },
      { rung: 'sit.rear', reps: 'C' },
      { rung: 'down.lure-sit', reps: 'C' },
      { rung: 'down.lure-sit', reps: 'C' },
    ]).map((set, i) => ({ ...set, startPosition: (['sit', 'sit', 'sit', 'stand'] as const)[i] ?? null }))
    expect(startsOf(at('down.lure-sit').rung, sets)).toEqual({
      sit: { clean: 3, reps: 5 },
      stand: { clean: 1, reps: 1 },
    })
    expect(startsOf(at('down.lure-sit').rung, [])).toEqual({})
  })
})
