import { dayIn } from '@/core/days'
import { readKennel, type Person } from '@/store/kennel'
import type { Db } from '@/store/database'
import { hasLead, readSigners } from '@/store/signingIn'
import type { EpochMs } from '@/core/epochMs'

/** What people choose among at the door, and what a demonstration says beside it. */
export function loadDoor(
  db: Db,
  now: EpochMs,
): {
  readonly kennel: string
  readonly people: readonly Person[]
  readonly isDemo: boolean
  readonly empty: boolean
} {
  const kennel = readKennel(db)
  return {
    kennel: kennel.name,
    people: readSigners(db, dayIn(kennel.timeZone, now)),
    isDemo: kennel.demoMadeOn !== null,
    empty: !hasLead(db),
  }
}
