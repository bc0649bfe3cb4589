import { dayText, type DateOrder } from '@/core/days'
import type { Db } from '@/store/database'
import { readHouse } from '@/store/house'
import { openPauses } from '@/store/stay'
import type { ResidencyId } from '@/core/ids'

/** Why a dog is not worked now, in a sentence. */
export const pauseText = (
  p: { readonly why: string; readonly note: string; readonly fromDay: string },
  dates: DateOrder,
): string =>
  `Not worked: ${p.why === 'other' ? 'paused' : p.why} since ${dayText(p.fromDay, dates)}` +
  `${p.note === '' ? '' : ` (${p.note})`}.`

/** What of its food changes while it is not worked: a sick dog is fed by what the vet says. */
export const feedWhilePaused = (why: string): string => (why === 'sick' ? 'sick: fed by what the vet says' : '')

/** Why this dog is not worked now; empty when it is. */
export function pausedBecause(db: Db, residencyId: ResidencyId): string {
  const pause = openPauses(db).get(residencyId)
  return pause ? pauseText(pause, readHouse(db).dates) : ''
}
