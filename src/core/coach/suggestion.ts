import type { Curriculum } from '../curriculum/types'
import type { DogState } from '../progress/state'
import type { Around, CoachedDog } from './allowed'

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
  readonly rungId: string
  readonly purpose: 'work' | 'refresh'
  readonly why: Why
  readonly level: number
  readonly kit: string
  /** Where and with whom; undefined when it does not matter. */
  readonly placeId: string | undefined
  readonly personId: string | undefined
  /** What of this is new to the dog, so that the relax rule made it easier. */
  readonly relaxed: boolean
  /** Share predicted to be left, of a refresher. */
  readonly kept: number | undefined
  /** The command promised for which this is worked; its own, or the one that waits for it. */
  readonly for: string
}

/** Something wanted that cannot be worked now: shut, with what opens it; or waiting for another day. */
export interface Held {
  readonly command: string
  readonly rungId: string
  readonly because: string
}

export interface Suggestions {
  /** Most pressing kind first: what slipped, refreshers, what is promised, foundation, onward. */
  readonly sets: readonly Suggestion[]
  readonly shut: readonly Held[]
  readonly waits: readonly Held[]
}

export interface Scene {
  readonly curriculum: Curriculum
  readonly state: DogState
  readonly dog: CoachedDog
  readonly around: Around
}

/** Either a set, or why there is none. */
export type Answer = { readonly set: Suggestion } | { readonly shut: Held } | { readonly waits: Held }
