import { z } from 'zod'
import { backUp as copy, backUpNightly } from '@/work/do/backup'
import { job } from './job'

/** Copies the kennel's whole file into the house's backup folder: this night's, once, or one more by hand. */
export const backUp = job({
  input: z.object({ now: z.number(), nightly: z.boolean() }),
  run: (db, { now, nightly }): ReturnType<typeof copy> =>
    nightly ? { ok: true, file: backUpNightly(db, now) ?? '' } : copy(db, now),
})
