import { dayIn } from '@/core/days'
import { demoPasscode } from '@/core/people/demoPasscode'
import { readKennel, type Person } from '@/store/kennel'
import type { Db } from '@/store/database'
import { hasLead, readSigners } from '@/store/signingIn'

/** What people choose among at the door, and what a demonstration says beside it. */
export function loadDoor(
  db: Db,
  now: number,
): {
  readonly kennel: string
  readonly people: readonly Person[]
  readonly demoPasscode: string | undefined
  readonly empty: boolean
} {
  const kennel = readKennel(db)
  return {
    kennel: kennel.name,
    people: readSigners(db, dayIn(kennel.timeZone, now)),
    demoPasscode: kennel.demoMadeOn === null ? undefined : demoPasscode,
    empty: !hasLead(db),
  }
}
