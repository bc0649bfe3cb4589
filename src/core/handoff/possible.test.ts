import { describe, expect, it } from 'vitest'
import { houseCurriculum } from '../curriculum/house'
import { allRungs } from '../curriculum/lookup'
import { housePlaces } from '../tests/loop/live'
import { whyNotPossible, type HouseGround } from './possible'
import type { RungId } from '../ids'

const whole: HouseGround = { places: housePlaces, people: 2 }
const why = (rungId: RungId, house: HouseGround, more: { level?: number; places?: number; people?: number } = {}) =>
  whyNotPossible(houseCurriculum, { rungId, level: 0, places: 1, people: 1, ...more }, house)

describe('a promise that can never be met in this house is refused when it is made, naming why', () => {
  it('a house with every kind of place and two people can promise every rung once', () => {
    for (const rung of allRungs(houseCurriculum)) expect([rung.id, why(rung.id, whole)]).toEqual([rung.id, undefined])
  })

  it.each<[string, string, HouseGround, object, string, RegExp]>([
    [
      'one person',
      'sit.word',
      { ...whole, people: 1 },
      { people: 2 },
      'people',
      /2 handlers are promised, and one works here/,
    ],
    [
      'no street',
      'down.street',
      { places: housePlaces.filter((p) => p.kind !== 'street'), people: 2 },
      {},
      'rung',
      /Down “Street” counts only in a street, and this kennel has none/,
    ],
    [
      'no yard on the way to the café',
      'down.cafe',
      { places: housePlaces.filter((p) => p.kind !== 'yard'), people: 2 },
      {},
      'rung',
      /“Yard” counts only in a fenced yard/,
    ],
    [
      'two places of one kind',
      'down.cafe',
      whole,
      { places: 2 },
      'places',
      /2 locations are promised; “Café” can be worked in 1 here/,
    ],
    ['no location at all', 'sit.word', { places: [], people: 2 }, {}, 'rung', /counts only in a location, and/],
    [
      'no enclosure',
      'recall.off-leash',
      { places: [{ kind: 'open' }, { kind: 'street' }], people: 2 },
      {},
      'rung',
      /secure enclosure/,
    ],
    [
      'slippery floors everywhere',
      'sit-stay.5s',
      { places: [{ kind: 'room', surface: 'slippery tiles' }], people: 1 },
      {},
      'rung',
      /floor that does not slip/,
    ],
    [
      'and for what needs a sit-stay first',
      'down-distance.1m',
      { places: [{ kind: 'room', surface: 'wet tiles' }], people: 1 },
      {},
      'rung',
      /floor that does not slip/,
    ],
    ['more places than there are', 'sit.word', whole, { places: 7 }, 'places', /7 locations are promised/],
    ['a rung that is not there', 'sit.upside-down', whole, {}, 'rung', /not in this dog’s curriculum/],
  ])('%s', (_, rungId, house, more, field, reason) => {
    expect(why(rungId, house, more)).toEqual({ field, why: expect.stringMatching(reason) })
  })
})
