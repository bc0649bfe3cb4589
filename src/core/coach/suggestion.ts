import type { Curriculum } from '../curriculum/types'
import type { DogState } from '../progress/state'
import type { WorkingConditions, CoachedDog } from './allowed'
import type { PersonId, PlaceId, RungId } from '../ids'

/** `gate`: the recall on leash that a gate waits for, in its place. */
export type Why =
  | 'gate'
  | 'climb'
  | 'climb-back'
  | 'rebuild'
  | 'second-day'
  | 'level'
  | 'new-place'
  | 'new-hands'
  | 'onward'
  | 'refresher'
  | 'foundation'
  | 'mark-first'

export interface Suggestion {
  readonly command: string
  readonly rungId: RungId
  readonly purpose: 'work' | 'refresh'
  readonly why: Why
  readonly level: number
  readonly kit: string
  /** Where and with whom; undefined when it does not matter. */
  readonly placeId: PlaceId | undefined
  readonly personId: PersonId | undefined
  /** What of this is new to the dog, so that the relax rule made it easier. */
  readonly relaxed: boolean
  /** Share predicted to be left, of a refresher. */
  readonly kept: number | undefined
  /** The command promised for which this is worked; its own, or the one that waits for it. */
  readonly for: string
}

/** Something wanted that cannot be worked now: shut, with what opens it; or waiting for another day. */
export interface UnavailableSet {
  readonly command: string
  readonly rungId: RungId
  readonly because: string
}

export interface Suggestions {
  /** Most pressing kind first: what slipped, refreshers, what is promised, foundation, onward. */
  readonly sets: readonly Suggestion[]
  readonly shut: readonly UnavailableSet[]
  readonly waits: readonly UnavailableSet[]
}

export interface SuggestInput {
  readonly curriculum: Curriculum
  readonly state: DogState
  readonly dog: CoachedDog
  readonly conditions: WorkingConditions
}

/** Either a set, or why there is none. */
export type Answer =
  { readonly set: Suggestion } | { readonly shut: UnavailableSet } | { readonly waits: UnavailableSet }
