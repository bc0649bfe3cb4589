import type { RungPlaceInLadder } from '../curriculum/lookup'
import type { RepFact, SetContext } from '../facts/fact'
import type { Results } from '../rule/results'
import type { Asks } from '../rule/rule'
import type { LadderProgress, LadderProgresses } from './ladderProgress'
import type { ContextStatus } from './contextStatus'
import type { RetentionTest } from './retention'
import type { Regime } from './regime'
import type { DogState, RungTally } from './state'

/** Called at the end of each refresher at what is held, with the half-life's history before it. */
export type OnRefresher = (ladderKey: string, before: readonly RetentionTest[], test: RetentionTest) => void

/** What is known of a set while its reps are folded. */
export interface Progress {
  reps: number
  clean: number
  /**
   * The rules that what follows was looked up under; undefined for a set taken up again, which looks it up at its next
   * rep.
   */
  regime: Regime | undefined
  found: RungPlaceInLadder | undefined
  climb: LadderProgress | undefined
  /** What the rung’s rule asks for, once a rep was judged. */
  asks: Asks | undefined
  tally: RungTally | undefined
  /** Number of the highest rung held, −1 when none is. */
  top: number
  /** The value of `heldTick` for which `shut`, `top` and `context` are right. */
  asOf: number
  shut: string | undefined
  context: ContextStatus | undefined
}

/** What a fold carries, as what a rep leads to may change it. */
export interface Folding {
  readonly state: DogState
  readonly climbs: LadderProgresses
  /** The rules in force. */
  readonly now: Regime
  readonly onRefresher: OnRefresher | undefined
  /** Something may have come to be held or stopped being so, or a context moved. */
  moved(): void
}

/** A rep that was judged, and what of its rung and set was known before. */
export interface RepAt {
  readonly found: RungPlaceInLadder
  readonly climb: LadderProgress
  readonly tally: RungTally
  readonly set: SetContext
  readonly rep: RepFact
  /** The window with this rep as the newest, before anything restarts it. */
  readonly results: Results
  /** Somebody wants to be told. */
  readonly tell: boolean
  readonly heldBefore: number
  readonly refresher: boolean
  readonly climbing: boolean
  readonly progress: Progress
}

/** The rung worked, and its window. */
export const judgedAt = ({ found, results }: RepAt) => ({ rung: found.rung, results })
