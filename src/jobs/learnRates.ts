import { z } from 'zod'
import { learnRates as learn } from '@/work/actions/forecasts'
import { job } from './job'

/** Learns the kennel's own rates from the dogs that went home. */
export const learnRates = job({
  input: z.object({ now: z.number() }),
  run: (db, { now }, hooks) => learn(db, now, hooks),
})
