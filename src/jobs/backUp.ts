import { z } from 'zod'
import { backUp as copy } from '@/work/actions/backup'
import { job } from './job'

/** Copies the kennel's whole file into the house's backup folder. */
export const backUp = job({ input: z.object({ now: z.number() }), run: (db, { now }) => copy(db, now) })
