import { addDays, weekdayOf } from '../days'
import type { Slips } from './rates'
import type { HeldInBlocks, Past } from './rungExposures'
import type { Spells } from './spells'

/** What a block holds: commands that are worked in it, and useful sets of each. */
export interface BlockHolds {
  readonly things: number
  readonly sets: number
}

/** The days to come: blocks, as the dog's own days had them and the house's can have them, and what a block holds. */
export interface Plan {
  /** Blocks that a usual day of this dog has, by day from today; 0 on a day on which it is not worked. */
  readonly days: readonly number[]
  /** What days had beside a usual one; one of them is drawn for each day. */
  readonly ratios: readonly number[]
  readonly held: BlockHolds
  /** Most useful sets of a day; no bound where left out. */
  readonly mostSets?: number
  /** Sets of a block that are as good as one of work on what is sure; as shipped where left out. */
  readonly sure?: number
  /** Chance that another place or pair of hands is to be had on a day; as shipped where left out. */
  readonly elsewhere?: number
  /** How what was met slips and is put right; as shipped where left out. */
  readonly slips?: Slips
  /** Bad days that come in runs, and the chance that the last one was one; none where left out. */
  readonly spells?: { readonly of: Spells; readonly last: number } | undefined
}

/** Useful sets that a block holds. */
export const setsOf = ({ things, sets }: BlockHolds): number => things * sets

/** What blocks held on these days, added up. */
export function heldOn(held: Past['held'], on: (day: string) => boolean): HeldInBlocks {
  const all = { blocks: 0, things: 0, most: 0 }
  for (const [day, of] of held) {
    if (!on(day)) continue
    all.blocks += of.blocks
    all.things += of.things
    all.most += of.most
  }
  return all
}

/** Design choice: blocks that a dog has on a day, before anybody’s own are known. */
export const usualBlocks = { weekday: 3, weekend: 1.5 } as const
/** Design choice: what a coached block holds, before anybody’s own are known: two things, up to three sets of each. */
export const usualHeld: BlockHolds = { things: 2, sets: 3 }
/** Design choice: so many of a dog’s newest worked days are its pace, beside so many days of the house. */
const ownDays = 10
const houseDays = 4

/** Blocks that a day has for a usual dog where the house says nothing else. */
export const usualOn = (day: string): number => (weekdayOf(day) >= 6 ? usualBlocks.weekend : usualBlocks.weekday)

export interface Stay {
  readonly today: string
  readonly leavesOn: string
  /** How much of today is still to come, 0–1. */
  readonly shareOfToday: number
  /** Whether it is worked on that day; every day where left out. */
  readonly open?: (day: string) => boolean
  /** Blocks that a dog of this house has on that day. */
  readonly usual?: (day: string) => number
  /** What a block of this house holds. */
  readonly usualHeld?: BlockHolds
  /** Useful sets that a day’s training food pays for; no bound where left out. */
  readonly mostSets?: number | undefined
}

/**
 * The days from today until the evening before it goes home: blocks as on the dog’s own newest worked days, drawn
 * toward the house’s; what single days had beside that is drawn again.
 */
export function planOf(
  { useful, blocks: had }: Pick<Past, 'useful' | 'blocks'>,
  { today, leavesOn, shareOfToday, open = () => true, usual = usualOn, mostSets }: Stay,
  held: BlockHolds,
  /** Blocks more on each usual open day; or so many, whatever the dog had. */
  { more = 0, blocks }: { readonly more?: number | undefined; readonly blocks?: number | undefined } = {},
): Omit<Plan, 'elsewhere' | 'slips'> {
  const own = [...had]
    .filter(([day]) => day < today)
    .sort(([a], [b]) => (a < b ? 1 : -1))
    .slice(0, ownDays)
  const ratios = own.map(([day, n]) => n / Math.max(0.1, usual(day)))
  const pace = (ratios.reduce((a, b) => a + b, 0) + houseDays) / (ratios.length + houseDays)
  // What it was paid for on a day before is paid for again, whatever its plan says.
  const most = Math.max(mostSets ?? Number.POSITIVE_INFINITY, ...own.map(([day]) => useful.get(day) ?? 0))
  const days: number[] = []
  for (let day = today; day < leavesOn; day = addDays(day, 1))
    days.push(open(day) ? (blocks ?? usual(day) * pace + more) * (day === today ? shareOfToday : 1) : 0)
  return {
    days,
    // So many blocks are as many; what single days had is drawn where nobody says how many there are.
    ratios: blocks === undefined ? [...ratios, ...new Array<number>(houseDays).fill(1)].map((r) => r / pace) : [1],
    held,
    mostSets: most,
  }
}

/** The past of a dog whose sets name no blocks, as if its days had been dealt in blocks that hold as much as these. */
export function inBlocksOf(past: Past, held: BlockHolds): Past {
  const blocks = new Map([...past.useful].map(([day, sets]) => [day, sets / setsOf(held)]))
  return {
    ...past,
    blocks,
    held: new Map([...blocks].map(([day, n]) => [day, { blocks: n, things: n * held.things, most: n * held.sets }])),
  }
}

/** Share of a dog’s days that are still to come, of those worked and those that are open. */
export const daysLeftShare = ({
  openDays,
  ownDays,
}: {
  readonly openDays: number
  readonly ownDays: number
}): number => (openDays + ownDays === 0 ? 1 : openDays / (openDays + ownDays))
