import { addDays, weekdayOf } from '../days'
import type { Held, Plan } from './play'
import type { HeldInBlocks, Past } from './stretches'

/** Useful sets that a block holds. */
export const setsOf = ({ things, sets }: Held): number => things * sets

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
export const usualHeld: Held = { things: 2, sets: 3 }
/** House: so many of a dog’s newest worked days are its pace, beside so many days of the house. */
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
  readonly usualHeld?: Held
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
  held: Held,
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
export function inBlocksOf(past: Past, held: Held): Past {
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
