import { fitForgetting, type FittedForgetting, type Refresher } from '@/core/forecast/forgetting'
import { msPerDay } from '@/core/days'
import { foldDog } from '@/core/progress/fold'
import { forgettingFittedAt, readForgetting, writeForgetting } from '@/store/forgetting'
import { readSets } from '@/store/facts/read'
import type { Db } from '@/store/database'
import { allResidencyIds } from '@/store/residents'
import { regimesFor } from './regimes'

/**
 * The forgetting model in use here: fitted from the kennel's own refreshers when there are enough, the house's else.
 */
export const kennelForgetting = (db: Db): FittedForgetting => readForgetting(db) ?? fitForgetting([])

/**
 * Fits the model to every refresher ever done here, and keeps it. Run by `rebuildStandings`, and once a day when facts
 * come in.
 */
export function refitForgetting(db: Db, now: number): FittedForgetting {
  const found: Refresher[] = []
  for (const id of allResidencyIds(db))
    foldDog(regimesFor(db, id, now), readSets(db, id), (_run, before, showing) => found.push({ before, showing }))
  const fitted = fitForgetting(found)
  writeForgetting(db, fitted, now)
  return fitted
}

/** House: the fit is a day old at most on a day on which anything is recorded. */
const refitAfterMs = msPerDay

/** Fits anew when the last fit is a day old. Long enough to be done after the answer is sent. */
export function refitWhenDue(db: Db, now: number): void {
  if (now - forgettingFittedAt(db) >= refitAfterMs) refitForgetting(db, now)
}
