import { mean } from 'simple-statistics'
import { survival, type Waited } from './score'

/** What was said of when something comes, and when it came. */
export interface SaidWhen extends Waited {
  /** Chance that it has come by the end of this day, 0 the day on which it was said. */
  readonly by: (day: number) => number
}

export interface ByDay {
  /** Days after it was said. */
  readonly days: number
  /** How many were open until then. */
  readonly open: number
  /** Share for which it had come by then: as said of those that were open each day, and as it was. */
  readonly said: number
  readonly came: number
}

/** Design choice: nothing is said of days of which fewer were seen. */
const leastOpen = 5

/** Chance that it comes on this day where it has not come before. */
function onDay({ by }: SaidWhen, day: number): number {
  const before = day === 0 ? 0 : by(day - 1)
  return before >= 1 ? 1 : (by(day) - before) / (1 - before)
}

/**
 * By so many days: the share that was said, beside the share that came (Kaplan and Meier 1958). Forecasts leave sight
 * at different days, and those that are seen longest are not like the others, so what was said is put together in the
 * same way: day by day, of those that were open on it. Right forecasts give the same twice, but for chance.
 */
export function whenReady(all: readonly SaidWhen[]): readonly ByDay[] {
  const left = survival(all)
  const rows: ByDay[] = []
  let notYet = 1
  for (let days = 0; ; days++) {
    const open = all.filter((one) => one.day >= days)
    if (open.length < leastOpen) return rows
    notYet *= 1 - mean(open.map((one) => onDay(one, days)))
    rows.push({ days, open: open.length, said: 1 - notYet, came: 1 - (left.findLast((l) => l.day <= days)?.left ?? 1) })
  }
}
