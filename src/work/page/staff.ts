import { minuteText } from '@/core/clock'
import { addDays, dayIn, dayText, shortWeekday } from '@/core/days'
import type { Role } from '@/core/people/roles'
import type { Db } from '@/store/database'
import { readHouse } from '@/store/house'
import { afterAll, readHours, readKennel, readLeaving, readPeople } from '@/store/kennel'
import { readSigners } from '@/store/signingIn'
import { readTurnedAway, turnedAwayDays } from '@/store/turnedAway'
import { wallMinute } from '../base/clock'
import type { EpochMs } from '@/core/epochMs'

/** Everyone who works here with their hours in words. */
export function listStaff(
  db: Db,
  now: EpochMs,
): readonly {
  readonly id: string
  readonly name: string
  readonly role: Role
  readonly signs: boolean
  readonly hours: string
  /** The first day on which they do not work here any more; empty while they stay. */
  readonly leaves: string
  readonly gone: boolean
}[] {
  const today = dayIn(readKennel(db).timeZone, now)
  const leaving = readLeaving(db)
  const signers = new Set(readSigners(db, today).map((p) => p.id))
  const hours = readHours(db)
  const { clock } = readHouse(db)
  return readPeople(db).map((p) => {
    const byTime = new Map<string, string[]>()
    for (const h of hours.filter((x) => x.personId === p.id)) {
      const time = `${minuteText(h.fromMinute, clock)}–${minuteText(h.toMinute, clock)}`
      byTime.set(time, [...(byTime.get(time) ?? []), shortWeekday(h.weekday)])
    }
    return {
      id: p.id,
      name: p.name,
      role: p.role,
      signs: signers.has(p.id),
      leaves: leaving.get(p.id) ?? '',
      gone: (leaving.get(p.id) ?? afterAll) <= today,
      hours: [...byTime].map(([time, days]) => `${days.join(', ')} ${time}`).join('; ') || 'no hours',
    }
  })
}

/** In words, the last first: who was turned away in these weeks, how often on which day, and from what. */
export function turnedAwayText(db: Db, now: EpochMs): readonly string[] {
  const { timeZone: zone, clock, dates } = readHouse(db)
  const people = new Map(readPeople(db).map((p) => [p.id, p.name]))
  return readTurnedAway(db, addDays(dayIn(zone, now), -turnedAwayDays)).map(
    ({ personId, day, why, times, lastAt, place }) =>
      `${people.get(personId) ?? personId}, ${dayText(day, dates)}: ` +
      (why === 'passcode' ? 'a wrong passcode' : 'asked for more than the role allows') +
      `${times === 1 ? '' : ` ${times} times, last`} at ${minuteText(wallMinute(zone, lastAt), clock)}, ` +
      (why === 'passcode' ? `from ${place}` : place),
  )
}
