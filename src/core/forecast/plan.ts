import { addDays, weekdayOf } from '../days'
import type { Plan } from './futures'

/** House: useful sets that a dog has on a day before its own are known. */
export const usualSets = { weekday: 8, weekend: 4 } as const
/** House: so many of a dog’s newest worked days are its pace, beside so many days of the house. */
const ownDays = 10
const houseDays = 4

/** Sets that a day gives a usual dog where the house says nothing else. */
export const usualOn = (day: string): number => (weekdayOf(day) >= 6 ? usualSets.weekend : usualSets.weekday)

/**
 * The days from today until the evening before it goes home: the dog’s own pace over its newest worked days, drawn
 * toward the house’s; what single days came to beside it is drawn again. `open`: whether it is worked on that day;
 * `usual`: what a day gives a dog of this house; `shareOfToday`: how much of today is still to come.
 */
export function planOf(
  useful: ReadonlyMap<string, number>,
  {
    today,
    leavesOn,
    shareOfToday,
  }: { readonly today: string; readonly leavesOn: string; readonly shareOfToday: number },
  open: (day: string) => boolean = () => true,
  usual: (day: string) => number = usualOn,
): Plan {
  const own = [...useful]
    .filter(([day]) => day < today)
    .sort(([a], [b]) => (a < b ? 1 : -1))
    .slice(0, ownDays)
  const ratios = own.map(([day, sets]) => sets / usual(day))
  const pace = (ratios.reduce((a, b) => a + b, 0) + houseDays) / (ratios.length + houseDays)
  const days: number[] = []
  for (let day = today; day < leavesOn; day = addDays(day, 1))
    days.push(open(day) ? usual(day) * pace * (day === today ? shareOfToday : 1) : 0)
  return { days, ratios: [...ratios, ...new Array<number>(houseDays).fill(1)].map((r) => r / pace) }
}
