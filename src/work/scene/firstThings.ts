import type { Db } from '@/store/database'
import { baselinesOpen } from '@/store/baseline'
import { deskDevice } from './desk'

/** Why nothing of a dog is worked that could be tested first, in a few words and in a sentence. */
export const baselineFirst = {
  short: 'its baseline comes first',
  said: 'Its baseline comes first: where does each command start?',
} as const

/** Whether the baseline of this dog comes before any work; a choice to do without ends that, and so does any work. */
export const wantsBaseline = (db: Db, residencyId: string, today: string): boolean =>
  baselinesOpen(db, today, deskDevice).has(residencyId)
