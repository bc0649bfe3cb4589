import type { Curriculum } from '@/core/curriculum/types'
import { inUse } from '@/core/promise/inUse'
import type { Db } from '@/store/database'
import { standingOf } from '../record/standing'
import { ladderOf } from '../base/regimes'
import type { ResidencyId } from '@/core/ids'
import type { EpochMs } from '@/core/epochMs'

/** The ladder this dog climbs, without what is switched off and was neither promised nor worked. */
export const ladderInUse = (db: Db, residencyId: ResidencyId, now: EpochMs): Curriculum =>
  inUse(ladderOf(db, residencyId, now), standingOf(db, residencyId, now).summary)
