import { z } from 'zod'
import { lookAtDogs } from '@/work/actions/importDogs'
import { job } from './job'

/** What a table of dogs would come to. */
export const lookAtTable = job({
  input: z.object({ bytes: z.instanceof(Uint8Array), recordedBy: z.string(), now: z.number() }),
  run: (db, { bytes, recordedBy, now }, hooks) => lookAtDogs(db, bytes, recordedBy, now, hooks),
})
