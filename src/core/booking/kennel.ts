import { figures } from '../figures'
import type { PersonId, PlaceId, ResidencyId } from '../ids'

/** Half hours of a day: the ruler that demonstrations and rehearsals are laid along. */
export const halvesOfDay = 48
export const minutesOfHalf = 30

/** A half hour of the weeks to come: the day’s number times `halvesOfDay`, and the half hour of that day. */
export type Half = number

export const dayOf = (half: Half): number => Math.floor(half / halvesOfDay)

/** Somebody who shows dogs, and the half hours in which nothing else is asked of them. */
export interface Trainer {
  readonly id: PersonId
  readonly free: ReadonlySet<Half>
  /** Demonstrations that they give already, by day. */
  readonly shows: ReadonlyMap<number, number>
}

/** Somewhere to show a dog. */
export interface Ground {
  readonly id: PlaceId
  readonly outdoors: boolean
  /** So many demonstrations it still takes in a half hour; none where it is shut, or dark. */
  readonly room: (half: Half) => number
}

/** Where and when a dog is shown, and by whom. */
export interface Hour {
  readonly from: Half
  readonly trainer: PersonId
  readonly ground: PlaceId
}

/** A time that an owner can come, of which every half hour is theirs. */
export interface OwnerTime {
  readonly from: Half
  readonly to: Half
  /** How gladly: 0 for the best. */
  readonly rank: number
}

export interface DogToShow {
  readonly residencyId: ResidencyId
  /** The chance to be ready by each day from the first on, 0–1, never falling. */
  readonly chanceBy: readonly number[]
  /** Whose dog it is. */
  readonly trainer: PersonId | undefined
  /** The number of the day it goes home. */
  readonly home: number
  /** Rehearsed the day before; somebody else’s hands where wanted. */
  readonly rehearsal: 'none' | 'any' | 'second hand'
}

/** Whoever comes once: an owner with the dogs that are shown to them, one after the other. */
export interface Visit {
  readonly id: string
  readonly dogs: readonly DogToShow[]
  readonly times: readonly OwnerTime[]
  /** What stands already: rewarded where it is kept, and not to be touched at all where it is pinned. */
  readonly stands?: (Hour & { readonly pinned: boolean }) | undefined
}

/** What a time is worth, in points; a house may have its own. */
export interface Worth {
  readonly chance: number
  readonly waiting: number
  readonly risk: number
  readonly otherTrainer: number
  readonly rank: number
  readonly rain: number
  readonly late: number
  readonly noSlack: number
  readonly noRehearsal: number
  readonly keptTime: number
  readonly keptTrainer: number
  readonly keptGround: number
}

export interface Kennel {
  readonly days: number
  /** Nothing begins before this half hour. */
  readonly notBefore: Half
  readonly trainers: readonly Trainer[]
  readonly grounds: readonly Ground[]
  readonly visits: readonly Visit[]
  readonly worth: Worth
  /** A demonstration is offered from this chance on; from the second where no day reaches the first. */
  readonly floor: { readonly usual: number; readonly least: number }
  readonly perTrainerAndDay: number
  /** The chance of rain on a day, 0–1; nothing where nobody knows. */
  readonly rain: readonly number[]
}

/** Half hours that a visit takes: as a handoff does, and one more for each further dog. */
export const lengthOf = (visit: Pick<Visit, 'dogs'>): number =>
  Math.ceil(figures.handoffMinutes.value / minutesOfHalf) + visit.dogs.length - 1

/** Demonstrations that it counts for, where a day has so many: one of more dogs is a day of its own. */
export const countOf = (visit: Pick<Visit, 'dogs'>, most: number): number => Math.min(visit.dogs.length, most)
