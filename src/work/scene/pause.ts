import { sayDay, type DateOrder } from '@/core/days'
import type { Db } from '@/store/database'
import { readHouse } from '@/store/house'
import { openPauses } from '@/store/stay'

/** Why a dog is not worked now, in a sentence. */
export const sayPause = (
  p: { readonly why: string; readonly note: string; readonly fromDay: string },
  dates: DateOrder,
): string =>
  `Not worked: ${p.why === 'other' ? 'paused' : p.why} since ${sayDay(p.fromDay, dates)}` +
  `${p.note === '' ? '' : ` (${p.note})`}.`

/** What of its food changes while it is not worked: a sick dog is fed by what the vet says. */
export const feedWhilePaused = (why: string): string => (why === 'sick' ? 'sick: fed by what the vet says' : '')

/** Why this dog is not worked now; empty when it is. */
export function pausedBecause(db: Db, residencyId: string): string {
  const pause = openPauses(db).get(residencyId)
  return pause ? sayPause(pause, readHouse(db).dates) : ''
}
