import { z } from 'zod'

/**
 * What became of each fact sent. Known means it was here already and changes nothing. `wanted`: numbers from and to
 * that the kennel has not, though what came after them is here: the device sends those again, if it has them still.
 */
export const receipt = z.object({
  results: z.array(
    z.object({ id: z.string(), status: z.enum(['stored', 'known', 'refused']), reason: z.string().optional() }),
  ),
  wanted: z.array(z.tuple([z.int(), z.int()])).default([]),
})
export type Receipt = z.infer<typeof receipt>
