import { figures } from '../figures'
import type { RungId } from '../ids'

/**
 * What the owner was promised: a rung held at a distraction level, in so many recorded places, with so many people on
 * the leash.
 */
export interface OwnerPromise {
  readonly rungId: RungId
  /** Distraction-proofing level, 0–5. */
  readonly level: number
  readonly places: number
  readonly people: number
}

/** Design choice: a promise is kept in three places with two people where nobody says otherwise. */
export const usualPromise = { places: figures.usualPlaces.value, people: figures.usualPeople.value } as const
