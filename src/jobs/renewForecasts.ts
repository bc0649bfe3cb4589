import { z } from 'zod'
import { renewForecasts as renew } from '@/work/actions/forecasts'
import { job } from './job'

/** Makes the forecasts that are due: the wall shows what was made last, and waits for none. */
export const renewForecasts = job({
  input: z.object({ now: z.number() }),
  run: (db, { now }, hooks) => renew(db, now, hooks),
})
