import { fitForgetting, type FittedForgetting, type Refresher } from '@/core/forecast/forgetting'
import { foldDog } from '@/core/progress/fold'
import { writeForgetting } from '@/store/forgetting'
import { readSets } from '@/store/facts/read'
import type { Db } from '@/store/database'
import { allResidencyIds } from '@/store/residents'
import { inTurn, noHooks, type Hooks } from '../base/hooks'
import { regimesFor } from '../base/regimes'
import type { EpochMs } from '@/core/epochMs'

/**
 * Fits the model to every refresher ever done here, and keeps it. Run by `rebuildStandings`, and by the clock
 * once a day.
 */
export function refitForgetting(db: Db, now: EpochMs, hooks: Hooks = noHooks): FittedForgetting {
  const found: Refresher[] = []
  for (const id of inTurn(allResidencyIds(db), hooks))
    foldDog(regimesFor(db, id, now), readSets(db, id), (_run, before, test) => found.push({ before, test }))
  const fitted = fitForgetting(found)
  // A fit to some of the dogs is none.
  if (!hooks.stopped()) writeForgetting(db, fitted, now)
  return fitted
}
