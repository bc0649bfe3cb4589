import { z } from 'zod'
import { importPastSets } from '@/work/actions/pastSets'
import { job } from './job'

/** A table of past sets, looked at or kept. */
export const pastTable = job({
  input: z.object({
    table: z.object({ bytes: z.instanceof(Uint8Array), recordedBy: z.string(), keep: z.boolean() }),
    now: z.number(),
  }),
  run: (db, { table, now }, hooks) => importPastSets(db, table, now, hooks),
})
