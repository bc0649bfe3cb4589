import { dayIn } from '@/core/days'
import type { EpochMs } from '@/core/epochMs'
import type { Db } from '@/store/database'
import { readKennel } from '@/store/kennel'
import { allResidencyIds, residentsOn } from '@/store/residents'
import { lapsedStandings } from '@/store/standings'
import { inTurn, noHooks, type Hooks } from '../base/hooks'
import { cachedSummaries } from '../record/cachedStanding'
import { refoldApart } from '../record/refold'
import { refitForgetting } from './refitForgetting'

/**
 * Folds again every standing of these days that no longer holds or is of another version, and whatever lapsed, of those
 * who went home as well; returns how many.
 */
export function renewStandings(db: Db, now: EpochMs, hooks: Hooks = noHooks): number {
  const { timeZone } = readKennel(db)
  const today = dayIn(timeZone, now)
  const holds = cachedSummaries(db, today, now)
  const here = residentsOn(db, today).map((r) => r.residencyId)
  const stale = new Set([...here.filter((id) => !holds.has(id)), ...lapsedStandings(db)])
  let renewed = 0
  for (const residencyId of inTurn([...stale], hooks)) {
    refoldApart(db, residencyId, now)
    renewed++
  }
  return renewed
}

/** Makes every stored standing again from the facts, each by itself, so that nobody waits for all; returns how many. */
export function rebuildStandings(db: Db, now: EpochMs): number {
  const ids = allResidencyIds(db)
  for (const id of ids) refoldApart(db, id, now)
  refitForgetting(db, now)
  return ids.length
}
