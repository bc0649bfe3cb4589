import type { RungPlaceInLadder } from '../curriculum/lookup'
import type { Ladder } from '../curriculum/types'
import type { Holds } from './gates'
import {
  emptyLadderState,
  emptyTally,
  isMasteredBy,
  talliesOf,
  topMasteredBy,
  type DogState,
  type RungTally,
  type LadderState,
} from './state'

/** A run as the fold holds it: its state, and the same tallies by number. */
export interface LadderProgress {
  readonly ladder: Ladder
  readonly state: LadderState
  readonly tallies: (RungTally | undefined)[]
  /** Number of the highest rung held, −1 when none is; undefined until it is asked for. */
  top: number | undefined
}

/** The runs of a state that is folded onto, each looked up once. All that lasts is in the state. */
export class LadderProgresses {
  private readonly known = new Map<string, LadderProgress>()

  constructor(private readonly state: DogState) {}

  /** The run as it is climbed; undefined when it was never worked. */
  of(place: RungPlaceInLadder): LadderProgress | undefined {
    const known = this.known.get(place.ladderKey)
    if (known) return known
    const state = this.state.runs[place.ladderKey]
    return state && this.take(place, state)
  }

  /** The progress on a ladder, begun where it was never worked. */
  begun(place: RungPlaceInLadder): LadderProgress {
    return this.of(place) ?? this.take(place, (this.state.runs[place.ladderKey] = emptyLadderState()))
  }

  readonly holds: Holds = (place) => {
    const progress = this.of(place)
    return progress !== undefined && isMasteredBy(progress.ladder, progress.tallies, place.index)
  }

  /** To be said when the ladder, or what was reached on it, became another. */
  clear(): void {
    this.known.clear()
  }

  private take({ ladder, ladderKey }: RungPlaceInLadder, state: LadderState): LadderProgress {
    const progress: LadderProgress = { ladder, state, tallies: talliesOf(ladder, state), top: undefined }
    this.known.set(ladderKey, progress)
    return progress
  }
}

/** Number of the highest rung held, −1 when none is. */
export const topOf = (progress: LadderProgress): number =>
  (progress.top ??= topMasteredBy(progress.ladder, progress.tallies))

/** The counts of a rung of this climb, begun when there are none. */
export function tallyOf(progress: LadderProgress, index: number): RungTally {
  const known = progress.tallies[index]
  const id = progress.ladder.rungs[index]?.id
  if (known || id === undefined) return known ?? emptyTally()
  return (progress.tallies[index] = progress.state.tallies[id] = emptyTally())
}
