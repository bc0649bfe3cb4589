import { dayWords } from '../base/dayWords'
import { addDays, dayIn, startOfDay, weekdayOf } from '@/core/days'
import type { House } from '@/core/house/house'
import { freeSlots, handoffEveryMinutes, handoffMinutes, isQuiet, type Slot } from '@/core/handoff/slots'
import type { Db } from '@/store/database'
import { busyPeople, handoffsAfter, handoffsOfOwner, readSpace } from '@/store/handoffs'
import { openPauses } from '@/store/stay'
import { readDaysOff, readHouse } from '@/store/house'
import { afterAll, peopleOn, readHours, readKennel, readLeaving, readPeople, readPlaces } from '@/store/kennel'
import { findResident, type Resident } from '@/store/residents'
import { wallMinute } from '../base/clock'
import { handlers } from '../base/who'
import { hasRoom } from '@/core/handoff/space'
import type { PersonId, PlaceId } from '@/core/ids'
import type { EpochMs } from '@/core/epochMs'

/** A time that a lead names, whatever the hours of the staff and the house’s quiet ones are. */
export interface NamedTime {
  readonly personId: PersonId
  readonly day: string
  /** Minutes after midnight. */
  readonly minute: number
}

/**
 * Free times between ready (or now) and going home; none while the dog is not ready, unless a booking is being moved.
 * `named`: the one time that is asked for, where it is free. `placeId`: the location, where one is asked for.
 */
export function slotsFor(
  db: Db,
  resident: Resident,
  readyOn: string | undefined,
  now: EpochMs,
  moving: string | undefined,
  { named, placeId }: { readonly named?: NamedTime; readonly placeId?: PlaceId | undefined } = {},
): readonly Slot[] {
  const { timeZone } = readKennel(db)
  if (readyOn === undefined && moving === undefined) return []
  // Nobody knows when a paused dog can be shown.
  if (openPauses(db).has(resident.residencyId)) return []
  const space = placeId === undefined ? undefined : readSpace(db, placeId, now - 86_400_000, moving)
  if (placeId !== undefined && space === undefined) return []
  const today = dayIn(timeZone, now)
  const firstDay = readyOn !== undefined && readyOn > today ? readyOn : today
  const leaving = readLeaving(db)
  const theirs = handoffsOfOwner(db, resident, now - 86_400_000, moving)
  return freeSlots({
    timeZone,
    firstDay: named?.day ?? firstDay,
    lastDay: named?.day ?? resident.leavesOn,
    notBefore: now,
    minutes: handoffMinutes,
    everyMinutes: handoffEveryMinutes,
    ...(named ? hoursOf(db, named) : { hours: handoffHours(db, today), quiet: quietOf(readHouse(db)) }),
    space,
    busy: [...busyPeople(db, now - 86_400_000, moving), ...daysAway(db, timeZone, today)],
  })
    .filter((s) => dayIn(timeZone, s.fromMs) <= resident.leavesOn && dayIn(timeZone, s.fromMs) >= firstDay)
    .filter((s) => !theirs.some((h) => s.fromMs < h.toMs && h.fromMs < s.toMs))
    .filter((s) => (leaving.get(s.personId) ?? afterAll) > dayIn(timeZone, s.fromMs))
}

/**
 * Why this time is not free for this dog, in a sentence: the first thing that keeps it from being offered; undefined
 * where nothing does.
 */
