import { z } from 'zod'

/** What lies in the file that an owner takes home: read by its own program from the file itself. */
export const homeFile = z.object({
  residencyId: z.string(),
  name: z.string(),
  owner: z.string(),
  kennel: z.string(),
  phone: z.string(),
  trainer: z.string(),
  /** The day of the handoff, from which the weeks are counted. */
  from: z.string(),
  note: z.string(),
  warmUp: z.string(),
  signals: z.string(),
  words: z.array(z.object({ command: z.string(), word: z.string(), signal: z.string() })),
  release: z.string(),
  dates: z.enum(['day-first', 'month-first']),
  whenItFails: z.array(z.string()),
  ringWhen: z.array(z.string()),
  cautions: z.array(z.string()),
  weeks: z.array(
    z.object({
      week: z.number(),
      place: z.string(),
      foodWords: z.string(),
      also: z.string(),
      lines: z.array(
        z.object({
          id: z.string(),
          command: z.string(),
          title: z.string(),
          minutes: z.number(),
          words: z.string(),
          seconds: z.array(z.number()),
        }),
      ),
    }),
  ),
})
export type HomeFile = z.infer<typeof homeFile>
