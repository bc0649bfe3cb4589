import { stopsToday, stopsTodaySaid } from '@/core/dog/signs'
import { signsOn } from '@/store/facts/blocks'
import { restMinutes, blocksADay, restUntil } from '@/core/block/rest'
import { minuteText } from '@/core/clock'
import { startOfDay, weekdayOf } from '@/core/days'
import { openForMs } from '@/core/facts/fact'
import type { Hours } from '@/core/handoff/slots'
import { restingAfter } from '@/core/house/house'
import { blocksOn, closesSince } from '@/store/facts/blocks'
import type { Db } from '@/store/database'
import { openSetsNow } from '@/store/facts/read'
import { readHouse } from '@/store/house'
import { readHours } from '@/store/kennel'
import { openPauses } from '@/store/stay'
import { baselinesOpen } from '@/store/baseline'
import { wallMinute } from '../base/clock'
import { deskDevice } from './desk'
import { baselineFirst } from './firstThings'
import type { BlockId, ResidencyId } from '@/core/ids'
import type { EpochMs } from '@/core/epochMs'

/** Design choice: a day is worked between these minutes where nobody's hours are known. */
const usualHours = { from: 8 * 60, to: 18 * 60 }

/** How much of the working hours of this weekday is still to come, 0–1. */
export function shareOfToday(hours: readonly Hours[], weekday: number, minute: number): number {
  const today = hours.filter((h) => h.weekday === weekday)
  const from = today.length > 0 ? Math.min(...today.map((h) => h.fromMinute)) : usualHours.from
  const to = today.length > 0 ? Math.max(...today.map((h) => h.toMinute)) : usualHours.to
  return Math.min(1, Math.max(0, (to - minute) / Math.max(1, to - from)))
}

/** What of today decides whether a block can begin now, for every dog of the house at once. */
export interface TodayNow {
  readonly share: number
  /** Blocks this dog had today. */
  readonly blocks: (residencyId: ResidencyId) => number
  /** Its baseline is still to come, or under way, so that nobody knows what it can do. */
  readonly unknown: (residencyId: ResidencyId) => boolean
  /** Why no block of this dog can begin now; empty when one can. */
  readonly not: (residencyId: ResidencyId) => string
}

export function readToday(db: Db, today: string, now: EpochMs): TodayNow {
  const house = readHouse(db)
  const minute = wallMinute(house.timeZone, now)
  const say = (at: EpochMs) => minuteText(wallMinute(house.timeZone, at), house.clock)
  const paused = openPauses(db)
  const closes = closesSince(db, startOfDay(house.timeZone, today) - restMinutes.stressful * 60_000)
  const working = new Set(openSetsNow(db, now - openForMs).map((s) => s.residencyId))
  const blocks = new Map<string, { count: number; last: { blockId: BlockId; to: number } }>()
  for (const b of blocksOn(db, today)) {
    const had = blocks.get(b.residencyId)
    blocks.set(b.residencyId, { count: (had?.count ?? 0) + 1, last: had && had.last.to > b.to ? had.last : b })
  }
  const meal = restingAfter(house.meals, minute)
  const untested = baselinesOpen(db, today, deskDevice)
  const signs = signsOn(db, today)
  const stopped = (id: string) =>
    stopsToday(
      signs.filter((s) => s.residencyId === id),
      today,
    )
  return {
    share: shareOfToday(readHours(db), weekdayOf(today), minute),
    blocks: (residencyId) => blocks.get(residencyId)?.count ?? 0,
    unknown: (residencyId) => untested.has(residencyId) && !paused.has(residencyId),
    not: (residencyId) => {
      const pause = paused.get(residencyId)
      if (pause) return `not worked: ${pause.why === 'other' ? 'paused' : pause.why}`
      if (working.has(residencyId)) return 'a block is under way'
      if (untested.has(residencyId)) return baselineFirst.short
      const own = blocks.get(residencyId)
      if (stopped(residencyId)) return stopsTodaySaid.short
      if (own && own.count >= blocksADay.usual) return `has had its ${blocksADay.usual} blocks today`
      const close = own && closes.get(own.last.blockId)
      const until = own && restUntil(close?.at ?? own.last.to, close?.stressful ?? false)
      if (until !== undefined && until > now) return `rests until ${say(until)}`
      return meal ? `rests after ${meal.name.toLowerCase()}` : ''
    },
  }
}
