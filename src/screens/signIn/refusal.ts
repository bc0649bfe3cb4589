import { z } from 'zod'

/** What the door says when it opens: where to go first, where that is not what was asked for. */
export const admitted = z.object({ to: z.string().optional() })

/** What the door says when it does not open. Asked for only then. */
export const refusal = z.object({
  error: z.string().optional(),
  errors: z.record(z.string(), z.string()).optional(),
  waitMs: z.number().optional(),
})
