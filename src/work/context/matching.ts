import {
  halvesOfDay,
  minutesOfHalf,
  type DogToShow,
  type Ground,
  type Kennel,
  type OwnerTime,
  type Trainer,
  type Visit,
} from '@/core/booking/kennel'
import { readTimes } from '@/core/booking/ownerTimes'
import { noticeHours, usualADay, usualFloor, usualWorth } from '@/core/booking/worth'
import { addDays, dayIn, daysBetween, momentAt, weekdayOf } from '@/core/days'
import { usualHandler } from '@/core/demonstration/rehearsal'
import { isQuiet } from '@/core/handoff/slots'
import type { EpochMs } from '@/core/epochMs'
import type { Db } from '@/store/database'
import { handoffsAfter, handoffsOfOwner, liveHandoff, readSpace } from '@/store/handoffs'
import { readHouse, readSpaces } from '@/store/house'
import { afterAll, peopleOn, readKennel, readLeaving } from '@/store/kennel'
import { ownerTimesOf, type OwnerTimesSaid } from '@/store/ownerTimes'
import { residentsOn, type Resident } from '@/store/residents'
import { openPauses } from '@/store/stay'
import { handlers } from '../base/who'
import { cachedForecast, setsOf } from '../record/cachedStanding'
import { standingOf } from '../record/standing'
import { rehearsalOf, readyWith } from './shown'
import { daysAway, handoffHours, quietOf } from './slots'

/** Design choice: nobody is promised an hour further ahead than this, days. */
const mostDays = 60

/** What a plan of demonstrations is made of, with how its half hours stand in time. */
export interface Matching {
  readonly kennel: Kennel
  readonly today: string
  readonly residents: ReadonlyMap<string, Resident>
  /** What the owner of each visit said last of when they can come, whether it still holds or not. */
  readonly told: ReadonlyMap<Visit['id'], OwnerTimesSaid>
  /** The moment at which a half hour begins; undefined where a clock change skips it. */
  readonly moment: (half: number) => EpochMs | undefined
}

/** Every dog here that has no demonstration yet, and all that decides when it can have one. */
export function matchingNow(db: Db, now: EpochMs): Matching {
  const { timeZone } = readKennel(db)
  const today = dayIn(timeZone, now)
  const paused = openPauses(db)
  const waiting = residentsOn(db, today).filter(
    (r) => !paused.has(r.residencyId) && liveHandoff(db, r.residencyId) === undefined,
  )
  const last = Math.max(0, ...waiting.map((r) => daysBetween(today, r.leavesOn)))
  const days = Math.min(mostDays, last + 1)
  const moments = new Map<number, EpochMs | undefined>()
  const moment = (half: number): EpochMs | undefined => {
    if (!moments.has(half)) {
      const day = addDays(today, Math.floor(half / halvesOfDay))
      moments.set(half, momentAt(timeZone, day, (half % halvesOfDay) * minutesOfHalf))
    }
    return moments.get(half)
  }
  const begun = Math.ceil((now + noticeHours * 3_600_000 - (moment(0) ?? now)) / msPerHalf)
  const told = new Map<Visit['id'], OwnerTimesSaid>()
  const byOwner = new Map<string, Resident[]>()
  for (const r of waiting) {
    const owner = r.ownerName.toLowerCase()
    byOwner.set(owner, [...(byOwner.get(owner) ?? []), r])
  }
  const visits = [...byOwner.values()].map((dogs): Visit => {
    const id = dogs.map((r) => r.residencyId).join(' ')
    const [last] = dogs.flatMap((r) => ownerTimesOf(db, r.residencyId) ?? []).sort((a, b) => b.at - a.at)
    if (last) told.set(id, last)
    return {
      id,
      dogs: dogs.map((r) => dogOf(db, r, today, days, now)),
      times: dogs[0] && last ? timesIn(db, dogs[0], last, { today, days, now, moment }) : [],
    }
  })
  return {
    today,
    moment,
    told,
    residents: new Map(waiting.map((r) => [r.residencyId, r])),
    kennel: {
      days,
      notBefore: begun,
      trainers: trainersFor(db, today, days, moment),
      grounds: groundsFor(db, now, moment),
      visits,
      worth: usualWorth,
      floor: usualFloor,
      perTrainerAndDay: usualADay,
      rain: [],
    },
  }
}

