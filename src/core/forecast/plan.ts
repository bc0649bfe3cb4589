import { addDays, weekdayOf } from '../days'
import type { Plan } from './play'

/** House: useful sets that a dog has on a day, and in a block, before anybody's own are known. */
export const usualSets = { weekday: 8, weekend: 4, block: 8 / 3 } as const
/** House: so many of a dog’s newest worked days are its pace, beside so many days of the house. */
const ownDays = 10
const houseDays = 4

/** Sets that a day gives a usual dog where the house says nothing else. */
const usualOn = (day: string): number => (weekdayOf(day) >= 6 ? usualSets.weekend : usualSets.weekday)

export interface Stay {
  readonly today: string
  readonly leavesOn: string
  /** How much of today is still to come, 0–1. */
  readonly shareOfToday: number
  /** Whether it is worked on that day; every day where left out. */
  readonly open?: (day: string) => boolean
  /** What a day gives a dog of this house. */
  readonly usual?: (day: string) => number
  /** Useful sets that a block gives one. */
  readonly usualBlock?: number
  /** Useful sets that a day’s training food pays for; no bound where left out. */
  readonly mostSets?: number | undefined
}

/**
 * The days from today until the evening before it goes home: the dog’s own pace over its newest worked days, drawn
 * toward the house’s; what single days came to beside it is drawn again.
 */
export function planOf(
  useful: ReadonlyMap<string, number>,
  { today, leavesOn, shareOfToday, open = () => true, usual = usualOn, mostSets }: Stay,
  /** Useful sets more on each usual open day; or so many, whatever the dog’s pace was. */
  { more = 0, sets }: { readonly more?: number | undefined; readonly sets?: number | undefined } = {},
): Plan {
  const own = [...useful]
    .filter(([day]) => day < today)
    .sort(([a], [b]) => (a < b ? 1 : -1))
    .slice(0, ownDays)
  const ratios = own.map(([day, sets]) => sets / usual(day))
  const pace = (ratios.reduce((a, b) => a + b, 0) + houseDays) / (ratios.length + houseDays)
  // What it was paid for on a day before is paid for again, whatever its plan says.
  const most = Math.max(mostSets ?? Number.POSITIVE_INFINITY, ...own.map(([, n]) => n))
  const setsOn = (day: string) => Math.min(most, sets ?? usual(day) * pace + more)
  const days: number[] = []
  for (let day = today; day < leavesOn; day = addDays(day, 1))
    days.push(open(day) ? setsOn(day) * (day === today ? shareOfToday : 1) : 0)
  return { days, ratios: [...ratios, ...new Array<number>(houseDays).fill(1)].map((r) => r / pace) }
}

/** Share of a dog’s days that are still to come, of those worked and those that are open. */
export const daysLeftShare = ({
  openDays,
  ownDays,
}: {
  readonly openDays: number
  readonly ownDays: number
}): number => (openDays + ownDays === 0 ? 1 : openDays / (openDays + ownDays))
