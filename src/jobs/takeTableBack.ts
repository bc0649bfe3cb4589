import { z } from 'zod'
import { takeBackDogs } from '@/work/actions/importDogs'
import { job } from './job'

/** Takes back the dogs that a table brought. */
export const takeTableBack = job({
  input: z.object({ id: z.string(), now: z.number() }),
  run: (db, { id, now }, hooks) => takeBackDogs(db, id, now, hooks),
})
