import { z } from 'zod'
import { goOn } from '@/work/actions/importDogs'
import { job } from './job'

/** Goes on with a table that was stopped, or whose program was ended. */
export const goOnWithTable = job({
  input: z.object({ id: z.string(), now: z.number() }),
  run: (db, { id, now }, hooks) => goOn(db, id, now, hooks),
})
