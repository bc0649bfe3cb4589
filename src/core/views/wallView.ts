import type { Curriculum } from '../curriculum/types'
import type { Forecast } from '../forecast/forecast'
import type { QueueTier, UpNext } from '../forecast/upNext'
import type { StandingWord } from '../promise/status'
import type { Summary } from '../promise/summary'
import type { LineView } from './line'
import { byRun } from '../inOrder'
import type { ResidencyId } from '../ids'

/** What the wall is made of: a dog as it stands. */
export interface WallDog {
  readonly residencyId: ResidencyId
  readonly name: string
  readonly runNumber: string
  readonly arrivesOn: string
  /** Why no block of it can begin now: it rests, has had its blocks, is paused; empty when one can. */
  readonly not?: string
  /** Nothing of it is worked before its baseline. */
  readonly untested?: boolean
  /** Everything promised is met, whatever else ready waits for. */
  readonly met?: boolean
  /** Its baseline is still to come, or under way: what it can do is not known yet. */
  readonly unknown?: boolean
  /** Blocks it had today. */
  readonly blocks?: number
  /** Days since its last block, or since it arrived where it had none. */
  readonly waited?: number
  /** What is said of it; undefined while nothing is yet. */
  readonly told?: Forecast | undefined
  readonly leavesOn: string
  readonly caution: string
  readonly biteHistory: boolean
  /** The ladder this dog climbs. */
  readonly curriculum: Curriculum
  readonly summary: Summary
  /** When its owner was called last, and by whom; empty for never. */
  readonly called?: string
  /** When its handoff is booked, in words; empty where none is. */
  readonly booked: string
}

export interface WallCell {
  readonly command: string
  readonly word: StandingWord
  readonly figures: string
  readonly promised: boolean
  readonly stale: boolean
  readonly stuck: boolean
  readonly line: LineView
  /** The rung in hand, by name. */
  readonly inHand: string
}

export interface WallRow {
  readonly residencyId: ResidencyId
  readonly name: string
  readonly runNumber: string
  readonly daysLeft: number
  readonly leavesOn: string
  readonly caution: string
  readonly biteHistory: boolean
  readonly ready: boolean
  readonly booked: string
  /** What is wrong with its promises: none was made, or its ladder does not have what was; empty otherwise. */
  readonly lacks: string
  readonly reach: UpNext['reach'] | 'nothing needed'
  /** To be ready when it goes home, 0–1; −1 while nothing is said. */
  readonly chance: number
  /** The chance in words; empty while there is no forecast. */
  readonly said: string
  /** Which way it went since an earlier day: 1 up, −1 down; in words. */
  readonly trend: -1 | 0 | 1
  readonly trendSaid: string
  /** One for each command shown. */
  readonly cells: readonly WallCell[]
}

export interface UpNextRow {
  readonly residencyId: ResidencyId
  readonly name: string
  readonly runNumber: string
  readonly biteHistory: boolean
  /** A promise lacks people, and who looks is none of those it has been met with. */
  readonly yours: boolean
  readonly command: string
  readonly commandName: string
  readonly rungName: string
  readonly daysLeft: number
  readonly reach: UpNext['reach']
  readonly turn: QueueTier
  readonly reason: string
  readonly why: string
}

export interface RingRow {
  readonly residencyId: ResidencyId
  readonly name: string
  readonly runNumber: string
  readonly daysLeft: number
  readonly leavesOn: string
  /** Nothing was promised, or nothing of it can be kept: said instead of figures. */
  readonly reason: string
  readonly why: string
  /** When its owner was called last, and by whom; empty for never. */
  readonly called: string
}

export interface WallView {
  readonly commands: readonly { readonly id: string; readonly name: string }[]
  readonly rows: readonly WallRow[]
  readonly upNext: readonly UpNextRow[]
  /** Dogs that will not make their date: their owners are to be rung. A task of its own, and no block. */
  readonly ring: readonly RingRow[]
  /** Dogs that need something and cannot be worked just now, with the reason. */
  readonly later: readonly {
    readonly residencyId: ResidencyId
    readonly name: string
    readonly runNumber: string
    readonly why: string
    /** Its baseline comes before any work. */
    readonly untested: boolean
  }[]
  /** Dogs that get no block now though they need something, with the reason. */
  readonly passedOver: readonly {
    readonly residencyId: ResidencyId
    readonly name: string
    readonly runNumber: string
    readonly why: string
  }[]
}

/** A wall whose dogs to come have not said yet why: few of them are named, and it takes as long as all the rest. */
export type WallUnsaid = Omit<WallView, 'upNext'> & {
  readonly upNext: readonly (Omit<UpNextRow, 'why'> & { readonly why: () => string })[]
}

export const wallSorts = ['chance', 'run', 'days'] as const
export type WallSort = (typeof wallSorts)[number]

type Sorted = Pick<WallRow, 'chance' | 'runNumber' | 'daysLeft'>

/** Rows in the order asked for. Chance: the least first; what nothing is said of yet before all. */
export function sortRows<R extends Sorted>(rows: readonly R[], sort: WallSort, descending: boolean): readonly R[] {
  const ordered = [...rows].sort(
    (a, b) =>
      (sort === 'run'
        ? 0
        : sort === 'days'
          ? a.daysLeft - b.daysLeft
          : a.chance - b.chance || a.daysLeft - b.daysLeft) || byRun(a, b),
  )
  return descending ? ordered.reverse() : ordered
}
