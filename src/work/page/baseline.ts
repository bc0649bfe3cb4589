import { dayIn } from '@/core/days'
import type { Db } from '@/store/database'
import { readKennel } from '@/store/kennel'
import { findResident, type Resident } from '@/store/residents'
import { baselineOf } from '../context/baseline'
import type { BaselineCommand } from '../context/baseline'
import type { ResidencyId } from '@/core/ids'
import type { EpochMs } from '@/core/epochMs'

export interface BaselineView {
  readonly resident: Resident
  readonly today: string
  readonly timeZone: string
  readonly commands: readonly BaselineCommand[]
}

/** One dog's baseline: each command with what to ask for next, or what was found; undefined for no such residency. */
export function loadBaseline(db: Db, residencyId: ResidencyId, now: EpochMs): BaselineView | undefined {
  const resident = findResident(db, residencyId)
  if (!resident) return undefined
  const { timeZone } = readKennel(db)
  return { resident, timeZone, today: dayIn(timeZone, now), commands: baselineOf(db, resident, now) }
}
