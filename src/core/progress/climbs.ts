import type { RungPlaceInLadder } from '../curriculum/lookup'
import type { Run } from '../curriculum/types'
import type { Holds } from './gates'
import {
  emptyRunState,
  emptyTally,
  isHeldBy,
  talliesOf,
  topHeldBy,
  type DogState,
  type RungTally,
  type RunState,
} from './state'

/** A run as the fold holds it: its state, and the same tallies by number. */
export interface Climb {
  readonly run: Run
  readonly state: RunState
  readonly tallies: (RungTally | undefined)[]
  /** Number of the highest rung held, −1 when none is; undefined until it is asked for. */
  top: number | undefined
}

/** The runs of a state that is folded onto, each looked up once. All that lasts is in the state. */
export class Climbs {
  private readonly known = new Map<string, Climb>()

  constructor(private readonly state: DogState) {}

  /** The run as it is climbed; undefined when it was never worked. */
  of(place: RungPlaceInLadder): Climb | undefined {
    const known = this.known.get(place.runKey)
    if (known) return known
    const state = this.state.runs[place.runKey]
    return state && this.take(place, state)
  }

  /** The same, begun when it was never worked. */
  begun(place: RungPlaceInLadder): Climb {
    return this.of(place) ?? this.take(place, (this.state.runs[place.runKey] = emptyRunState()))
  }

  readonly holds: Holds = (place) => {
    const climb = this.of(place)
    return climb !== undefined && isHeldBy(climb.run, climb.tallies, place.index)
  }

  /** To be said when the ladder, or what was reached on it, became another. */
  clear(): void {
    this.known.clear()
  }

  private take({ run, runKey }: RungPlaceInLadder, state: RunState): Climb {
    const climb: Climb = { run, state, tallies: talliesOf(run, state), top: undefined }
    this.known.set(runKey, climb)
    return climb
  }
}

/** Number of the highest rung held, −1 when none is. */
export const topOf = (climb: Climb): number => (climb.top ??= topHeldBy(climb.run, climb.tallies))

/** The counts of a rung of this climb, begun when there are none. */
export function tallyOf(climb: Climb, index: number): RungTally {
  const known = climb.tallies[index]
  const id = climb.run.rungs[index]?.id
  if (known || id === undefined) return known ?? emptyTally()
  return (climb.tallies[index] = climb.state.tallies[id] = emptyTally())
}
