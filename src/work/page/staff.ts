import type { Role } from '@/core/people/roles'
import type { Db } from '@/store/database'
import { readHours, readPeople } from '@/store/kennel'
import { readSigners } from '@/store/signingIn'

const dayNames = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun']

const hhmm = (minute: number) =>
  `${String(Math.floor(minute / 60)).padStart(2, '0')}:${String(minute % 60).padStart(2, '0')}`

/** Everyone who works here with their hours in words. */
export function listStaff(db: Db): readonly {
  readonly id: string
  readonly name: string
  readonly role: Role
  readonly signs: boolean
  readonly hours: string
}[] {
  const signers = new Set(readSigners(db).map((p) => p.id))
  const hours = readHours(db)
  return readPeople(db).map((p) => {
    const byTime = new Map<string, string[]>()
    for (const h of hours.filter((x) => x.personId === p.id)) {
      const time = `${hhmm(h.from)}–${hhmm(h.to)}`
      byTime.set(time, [...(byTime.get(time) ?? []), dayNames[h.weekday - 1] ?? ''])
    }
    return {
      id: p.id,
      name: p.name,
      role: p.role,
      signs: signers.has(p.id),
      hours: [...byTime].map(([time, days]) => `${days.join(', ')} ${time}`).join('; ') || 'no hours',
    }
  })
}
