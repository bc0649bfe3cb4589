import { isSlippery, type Floor } from '../curriculum/grip'
import { allNeeds, findRung, gateOf, type RungPlaceInLadder } from '../curriculum/lookup'
import type { Curriculum, PlaceKind, Rung } from '../curriculum/types'
import { enclosed } from '../dog/ageLimits'
import { usualPromise, type OwnerPromise } from '../promise/ownerPromise'
import type { RungId } from '../ids'

/** What a house has to keep promises with. */
export interface HouseGround {
  readonly places: readonly (Floor & { readonly kind: PlaceKind })[]
  /** How many may hold a leash in training. */
  readonly people: number
}

const placeWords: Readonly<Record<PlaceKind, string>> = {
  room: 'a room',
  corridor: 'a corridor',
  yard: 'a fenced yard',
  open: 'open ground',
  street: 'a street',
  square: 'a shop front or square',
}

/** Places of this house in which a rung can count. */
const placesFor = (house: HouseGround, at: Pick<RungPlaceInLadder, 'rung' | 'command'>): number =>
  house.places.filter(
    (p) =>
      (at.rung.criterion.place === undefined || p.kind === at.rung.criterion.place) &&
      (at.rung.gate === undefined || enclosed.has(p.kind)) &&
      !(at.command.grip === true && isSlippery(p)),
  ).length

const kindOf = (at: Pick<RungPlaceInLadder, 'rung' | 'command'>): string =>
  at.rung.criterion.place !== undefined
    ? placeWords[at.rung.criterion.place]
    : at.rung.gate !== undefined
      ? 'a secure enclosure'
      : at.command.grip === true
        ? 'a floor that does not slip'
        : 'a location'

/** In how many places a rung can be promised here. */
export const mostPlaces = (curriculum: Curriculum, rungId: RungId, house: HouseGround): number => {
  const at = findRung(curriculum, rungId)
  return at ? placesFor(house, at) : 0
}

/** What a promise has here where nobody says otherwise: the usual, or as much as there is. */
export const usualIn = (house: HouseGround, places = house.places.length): Pick<OwnerPromise, 'places' | 'people'> => ({
  places: Math.max(1, Math.min(usualPromise.places, places)),
  people: Math.max(1, Math.min(usualPromise.people, house.people)),
})

export const noSuchRung = 'That rung is not in this dog’s curriculum.'

/**
 * Why a promise can never be met in this house, by what it lacks: a rung that the dog’s ladder does not have, people,
 * places of the kind, or a place that something on the way counts in. Undefined when it can be met.
 */
export function whyNotPossible(
  curriculum: Curriculum,
  promise: OwnerPromise,
  house: HouseGround,
): { readonly field: 'rung' | 'places' | 'people'; readonly why: string } | undefined {
  const at = findRung(curriculum, promise.rungId)
  if (!at) return { field: 'rung', why: noSuchRung }
  if (promise.people > house.people)
    return {
      field: 'people',
      why:
        `${promise.people} handlers are promised, and ` +
        `${house.people === 1 ? 'one works' : `${house.people} work`} here.`,
    }
  const missing = onTheWay(curriculum, at).find((step) => placesFor(house, step) === 0)
  if (missing)
    return {
      field: 'rung',
      why:
        `${missing.command.name} “${missing.rung.name}” counts only in ${kindOf(missing)}, ` +
        'and this kennel has none.',
    }
  const places = placesFor(house, at)
  if (promise.places > places)
    return {
      field: 'places',
      why: `${promise.places} locations are promised; “${at.rung.name}” can be worked in ${places} here.`,
    }
  return undefined
}

/** Every rung that must be passed or held before this one, and itself. */
function onTheWay(curriculum: Curriculum, target: RungPlaceInLadder): readonly RungPlaceInLadder[] {
  const found = new Map<string, RungPlaceInLadder>()
  const visit = (at: RungPlaceInLadder): void => {
    at.ladder.rungs.slice(0, at.index + 1).forEach((rung: Rung, index) => {
      if (found.has(rung.id)) return
      found.set(rung.id, { ...at, rung, index })
      const call = gateOf(curriculum, rung)?.call
      for (const id of [...allNeeds(curriculum, rung), ...(call === undefined ? [] : [call])]) {
        const need = findRung(curriculum, id)
        if (need) visit(need)
      }
    })
  }
  visit(target)
  return [...found.values()]
}
