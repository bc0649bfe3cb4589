import { addDays, dayIn, daysBetween } from '@/core/days'
import type { Db } from '@/store/database'
import { readKennel } from '@/store/kennel'
import { allResidencyIds, findResident } from '@/store/residents'
import { noHooks } from '@/work/base/hooks'
import { forecastsBefore, keepOutcomes, learnRates, renewForecasts } from '@/work/actions/forecasts'
import type { EpochMs } from '@/core/epochMs'

/**
 * The demonstration's forecasts: what would have been said at a quarter, a half and three quarters of each stay that is
 * over, and yesterday of those that are here; then what is said today, and how good the others were.
 */
export function forecastDemo(db: Db, now: EpochMs, futures?: number): void {
  const today = dayIn(readKennel(db).timeZone, now)
  learnRates(db, now)
  for (const id of allResidencyIds(db)) {
    const resident = findResident(db, id)
    if (!resident) continue
    const length = daysBetween(resident.arrivesOn, resident.leavesOn)
    const days =
      resident.leavesOn < today
        ? [1, 2, 3].map((quarter) => addDays(resident.arrivesOn, Math.ceil((length * quarter) / 4)))
        : resident.arrivesOn < addDays(today, -1)
          ? [addDays(today, -1)]
          : []
    forecastsBefore(db, id, days)
  }
  keepOutcomes(db, today, now)
  // Once more: now it is known what came of it.
  learnRates(db, now)
  renewForecasts(db, now, noHooks, futures)
}
