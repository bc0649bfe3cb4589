import { dayIn } from '@/core/days'
import type { FieldSpec } from '@/core/form'
import { pauseFields } from '@/core/intake/stayForms'
import type { Db } from '@/store/database'
import { readKennel } from '@/store/kennel'
import { findResident } from '@/store/residents'
import { pausedBecause } from '../context/pause'
import type { ResidencyId } from '@/core/ids'
import type { EpochMs } from '@/core/epochMs'

/** What stands around every page of a dog. */
export interface DogFrame {
  readonly residencyId: ResidencyId
  readonly name: string
  /** Why it is not worked now; empty when it is. */
  readonly because: string
  /** It is here today: only then can its work be stopped. */
  readonly here: boolean
  /** What is asked to stop its work. */
  readonly pauseFields: readonly FieldSpec[]
}

/** The frame of a dog’s pages; undefined for no such residency. */
export function loadDogFrame(db: Db, residencyId: ResidencyId, now: EpochMs): DogFrame | undefined {
  const resident = findResident(db, residencyId)
  if (!resident) return undefined
  const today = dayIn(readKennel(db).timeZone, now)
  return {
    residencyId,
    name: resident.name,
    because: pausedBecause(db, residencyId),
    here: resident.arrivesOn <= today && today <= resident.leavesOn,
    pauseFields,
  }
}
