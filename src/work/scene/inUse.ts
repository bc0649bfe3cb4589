import type { Curriculum } from '@/core/curriculum/types'
import { inUse } from '@/core/promise/inUse'
import type { Db } from '@/store/database'
import { standingOf } from '../record/refold'
import { ladderOf } from './regimes'

/** The ladder this dog climbs, without what is switched off and was neither promised nor worked. */
export const ladderInUse = (db: Db, residencyId: string, now: number): Curriculum =>
  inUse(ladderOf(db, residencyId, now), standingOf(db, residencyId, now).summary)
