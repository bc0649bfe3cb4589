import { z } from 'zod'
import { refoldApart } from '@/work/record/refold'
import { lookThrough } from '@/work/context/soundness'
import { job } from './job'

/**
 * Looks through the kennel's whole file: sound, nothing named that is not there, standings as the facts have them; what
 * is not is made again.
 */
export const checkKennel = job({
  input: z.object({ now: z.number() }),
  run: (db, { now }, hooks) => {
    const look = lookThrough(db, now, hooks)
    for (const { residencyId } of look.standings) refoldApart(db, residencyId, now)
    return look
  },
})
