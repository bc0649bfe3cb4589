import { z } from 'zod'

/** What the door says when it does not open. Asked for only then. */
export const refusal = z.object({
  error: z.string().optional(),
  errors: z.record(z.string(), z.string()).optional(),
  waitMs: z.number().optional(),
})
