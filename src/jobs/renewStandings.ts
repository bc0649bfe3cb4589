import { z } from 'zod'
import { renewStandings as renew } from '@/work/upkeep/renewStandings'
import { job } from './job'

/** Folds again what no longer holds (a birthday, another version of the fold), so that nobody waits for it by day. */
export const renewStandings = job({
  input: z.object({ now: z.number() }),
  run: (db, { now }, hooks) => ({ renewed: renew(db, now, hooks) }),
})
