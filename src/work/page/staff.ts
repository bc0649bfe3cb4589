import { sayMinute } from '@/core/clock'
import { addDays, dayIn, sayDay } from '@/core/days'
import type { Role } from '@/core/people/roles'
import type { Db } from '@/store/database'
import { readHouse } from '@/store/house'
import { afterAll, readHours, readKennel, readLeaving, readPeople } from '@/store/kennel'
import { readSigners } from '@/store/signingIn'
import { readTurnedAway, turnedAwayDays } from '@/store/turnedAway'
import { wallMinute } from '../scene/clock'

const dayNames = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun']

/** Everyone who works here with their hours in words. */
export function listStaff(
  db: Db,
  now: number,
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
      const time = `${sayMinute(h.from, clock)}–${sayMinute(h.to, clock)}`
      byTime.set(time, [...(byTime.get(time) ?? []), dayNames[h.weekday - 1] ?? ''])
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
export function sayTurnedAway(db: Db, now: number): readonly string[] {
  const { timeZone: zone, clock, dates } = readHouse(db)
  const people = new Map(readPeople(db).map((p) => [p.id, p.name]))
  return readTurnedAway(db, addDays(dayIn(zone, now), -turnedAwayDays)).map(
    ({ personId, day, why, times, lastAt, place }) =>
      `${people.get(personId) ?? personId}, ${sayDay(day, dates)}: ` +
      (why === 'passcode' ? 'a wrong passcode' : 'asked for more than the role allows') +
      `${times === 1 ? '' : ` ${times} times, last`} at ${sayMinute(wallMinute(zone, lastAt), clock)}, ` +
      (why === 'passcode' ? `from ${place}` : place),
  )
}
