import { z } from 'zod'
import { refitForgetting as refit } from '@/work/upkeep/refitForgetting'
import { job } from './job'

/** Fits the forgetting model to every refresher ever done here: every dog that was ever here is folded. */
export const refitForgetting = job({
  input: z.object({ now: z.number() }),
  run: (db, { now }, hooks) => {
    refit(db, now, hooks)
    return { fitted: !hooks.stopped() }
  },
})
