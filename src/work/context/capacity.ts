import { addDays, daysBetween, weekdayOf } from '@/core/days'
import type { Claim } from '@/core/forecast/capacity'
import type { Db } from '@/store/database'
import { blocksByDay } from '@/store/facts/blocks'
import { readDaysOff } from '@/store/house'
import { peopleOn } from '@/store/kennel'
import { residentsArriving, residentsOn, type Resident } from '@/store/residents'
import { summarySteps } from '../record/standing'
import { handlers, presentOn } from '../base/who'
import { atOnce } from '../base/runYielding'
import { cachedForecast, cachedForecasts } from '../record/cachedStanding'
import type { EpochMs } from '@/core/epochMs'

/** Design choice: blocks that one handler works on a day, where the house has not shown its own figure. */
const usualBlocks = 10
/** Design choice: a house’s own figure is of so many days back, and of so many days worked at the least. */
const [daysBack, daysKnown] = [28, 5]
/** Design choice: in the minute before a dog is counted on, it is taken to want three blocks a day. */
const beforeForecast = [0, 0.1, 0.5, 0.8, 0.9] as const

export interface Capacity {
  /** Blocks of a day of the house, by number of days from today. */
  readonly onHand: (day: number) => number
  /** Blocks of a usual day, and whether that is the house’s own figure. */
  readonly usual: number
  readonly own: boolean
}

/** Blocks that the house can work on days to come: as many as on such weekdays before, fewer while people are away. */
export function capacityOf(db: Db, today: string): Capacity {
  const people = handlers(peopleOn(db, today))
  const days = blocksByDay(db, addDays(today, -daysBack), addDays(today, -1))
  const own = days.length >= daysKnown
  const mean = own ? days.reduce((n, d) => n + d.blocks, 0) / days.length : people.length * usualBlocks
  const present = presentOn(people, readDaysOff(db, today))
  const onWeekday = (weekday: number) => {
    const of = days.filter((d) => weekdayOf(d.day) === weekday)
    // Drawn toward the mean by two days.
    return own ? (of.reduce((n, d) => n + d.blocks, 0) + 2 * mean) / (of.length + 2) : mean
  }
  return {
    own,
    usual: mean,
    onHand: (n) => {
      const day = addDays(today, n)
      return people.length === 0 ? 0 : (onWeekday(weekdayOf(day)) * present(day).length) / people.length
    },
  }
}

/** What the dogs that are here, and those that are booked, claim of the house’s time. */
export function claimsOn(
  db: Db,
  today: string,
  now: EpochMs,
  ahead: number,
): readonly (Claim & { readonly resident: Resident })[] {
  const chances = cachedForecasts(db, today)
  const here = atOnce(summarySteps<Resident>)(db, today, now, residentsOn(db, today)).map(([resident, summary]) => {
    const ready = summary.readyOn !== undefined
    return {
      resident,
      residencyId: resident.residencyId,
      byBlocks: ready ? [] : (chances.get(resident.residencyId)?.told.byBlocks ?? beforeForecast),
      fromDay: Math.max(0, daysBetween(today, addDays(resident.arrivesOn, 1))),
      untilDay: daysBetween(today, resident.leavesOn),
    }
  })
  const booked = residentsArriving(db, addDays(today, 1), addDays(today, ahead)).map((resident) => ({
    resident,
    residencyId: resident.residencyId,
    byBlocks: cachedForecast(db, resident.residencyId)?.told.byBlocks ?? beforeForecast,
    fromDay: daysBetween(today, resident.arrivesOn) + 1,
    untilDay: daysBetween(today, resident.leavesOn),
  }))
  return [...here, ...booked].filter((c) => c.untilDay > c.fromDay)
}
