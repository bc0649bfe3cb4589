/**
 * What the owner was promised: a rung held at a distraction level, in so many recorded places, with so many people on
 * the leash.
 */
export interface OwnerPromise {
  readonly rungId: string
  /** Distraction-proofing level, 0–5. */
  readonly level: number
  readonly places: number
  readonly people: number
}

/** House: a promise is kept in three places with two people where nobody says otherwise. */
export const usualPromise = { places: 3, people: 2 } as const