export function whyTaken(
  db: Db,
  resident: Resident,
  { personId, fromMs: from, placeId }: Pick<Slot, 'personId' | 'fromMs'> & { readonly placeId?: PlaceId | undefined },
  {
    readyOn,
    now,
    moving,
    named = false,
  }: {
    readonly readyOn: string | undefined
    readonly now: EpochMs
    readonly moving?: string | undefined
    /** A lead names it, whatever the hours of the staff and the quiet ones are. */
    readonly named?: boolean
  },
): string | undefined {
  const { timeZone } = readKennel(db)
  const dayText = dayWords(db)
  const { name } = resident
  const to = from + handoffMinutes * 60_000
  const overlaps = (h: { readonly fromMs: number; readonly toMs: number }) => from < h.toMs && h.fromMs < to
  if (!(from >= now)) return 'That time is past.'
  if (from >= startOfDay(timeZone, addDays(resident.leavesOn, 1)))
    return `${name} goes home on ${dayText(resident.leavesOn)}, before that.`
  const day = dayIn(timeZone, from)
  if (openPauses(db).has(resident.residencyId)) return `${name} is not worked now.`
  if (readyOn !== undefined && day < readyOn) return `${name} is ready only from ${dayText(readyOn)} on.`
  const who = readPeople(db).find((p) => p.id === personId)?.name
  if (who === undefined || !handlers(peopleOn(db, day)).includes(personId))
    return `${who ?? 'Whoever is named'} does not show dogs here on ${dayText(day)}.`
  if (daysAway(db, timeZone, day).some((o) => o.personId === personId && overlaps(o)))
    return `${who} is away on ${dayText(day)}.`
  const other = handoffsAfter(db, now - 86_400_000).find(
    (h) => h.personId === personId && h.id !== moving && overlaps(h),
  )
  if (other) return `${who} shows ${findResident(db, other.residencyId)?.name ?? 'another dog'} then.`
  const space = placeId === undefined ? undefined : readSpace(db, placeId, now - 86_400_000, moving)
  if (placeId !== undefined && space === undefined) return 'Location not found.'
  if (space && !hasRoom(space, { fromMs: from, toMs: to }))
    return `${readPlaces(db).find((p) => p.id === placeId)?.name ?? 'That location'} is taken then.`
  if (handoffsOfOwner(db, resident, now - 86_400_000, moving).some(overlaps))
    return `${resident.ownerName} comes for another dog then.`
  if (named) return undefined
  const quiet = quietOf(readHouse(db))
  if (quiet && isQuiet(quiet, wallMinute(timeZone, from), wallMinute(timeZone, from) + handoffMinutes))
    return 'Those are quiet hours.'
  const at = wallMinute(timeZone, from)
  const works = handoffHours(db, day).some(
    (h) =>
      h.personId === personId &&
      h.weekday === weekdayOf(day) &&
      h.fromMinute <= at &&
      at + handoffMinutes <= h.toMinute,
  )
  return works ? undefined : `${who} does not work then.`
}

/** What has to be moved before somebody is away or shows no dogs on these days; undefined where nothing is booked. */
export function moveFirst(
  db: Db,
  personId: PersonId,
  now: EpochMs,
  within: (day: string) => boolean = () => true,
): string | undefined {
  const { timeZone } = readKennel(db)
  const sayDay = dayWords(db)
  const booked = handoffsAfter(db, now)
    .map((h) => ({ ...h, day: dayIn(timeZone, h.fromMs) }))
    .filter((h) => h.personId === personId && within(h.day))
  if (booked.length === 0) return undefined
  const dogs = booked.map((h) => `${findResident(db, h.residencyId)?.name ?? 'a dog'}, ${sayDay(h.day)}`)
  return `Move these first: ${dogs.join('; ')}.`
}

/** Just this hour, every day, for somebody who may show a dog. */
const hoursOf = (db: Db, { personId, day, minute }: NamedTime) => ({
  hours: handlers(peopleOn(db, day)).includes(personId)
    ? [1, 2, 3, 4, 5, 6, 7].map((weekday) => ({
        personId,
        weekday,
        fromMinute: minute,
        toMinute: minute + handoffMinutes,
      }))
    : [],
})

/** Whole days on which somebody is away. */
export const daysAway = (db: Db, timeZone: string, today: string) =>
  readDaysOff(db, today).map((o) => ({
    personId: o.personId,
    fromMs: startOfDay(timeZone, o.from),
    toMs: startOfDay(timeZone, addDays(o.to, 1)),
  }))

export const quietOf = ({ quietFrom, quietTo }: House) =>
  quietFrom === '' || quietTo === '' || quietFrom === quietTo ? undefined : { fromMinute: quietFrom, toMinute: quietTo }

/** Hours of those who may show a dog to its owner: leads and trainers, not kennel hands. */
export function handoffHours(db: Db, day: string) {
  const trainers = new Set(handlers(peopleOn(db, day)))
  return readHours(db).filter((h) => trainers.has(h.personId))
}
