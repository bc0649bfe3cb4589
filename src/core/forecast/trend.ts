import { daysBetween } from '../days'
import { counted } from '../wording'
import type { Forecast, Trend } from './forecast'

/** Design choice: a chance moved when it did by so much; less is its scatter and the day’s luck. */
const moved = 0.05
/** Design choice: a day was worked less, or more, than counted on from these shares on. */
const worked = { less: 0.65, more: 1.4 } as const
/** Design choice: a dog is slower, or quicker, than was thought from these ratios on. */
const pace = { slower: 0.94, quicker: 1.06 } as const

/**
 * Which way a chance went since it was said on an earlier day, and why, the plainest reason first: another stay, other
 * promises, days worked less or more than counted on, sets that brought less or more. Undefined where it stands.
 *
 * @param useful by day, sets that brought something nearer.
 */
export function trendOf(before: Forecast, now: Forecast, useful: ReadonlyMap<string, number>): Trend | undefined {
  if (Math.abs(now.chance - before.chance) < moved) return undefined
  return { since: before.today, was: before.chance, why: whyMoved(before, now, useful) }
}

function whyMoved(before: Forecast, now: Forecast, useful: ReadonlyMap<string, number>): string {
  if (before.leavesOn !== now.leavesOn) return 'the going-home day changed'
  const promised = (f: Forecast) =>
    f.legs
      .map((leg) => leg.rungId)
      .sort()
      .join()
  if (promised(before) !== promised(now)) return 'the promises changed'
  const days = Math.max(1, daysBetween(before.today, now.today))
  const reckoned = Math.min(days, Math.max(1, before.plan.openDays)) * before.plan.setsADay
  const done = [...useful].reduce((n, [day, sets]) => n + (day >= before.today && day < now.today ? sets : 0), 0)
  const falls = now.chance < before.chance
  const sets = `${counted(done, 'useful set')}, ${Math.round(reckoned)} assumed`
  if (falls && reckoned > 0 && done < worked.less * reckoned) return sets
  if (!falls && done > worked.more * reckoned) return sets
  const ratio = now.known.speed / before.known.speed
  if (falls && ratio < pace.slower) return 'sets brought less than expected'
  if (!falls && ratio > pace.quicker) return 'sets brought more than expected'
  return falls ? 'the days since brought less than expected' : 'the days since went as expected or better'
}
