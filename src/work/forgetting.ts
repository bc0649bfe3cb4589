import { fitForgetting, type FittedForgetting, type Refresher } from '@/core/forecast/forgetting'
import { foldDog } from '@/core/progress/fold'
import { readForgetting, writeForgetting } from '@/store/forgetting'
import { readSets } from '@/store/facts/read'
import type { Db } from '@/store/database'
import { allResidencyIds } from '@/store/residents'
import { inTurn, noHooks, type Hooks } from './hooks'
import { regimesFor } from './regimes'

/**
 * The forgetting model in use here: fitted from the kennel's own refreshers when there are enough, the house's else.
 */
export const kennelForgetting = (db: Db): FittedForgetting => readForgetting(db) ?? fitForgetting([])

/**
 * Fits the model to every refresher ever done here, and keeps it. Run by `rebuildStandings`, and by the clock
 * once a day.
 */
export function refitForgetting(db: Db, now: number, hooks: Hooks = noHooks): FittedForgetting {
  const found: Refresher[] = []
  for (const id of inTurn(allResidencyIds(db), hooks))
    foldDog(regimesFor(db, id, now), readSets(db, id), (_run, before, showing) => found.push({ before, showing }))
  const fitted = fitForgetting(found)
  // A fit to some of the dogs is none.
  if (!hooks.stopped()) writeForgetting(db, fitted, now)
  return fitted
}