/** Who may show dogs, and the half hours in which they work and nothing is booked. */
function trainersFor(db: Db, today: string, days: number, moment: Matching['moment']): readonly Trainer[] {
  const { timeZone } = readKennel(db)
  const hours = handoffHours(db, today)
  const away = daysAway(db, timeZone, today)
  const leaving = readLeaving(db)
  const quiet = quietOf(readHouse(db))
  const booked = handoffsAfter(db, moment(0) ?? 0)
  return handlers(peopleOn(db, today)).map((id): Trainer => {
    const free = new Set<number>()
    const shows = new Map<number, number>()
    const taken = [...away.filter((a) => a.personId === id), ...booked.filter((h) => h.personId === id)]
    for (const h of booked)
      if (h.personId === id) {
        const day = daysBetween(today, dayIn(timeZone, h.fromMs))
        shows.set(day, (shows.get(day) ?? 0) + 1)
      }
    for (let day = 0; day < days; day++) {
      const on = addDays(today, day)
      if ((leaving.get(id) ?? afterAll) <= on) continue
      for (const h of hours) {
        if (h.personId !== id || h.weekday !== weekdayOf(on)) continue
        for (
          let minute = Math.ceil(h.fromMinute / minutesOfHalf) * minutesOfHalf;
          minute + minutesOfHalf <= h.toMinute;
          minute += minutesOfHalf
        ) {
          if (quiet && isQuiet(quiet, minute, minute + minutesOfHalf)) continue
          const half = day * halvesOfDay + minute / minutesOfHalf
          const from = moment(half)
          if (from !== undefined && !taken.some((t) => overlaps(t, from))) free.add(half)
        }
      }
    }
    return { id, free, shows }
  })
}

/** Design choice: where a dog is shown to its owner: in a room or a fenced yard, not among passers-by. */
const toShowIn: ReadonlySet<string> = new Set(['room', 'yard'])
/** Design choice: outdoors nothing is shown before and after these half hours, until the house says where it lies. */
const daylight = { from: 16, to: 34 }

function groundsFor(db: Db, now: EpochMs, moment: Matching['moment']): readonly Ground[] {
  const fit = readSpaces(db).filter((place) => toShowIn.has(place.kind))
  return fit.map((place): Ground => {
    const space = readSpace(db, place.id, now - msPerDay)
    const outdoors = !place.indoors
    return {
      id: place.id,
      outdoors,
      room: (half) => {
        const at = half % halvesOfDay
        if (outdoors && (at < daylight.from || at >= daylight.to)) return 0
        const from = moment(half)
        if (from === undefined || !space) return 0
        return space.capacity - space.taken.filter((t) => overlaps(t, from)).length
      },
    }
  })
}

/** When an owner can come, day by day: as they said, and not while they are here for another of their dogs. */
function timesIn(
  db: Db,
  dog: Resident,
  told: OwnerTimesSaid,
  { today, days, now, moment }: { today: string; days: number; now: EpochMs; moment: Matching['moment'] },
): readonly OwnerTime[] {
  const booked = handoffsOfOwner(db, dog, now - msPerDay, undefined)
  const isTheirs = (half: number): boolean => {
    const from = moment(half)
    return from !== undefined && !booked.some((h) => overlaps(h, from))
  }
  const week = readTimes(told.said).times
  const times: OwnerTime[] = []
  for (let day = 0; day < days; day++) {
    const on = addDays(today, day)
    if (told.holdsUntil !== '' && on > told.holdsUntil) break
    for (const { weekday, fromMinute, toMinute, rank } of week) {
      if (weekday !== weekdayOf(on)) continue
      const end = day * halvesOfDay + Math.floor(toMinute / minutesOfHalf)
      let from = day * halvesOfDay + Math.ceil(fromMinute / minutesOfHalf)
      for (let half = from; half <= end; half++)
        if (half === end || !isTheirs(half)) {
          if (half > from) times.push({ from, to: half, rank })
          from = half + 1
        }
    }
  }
  return times
}

const msPerDay = 86_400_000
const msPerHalf = minutesOfHalf * 60_000
/** Whether something lies in the half hour that begins at this moment. */
const overlaps = (h: { readonly fromMs: number; readonly toMs: number }, from: EpochMs): boolean =>
  h.fromMs < from + msPerHalf && from < h.toMs

function dogOf(db: Db, resident: Resident, today: string, days: number, now: EpochMs): DogToShow {
  const { residencyId } = resident
  const { summary } = standingOf(db, residencyId, now)
  const isHeld = summary.readyOn !== undefined
  const rehearsed = readyWith(db, residencyId, summary).readyOn !== undefined
  const told = cachedForecast(db, residencyId)?.told
  const gone = told ? daysBetween(told.today, today) : 0
  return {
    residencyId,
    // Shown in the morning or later: what counts is what it can do on the evening before.
    chanceBy: Array.from({ length: days }, (_, day) =>
      isHeld ? 1 : (told?.by[Math.min(day - 1 + gone, told.by.length - 1)] ?? 0),
    ),
    trainer: usualHandler(setsOf(db, residencyId)),
    home: daysBetween(today, resident.leavesOn),
    rehearsal: rehearsed || rehearsalOf(db, residencyId).kind === 'not-asked' ? 'none' : 'any',
  }
}
