import { z } from 'zod'

/**
 * What became of each fact sent. Known means it was here already and changes nothing; waits, that whoever made it has
 * to be signed in. `wanted`: numbers from and to that the kennel has not, though what came after them is here: the
 * device sends those again, if it has them still.
 */
export const receipt = z.object({
  results: z.array(
    z.object({
      id: z.string(),
      status: z.enum(['stored', 'known', 'refused', 'waits']),
      reason: z.string().optional(),
      /** Why it was refused, for code: one of `RejectionCode`; a newer kennel may say others. */
      code: z.string().optional(),
    }),
  ),
  wanted: z.array(z.tuple([z.int(), z.int()])).default([]),
  /** The device's name belongs to another: it takes a new one, and numbers what it has under it. */
  rename: z.boolean().default(false),
})
export type Receipt = z.output<typeof receipt>
