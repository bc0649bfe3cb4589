import {
  halvesOfDay,
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
import { handoffMinutes, isQuiet } from '@/core/handoff/slots'
import type { EpochMs } from '@/core/epochMs'
import type { Db } from '@/store/database'
import { handoffsAfter, liveHandoff, readSpace } from '@/store/handoffs'
import { readHouse, readSpaces } from '@/store/house'
import { afterAll, peopleOn, readKennel, readLeaving } from '@/store/kennel'
import { ownerTimesOf } from '@/store/ownerTimes'
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
      moments.set(half, momentAt(timeZone, day, (half % halvesOfDay) * 30))
    }
    return moments.get(half)
  }
  const begun = Math.ceil((now + noticeHours * 3_600_000 - (moment(0) ?? now)) / 1_800_000)
  const byOwner = new Map<string, Resident[]>()
  for (const r of waiting) {
    const owner = r.ownerName.toLowerCase()
    byOwner.set(owner, [...(byOwner.get(owner) ?? []), r])
  }
  return {
    today,
    moment,
    residents: new Map(waiting.map((r) => [r.residencyId, r])),
    kennel: {
      days,
      notBefore: begun,
      trainers: trainersFor(db, today, days, moment),
      grounds: groundsFor(db, now, moment),
      visits: [...byOwner.values()].map((dogs) => visitOf(db, dogs, today, days, now)),
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
        for (let minute = Math.ceil(h.fromMinute / 30) * 30; minute + 30 <= h.toMinute; minute += 30) {
          if (quiet && isQuiet(quiet, minute, minute + 30)) continue
          const half = day * halvesOfDay + minute / 30
          const from = moment(half)
          if (from !== undefined && !taken.some((t) => t.fromMs < from + 1_800_000 && from < t.toMs)) free.add(half)
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
    const space = readSpace(db, place.id, now - 86_400_000)
    const outdoors = !place.indoors
    return {
      id: place.id,
      outdoors,
      room: (half) => {
        const at = half % halvesOfDay
        if (outdoors && (at < daylight.from || at >= daylight.to)) return 0
        const from = moment(half)
        if (from === undefined || !space) return 0
        return space.capacity - space.taken.filter((t) => t.fromMs < from + 1_800_000 && from < t.toMs).length
      },
    }
  })
}

function visitOf(db: Db, dogs: readonly Resident[], today: string, days: number, now: EpochMs): Visit {
  const told = dogs
    .flatMap((r) => ownerTimesOf(db, r.residencyId) ?? [])
    .filter((t) => t.holdsUntil === '' || t.holdsUntil >= today)
    .sort((a, b) => b.at - a.at)[0]
  const week = told ? readTimes(told.said).times : []
  const times: OwnerTime[] = []
  for (let day = 0; day < days; day++) {
    const on = addDays(today, day)
    if (told && told.holdsUntil !== '' && on > told.holdsUntil) break
    for (const t of week)
      if (t.weekday === weekdayOf(on))
        times.push({
          from: day * halvesOfDay + Math.ceil(t.fromMinute / 30),
          to: day * halvesOfDay + Math.floor(t.toMinute / 30),
          rank: t.rank,
        })
  }
  return {
    id: dogs.map((r) => r.residencyId).join(' '),
    dogs: dogs.map((r) => dogOf(db, r, today, days, now)),
    times,
  }
}

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

/** Minutes of one demonstration, as an owner is told it. */
export const minutesOf = (visit: Visit): number => handoffMinutes + 30 * (visit.dogs.length - 1)
