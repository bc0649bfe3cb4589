import { z } from 'zod'
import { previewMethod } from '@/work/page/methodPreview'
import { job } from './job'

/** What a switch of the house method would change: every resident is folded three times. */
export const methodPreview = job({
  input: z.object({ raw: z.unknown(), now: z.number() }),
  run: (db, { raw, now }, hooks) => previewMethod(db, raw, now, hooks),
})
