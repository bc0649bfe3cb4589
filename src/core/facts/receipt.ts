import { z } from 'zod'

/** What became of each fact sent. Known means it was here already and changes nothing. */
export const receipt = z.object({
  results: z.array(
    z.object({ id: z.string(), status: z.enum(['stored', 'known', 'refused']), reason: z.string().optional() }),
  ),
})
export type Receipt = z.infer<typeof receipt>
