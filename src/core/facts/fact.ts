import type { StartPosition, Turn } from './words'
import type { PlaceKind, PromptLevel } from '../curriculum/types'
import type { BlockId, PlaceId, RungId } from '../ids'
import type { EpochMs } from '../epochMs'

export const outcomes = ['clean', 'helped', 'late', 'miss'] as const
export type Outcome = (typeof outcomes)[number]

/** Outcomes by their letters, as logs and sheets write them. */
export const outcomeOfLetter: Readonly<Record<string, Outcome>> = { C: 'clean', H: 'helped', L: 'late', M: 'miss' }

/** Order of facts: time as corrected, then device, then the device's own sequence. Never arrival, never the id. */
export interface FactOrder {
  /** Milliseconds since the epoch, corrected for the device's clock. */
  readonly at: EpochMs
  readonly device: string
  readonly seq: number
}

export interface RepFact extends FactOrder {
  readonly id: string
  readonly outcome: Outcome
  readonly prompt?: PromptLevel
  readonly faults: readonly string[]
  readonly latencySeconds?: number
  readonly heldSeconds?: number
  /** The second at which a hold was broken, when it was seen. */
  readonly brokeSeconds?: number
  /** How often the cue was said, when that was noted. */
  readonly cuesSaid?: number
}

/** A set as the fold needs it: what was worked, where, by whom. */
export interface SetContext {
  readonly id: string
  readonly rungId: RungId
  /** A refresher is one set at the top held rung, asked for because the command was going stale. */
  readonly purpose: 'work' | 'refresh'
  /** The kennel's calendar day on which it was worked, `YYYY-MM-DD`. */
  readonly day: string
  readonly placeId: PlaceId
  readonly placeKind: PlaceKind
  readonly leashHolder: string
  /** Distraction-proofing level, 0–5. */
  readonly level: number
  readonly kit: string
  readonly blockId: BlockId
  /** Nobody can be sure of its day: it counts on none. */
  readonly unsure?: boolean
  /** Whose turn of a demonstration it was: what is shown in the owner’s moves no ladder. */
  readonly turn?: Turn
}

export interface SetFact extends SetContext {
  /**
   * What flatters or spoils a set: air temperature, minutes into the block, minutes since exercise; null when not
   * known.
   */
  readonly temperatureC?: number | null
  readonly minutesIn?: number | null
  readonly exerciseMinutesAgo?: number | null
  /** What it wore and what it was begun from, where somebody said. */
  readonly collar?: string | null
  readonly startPosition?: StartPosition | null
  readonly reps: readonly RepFact[]
}

/** Design choice: a set left open for longer than this was forgotten, not interrupted. */
export const openForMs = 3 * 3_600_000

/** Negative when `a` comes before `b`. */
export function compareFacts(a: FactOrder, b: FactOrder): number {
  if (a.at !== b.at) return a.at - b.at
  if (a.device !== b.device) return a.device < b.device ? -1 : 1
  return a.seq - b.seq
}
