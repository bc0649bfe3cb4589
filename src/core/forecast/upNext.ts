import { figures } from '../figures'
import type { Need } from '../promise/need'
import { longestWait } from '../dealing'
import { gainAfter } from './capacity'
import type { Forecast } from './forecast'
import { asCounted } from '../inOrder'
import type { ResidencyId, RungId } from '../ids'

/** What of a forecast decides who is next. */
export type StoredChance = Pick<Forecast, 'chance' | 'byBlocks' | 'plan'>

export interface Candidate {
  readonly residencyId: ResidencyId
  readonly runNumber: string
  /** Calendar days until the dog goes home; today counts, the day of going home does not. */
  readonly daysLeft: number
  /** What is said of it; undefined while nothing is yet. */
  readonly stored: StoredChance | undefined
  /** Everything promised is met. */
  readonly ready: boolean
  /** Blocks it had today. */
  readonly blocks: number
  /** Days since its last block, or since it arrived where it had none; 0 on a day with one. */
  readonly waited: number
  readonly needs: readonly NeedOfCommand[]
  /** Why no block of it can begin now; empty when one can. */
  readonly not: string
}

/** What a need is worked at: a rung, or for a refresher of the command. */
export interface WorkedAt {
  readonly command: string
  readonly rungId: RungId | undefined
}

export interface NeedOfCommand extends Pick<Need, 'command' | 'reps' | 'days'> {
  /** A refresher is due: one more set of this many reps. */
  readonly refresher: number
  /** What to work for it today; undefined while another promised command must come first, or until another day. */
  readonly work: WorkedAt | undefined
}

/** How a chance is called: what is said as nine in ten and more, one in ten and less, and what lies between. */
export type ReadinessBand = 'in hand' | 'tight' | 'out of reach' | 'not reckoned yet'
/** Design choice: tight below nine in ten, out of reach at one in ten; each as it is rounded when it is said. */
const reaches = { inHand: figures.onTrack.value, out: figures.unlikely.value } as const

/** What one more block today raises its chance by. */
const gainOf = (c: Candidate): number => (c.stored ? gainAfter(c.stored, c.blocks) : unknownGain)

export const readinessBandOf = (stored: Pick<StoredChance, 'chance'> | undefined): ReadinessBand =>
  !stored
    ? 'not reckoned yet'
    : stored.chance >= reaches.inHand
      ? 'in hand'
      : stored.chance < reaches.out
        ? 'out of reach'
        : 'tight'

/** How a house deals out the day’s blocks. */
export interface Dealing {
  /** Every dog gets one block a day before any gets a second. */
  readonly floor: boolean
  /** A dog that will not make its date keeps that block. */
  readonly floorOutOfReach: boolean
  /** Blocks a day, where there are fewer than dogs: none has one only because it had none today. */
  readonly few: number | undefined
}
/** Design choice: where nobody says otherwise. */
export const usualDealing: Dealing = { floor: true, floorOutOfReach: true, few: undefined }

/** Design choice: a rise of the chance by a block, of a dog of which nothing is said yet. */
const unknownGain = 0.02
/** Design choice: gains nearer than this to each other are one; the dog with fewer days then goes first. */
const sameGain = 0.002

/**
 * Which turn a dog has: the one it waited too long for, its block of the day, one more, a refresher of what is met; or
 * it is passed over.
 */
export const queueTiers = ['waited', 'first', 'again', 'ready', 'passed-over'] as const
export type QueueTier = (typeof queueTiers)[number]

export interface UpNext {
  readonly residencyId: ResidencyId
  /** What to work now; undefined when there is nothing today. */
  readonly work: WorkedAt | undefined
  /** Expected reps still needed for all that is promised. */
  readonly needed: number
  readonly neededHere: number
  /** Days needed at the least, for the second day of what is not yet held. */
  readonly daysNeeded: number
  readonly turn: QueueTier
  readonly reach: ReadinessBand
  /** By how much one block raises the chance, 0–1. */
  readonly gain: number
  /** Why no block of it can begin now; empty when one can. */
  readonly not: string
}

/**
 * Who most needs a block: first a dog that waited for days, then every dog its block of the day where there are as
 * many, then those whose chance a block raises most over the days they have, then what is met and goes stale. Inside a
 * dog, the command that needs most and can be worked today. Dogs that need nothing are left out; those passed over come
 * last.
 */
export function upNext(candidates: readonly Candidate[], dealing: Dealing = usualDealing): readonly UpNext[] {
  const waited = waitedTooLong(candidates, dealing)
  const rows = candidates.flatMap((c) => {
    const cost = (n: NeedOfCommand) => n.reps + n.refresher
    const needed = c.needs.reduce((sum, n) => sum + cost(n), 0)
    if (needed <= 0) return []
    const worst = c.needs
      .filter((n) => n.work !== undefined && cost(n) > 0)
      .sort((a, b) => Number(b.refresher > 0) - Number(a.refresher > 0) || cost(b) - cost(a))[0]
    const reach = readinessBandOf(c.stored)
    const row: UpNext = {
      residencyId: c.residencyId,
      work: worst?.work,
      needed,
      neededHere: worst ? cost(worst) : 0,
      daysNeeded: Math.max(0, ...c.needs.map((n) => n.days)),
      turn: waited.has(c) ? 'waited' : turnOf(c, reach, dealing),
      reach,
      gain: gainOf(c),
      not: c.not !== '' ? c.not : worst ? '' : 'all that is promised waits for another day',
    }
    return [{ row, run: c.runNumber, daysLeft: c.daysLeft }]
  })
  const step = (gain: number) => Math.round(gain / sameGain)
  return rows
    .sort(
      (a, b) =>
        queueTiers.indexOf(a.row.turn) - queueTiers.indexOf(b.row.turn) ||
        step(b.row.gain) - step(a.row.gain) ||
        a.daysLeft - b.daysLeft ||
        asCounted(a.run, b.run),
    )
    .map((r) => r.row)
}

/**
 * Dogs that must have a block today, so that none waits longer than it may: those at the end of their wait. Where more
 * come to it within the next days than these days have blocks for, as many as the days cannot take are due today.
 */
function waitedTooLong(candidates: readonly Candidate[], { few }: Dealing): ReadonlySet<Candidate> {
  const waiting = candidates.filter((c) => !c.ready).sort((a, b) => b.waited - a.waited || gainOf(b) - gainOf(a))
  const due = (inDays: number) => waiting.filter((c) => longestWait - c.waited <= inDays).length
  const most = Array.from({ length: longestWait }, (_, days) => due(days) - days * (few ?? 0))
  // Without a bound on the blocks, only those whose wait is over.
  const must = few === undefined ? due(0) : Math.max(0, ...most)
  return new Set(waiting.slice(0, must).filter((c) => c.blocks === 0))
}

function turnOf(c: Candidate, reach: ReadinessBand, { floor, floorOutOfReach, few }: Dealing): QueueTier {
  if (c.ready) return 'ready'
  // Nothing that a block could still change is spent on a date that will not be made.
  const hopeless = reach === 'out of reach' && gainOf(c) < sameGain
  if (hopeless && !floorOutOfReach) return 'passed-over'
  if (floor && few === undefined && c.blocks === 0) return 'first'
  return hopeless ? 'passed-over' : 'again'
}
