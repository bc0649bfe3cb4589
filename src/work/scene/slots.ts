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

/** A time that a lead names, whatever the hours of the staff and the house’s quiet ones are. */
export interface NamedTime {
  readonly personId: string
  readonly day: string
  /** Minutes after midnight. */
  readonly minute: number
}

/**
 * Free times between ready (or now) and going home; none while the dog is not ready, unless a booking is being moved.
 * `named`: the one time that is asked for, where it is free.
 */
export function slotsFor(
  db: Db,
  resident: Resident,
  readyOn: string | undefined,
  now: number,
  moving: string | undefined,
  named?: NamedTime,
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
    ...(named ? hoursOf(db, named) : { hours: handoffHours(db, today), quiet: quietOf(readHouse(db)) }),
    busy: [...busyPeople(db, now - 86_400_000, moving), ...daysAway(db, timeZone, today)],
  })
    .filter((s) => named === undefined || dayIn(timeZone, s.from) === named.day)
    .filter((s) => !theirs.some((h) => s.from < h.to && h.from < s.to))
    .filter((s) => (leaving.get(s.personId) ?? afterAll) > dayIn(timeZone, s.from))
}

/** Just this hour, every day, for somebody who may show a dog. */
const hoursOf = (db: Db, { personId, day, minute }: NamedTime) => ({
  hours: handlers(peopleOn(db, day)).includes(personId)
    ? [1, 2, 3, 4, 5, 6, 7].map((weekday) => ({ personId, weekday, from: minute, to: minute + handoffMinutes }))
    : [],
})

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
