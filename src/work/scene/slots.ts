import { addDays, dayIn, startOfDay } from '@/core/days'
import type { House } from '@/core/house/house'
import { freeSlots, handoffEveryMinutes, handoffMinutes, type Slot } from '@/core/handoff/slots'
import type { Db } from '@/store/database'
import { busyPeople, handoffsOfOwner } from '@/store/handoffs'
import { openPauses } from '@/store/stay'
import { readDaysOff, readHouse } from '@/store/house'
import { afterAll, peopleOn, readHours, readKennel, readLeaving } from '@/store/kennel'
import type { Resident } from '@/store/residents'
import { handlers } from './who'

/**
 * Free times between ready (or now) and going home; none while the dog is not ready, unless a booking is being moved.
 */
export function slotsFor(
  db: Db,
  resident: Resident,
  readyOn: string | undefined,
  now: number,
  moving: string | undefined,
): readonly Slot[] {
  const { timeZone } = readKennel(db)
  if (readyOn === undefined && moving === undefined) return []
  // Nobody knows when a paused dog can be shown.
  if (openPauses(db).has(resident.residencyId)) return []
  const today = dayIn(timeZone, now)
  const firstDay = readyOn !== undefined && readyOn > today ? readyOn : today
  const leaving = readLeaving(db)
  const theirs = handoffsOfOwner(db, resident, now - 86_400_000, moving)
  return freeSlots({
    timeZone,
    firstDay,
    lastDay: resident.leavesOn,
    notBefore: now,
    minutes: handoffMinutes,
    everyMinutes: handoffEveryMinutes,
    hours: handoffHours(db, today),
    busy: [...busyPeople(db, now - 86_400_000, moving), ...daysAway(db, timeZone, today)],
    quiet: quietOf(readHouse(db)),
  })
    .filter((s) => !theirs.some((h) => s.from < h.to && h.from < s.to))
    .filter((s) => (leaving.get(s.personId) ?? afterAll) > dayIn(timeZone, s.from))
}

/** Whole days on which somebody is away. */
const daysAway = (db: Db, timeZone: string, today: string) =>
  readDaysOff(db, today).map((o) => ({
    personId: o.personId,
    from: startOfDay(timeZone, o.from),
    to: startOfDay(timeZone, addDays(o.to, 1)),
  }))

const quietOf = ({ quietFrom, quietTo }: House) =>
  quietFrom === '' || quietTo === '' || quietFrom === quietTo ? undefined : { from: quietFrom, to: quietTo }

/** Hours of those who may show a dog to its owner: leads and trainers, not kennel hands. */
export function handoffHours(db: Db, day: string) {
  const trainers = new Set(handlers(peopleOn(db, day)))
  return readHours(db).filter((h) => trainers.has(h.personId))
}
