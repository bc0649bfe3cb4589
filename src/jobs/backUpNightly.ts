import { z } from 'zod'
import { backUpNightly as copy } from '@/work/actions/backup'
import { job } from './job'

/** This night's backup, made once; the oldest nights go. */
export const backUpNightly = job({ input: z.object({ now: z.number() }), run: (db, { now }) => copy(db, now) })
