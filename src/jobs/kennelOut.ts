import { z } from 'zod'
import { kennelOutOfHouse } from '@/work/actions/wholeKennel'
import { job } from './job'

/** Writes the whole kennel out as a folder that another machine can take in: docs/whole-kennel.md. */
export const kennelOut = job({
  input: z.object({ now: z.number() }),
  run: (db, { now }) => kennelOutOfHouse(db, now),
})
