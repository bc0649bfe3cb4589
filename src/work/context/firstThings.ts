import { stopsToday, stopsTodaySaid } from '@/core/dog/signs'
import type { Db } from '@/store/database'
import { readSigns } from '@/store/facts/blocks'
import { baselinesOpen } from '@/store/baseline'
import { deskDevice } from './desk'
import { pausedBecause } from './pause'
import type { ResidencyId } from '@/core/ids'

/** Why nothing of a dog is worked that could be tested first, in a few words and in a sentence. */
export const baselineFirst = {
  short: 'the baseline comes first',
  said: 'The baseline comes first. Where does each command start?',
} as const

/** Whether the baseline of this dog comes before any work; a choice to do without ends that, and so does any work. */
export const wantsBaseline = (db: Db, residencyId: ResidencyId, today: string): boolean =>
  baselinesOpen(db, today, deskDevice).has(residencyId)

/** Whether nothing is known of what a dog can do: its baseline is still to come, and it is not paused. */
export const isUntested = (db: Db, residencyId: ResidencyId, today: string): boolean =>
  pausedBecause(db, residencyId) === '' && wantsBaseline(db, residencyId, today)

/**
 * Why nothing at all of a dog is worked now: it is paused, the baseline comes first, or it was over threshold twice
 * today; empty when it may be.
 */
export const notWorked = (db: Db, residencyId: ResidencyId, today: string): string =>
  pausedBecause(db, residencyId) ||
  (wantsBaseline(db, residencyId, today) ? baselineFirst.said : '') ||
  (stopsToday(readSigns(db, residencyId, today), today) ? stopsTodaySaid.said : '')
