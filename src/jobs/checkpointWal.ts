import { z } from 'zod'
import { checkpointWal as bring } from '@/store/database'
import { job } from './job'

/** Brings what was written since the last time from the side file into the kennel's file, as far as nobody reads it. */
export const checkpointWal = job({ input: z.object({}), run: (db) => bring(db) })
