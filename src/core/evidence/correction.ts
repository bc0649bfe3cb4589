import { outcomeOfLetter, outcomes, type Outcome } from '../facts/fact'
import type { PlaceId, RungId, SetId } from '../ids'

/** A rep of a set that is being corrected. */
export interface CorrectedRep {
  /** The number of the rep it was; null for one that was not recorded. */
  readonly was: number | null
  readonly outcome: Outcome
}

/** Day and clock time in the house’s zone, `YYYY-MM-DD` and `HH:MM`. */
export interface Begun {
  readonly day: string
  readonly at: string
}

/** What is said of a set beside its reps. */
export interface SetSaid {
  readonly rungId: RungId
  readonly placeId: PlaceId
  readonly leashHolder: string
  readonly level: string
  readonly kit: string
  readonly begins: Begun
  readonly reason: string
}

/** A set as it is being corrected. */
export interface Correction extends SetSaid {
  readonly reps: readonly CorrectedRep[]
}

/** A set as the log has it; outcomes by their letters. */
export interface RecordedSet {
  readonly id: SetId
  readonly outcomes: string
  readonly rungId: RungId
  readonly placeId: PlaceId
  readonly leashHolder: string
  readonly level: number
  readonly kit: string
}

/** Design choice: no set is longer. */
export const mostReps = 60

export const beginCorrection = (set: RecordedSet, begins: Begun): Correction => ({
  reps: [...set.outcomes].flatMap((letter, was) => {
    const outcome = outcomeOfLetter[letter]
    return outcome ? [{ was, outcome }] : []
  }),
  rungId: set.rungId,
  placeId: set.placeId,
  leashHolder: set.leashHolder,
  level: String(set.level),
  kit: set.kit,
  begins,
  reason: '',
})

export type CorrectionAction =
  | { readonly do: 'turn rep'; readonly at: number }
  | { readonly do: 'add rep' | 'drop rep' }
  | { readonly do: 'say'; readonly of: Partial<SetSaid> }

export function reduceCorrection(state: Correction, action: CorrectionAction): Correction {
  const { reps } = state
  switch (action.do) {
    case 'turn rep':
      return { ...state, reps: reps.map((r, n) => (n === action.at ? { ...r, outcome: after(r.outcome) } : r)) }
    case 'add rep':
      return reps.length < mostReps ? { ...state, reps: [...reps, { was: null, outcome: 'clean' }] } : state
    case 'drop rep':
      return { ...state, reps: reps.slice(0, -1) }
    case 'say':
      return { ...state, ...action.of }
  }
}

/** The outcome that a press on a rep turns it to. */
const after = (outcome: Outcome): Outcome => outcomes[(outcomes.indexOf(outcome) + 1) % outcomes.length] ?? outcome

/**
 * A correction as it is sent: the rung and the beginning only where they are others, as either asks for more to be
 * checked. `dog`: the one it was, where it was another one.
 */
export function sentCorrection(set: RecordedSet, begun: Begun, now: Correction, dog?: string) {
  const { reps, rungId, begins, reason, ...said } = now
  return {
    ...said,
    setId: set.id,
    reason: dog !== undefined && reason === '' ? 'wrong dog' : reason,
    outcomes: reps.map((r) => r.outcome),
    from: reps.map((r) => r.was),
    ...(rungId === set.rungId ? {} : { rungId }),
    ...(begins.day === begun.day && begins.at === begun.at ? {} : { begins }),
    ...(dog === undefined ? {} : { residencyId: dog }),
  }
}
