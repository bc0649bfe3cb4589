import { figures } from '../figures'
import { daysBetween } from '../days'
import type { PlaceKind, Rung } from '../curriculum/types'

/** Design choice: the longest hold asked of a dog under six months, seconds. */
export const longestYoungHold = figures.youngStay.value
/** Design choice: so many days count as first days; a young dog’s stays grow in duration only in them. */
export const firstDays = figures.firstDays.value

/** Places with a fence or walls round them; the lead trainer checks them, Kibou only knows the kind. */
export const enclosed: ReadonlySet<PlaceKind> = new Set(['room', 'corridor', 'yard'])

/** What of a dog's age its rungs are judged by on a day. */
export interface Age {
  /** Under six months on that day. */
  readonly young: boolean
  readonly arrivesOn: string
}

/**
 * Why a rung is too early for a dog of this age on this day, in a place of this kind; undefined when it is not. Common
 * practice: under six months stays grow in duration only in week one, while targets, walks away from the tether and
 * calls over a room go on; no long holds, hiding games only in enclosed places.
 */
export function belowAgeBecause(
  rung: Rung,
  age: Age,
  day: string,
  placeKind: PlaceKind | undefined,
): string | undefined {
  if (!age.young) return undefined
  if (rung.kind === 'timed' && rung.axis === 'distance' && daysBetween(age.arrivesOn, day) <= firstDays)
    return 'a young dog’s stays grow in duration only in the first week'
  if (rung.kind === 'timed' && (rung.criterion.seconds ?? 0) > longestYoungHold) return 'no long holds under six months'
  if (rung.hides === true && placeKind !== undefined && !enclosed.has(placeKind))
    return 'hiding games under six months only in enclosed places'
  return undefined
}
