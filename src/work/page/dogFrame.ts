import { dayIn } from '@/core/days'
import type { Db } from '@/store/database'
import { readKennel } from '@/store/kennel'
import { findResident } from '@/store/residents'
import { pausedBecause } from '../scene/pause'

/** What stands around every page of a dog. */
export interface DogFrame {
  readonly residencyId: string
  readonly name: string
  /** Why it is not worked now; empty when it is. */
  readonly because: string
  /** It is here today: only then can its work be stopped. */
  readonly here: boolean
}

/** The frame of a dog’s pages; undefined for no such residency. */
export function loadDogFrame(db: Db, residencyId: string, now: number): DogFrame | undefined {
  const resident = findResident(db, residencyId)
  if (!resident) return undefined
  const today = dayIn(readKennel(db).timeZone, now)
  return {
    residencyId,
    name: resident.name,
    because: pausedBecause(db, residencyId),
    here: resident.arrivesOn <= today && today <= resident.leavesOn,
  }
}
