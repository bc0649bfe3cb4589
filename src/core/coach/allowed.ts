import { metresOff, reaches } from '../curriculum/reach'
import { isSlippery, type Floor } from '../curriculum/grip'
import { heatFor } from '../dog/heat'
import type { RungPlaceInLadder } from '../curriculum/lookup'
import type { Curriculum, PlaceKind, Rung } from '../curriculum/types'
import { belowAgeBecause } from '../dog/ageLimits'
import { youngUntilDays, type DogTraits } from '../dog/traits'
import { daysBetween } from '../days'
import { chosen, type Method } from '../method/method'
import { lockedReason } from '../progress/gates'
import type { Forgetting } from '../progress/retention'
import type { DogState } from '../progress/state'
import type { EpochMs } from '../epochMs'

/** A place to work in, as far as a suggestion must know it. */
export interface TrainingLocation extends Floor {
  readonly id: string
  readonly kind: PlaceKind
  readonly indoors?: boolean
}

/** Where the kennel can work, with whom, and under which method. */
export interface WorkingConditions {
  readonly now: EpochMs
  readonly today: string
  /** Places in the house's order; the first is where things are taught. */
  readonly places: readonly TrainingLocation[]
  readonly people: readonly string[]
  readonly method: Method
  readonly forgetting: Forgetting
  /** Places in which this dog is not to be now, with the reason: a dog it may not meet works there. */
  readonly barred?: ReadonlyMap<string, string>
  /** What somebody read outdoors. */
  readonly weather?: { readonly temperatureC: number; readonly humidity: number | null }
}

/** What of a dog a suggestion must know. */
export interface CoachedDog {
  readonly traits: DogTraits
  readonly arrivesOn: string
}

const outdoors: ReadonlySet<PlaceKind> = new Set(['yard', 'open', 'street', 'square'])
const isIndoors = (ground: TrainingLocation): boolean => ground.indoors ?? !outdoors.has(ground.kind)

export const isYoung = (traits: DogTraits, day: string): boolean =>
  traits.bornOn !== null && daysBetween(traits.bornOn, day) < youngUntilDays

/**
 * Why this very set is not to be worked: prerequisite, gate, kind of place, age, floor, heat, or a dog it may not meet;
 * undefined when nothing speaks against it. Every suggestion is asked this, and nothing else decides.
 */
export function refusedBecause(
  curriculum: Curriculum,
  state: DogState,
  at: RungPlaceInLadder,
  where: { readonly place: TrainingLocation; readonly level: number; readonly kit: string },
  dog: CoachedDog,
  conditions: WorkingConditions,
): string | undefined {
  const { place, level, kit } = where
  return (
    belowAgeBecause(
      at.rung,
      { young: isYoung(dog.traits, conditions.today), arrivesOn: dog.arrivesOn },
      conditions.today,
      place.kind,
    ) ??
    lockedReason(state, curriculum, at.rung, { placeId: place.id, placeKind: place.kind, level, kit }) ??
    kitRefuses(kit, at.rung) ??
    groundRefuses(at.command.grip === true, place, dog, conditions)
  )
}

/** A leash that cannot be on the dog at that distance. */
const kitRefuses = (kit: string, rung: Rung): string | undefined =>
  reaches(kit, rung) ? undefined : `a ${kit} does not reach ${metresOff(rung)} m: use a long line`

/** What of the place itself speaks against it now. */
function groundRefuses(
  needsGrip: boolean,
  place: TrainingLocation,
  dog: CoachedDog,
  conditions: WorkingConditions,
): string | undefined {
  // Common practice: no sit-stay where the feet slide.
  if (needsGrip && isSlippery(place)) return 'no sit-stay on a slippery floor'
  const { weather } = conditions
  if (
    weather &&
    heatFor(weather.temperatureC, weather.humidity, isIndoors(place), dog.traits, conditions.today)?.say === 'stop'
  )
    return 'too hot outdoors for this dog now'
  return conditions.barred?.get(place.id)
}

/**
 * Design choice: the level at which something new is taught: 0, or 1 where the house teaches busy or distracted from
 * the start.
 */
export function teachingLevel(method: Method, rung: Rung): number {
  if (chosen(method, 'ds') === 'distraction-first') return 1
  return chosen(method, 'handler-in-stay') === 'busy-from-start' && rung.kind === 'timed' ? 1 : 0
}
