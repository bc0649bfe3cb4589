import { z } from 'zod'

/** Where and how this device last worked: the next set begins with it, whichever dog it is. */
const remembered = z.object({
  at: z.number(),
  placeId: z.string().optional(),
  personId: z.string().optional(),
  helper: z.boolean().default(false),
  band: z.enum(['over-15', '5-15', 'under-5']).nullable().default(null),
  /** The dogs that were about lately, newest first. */
  partners: z.array(z.string()).max(3).default([]),
  temperatureC: z.number().nullable().default(null),
  humidity: z.number().nullable().default(null),
})
export type Remembered = z.output<typeof remembered>

/** House: after so long the day is another one and the weather is not the same. */
const goodForMs = 3 * 3_600_000
const place = 'kibou-around'

export function recall(now: number): Remembered | undefined {
  try {
    const known = remembered.safeParse(JSON.parse(localStorage.getItem(place) ?? 'null')).data
    return known && now - known.at < goodForMs && known.at <= now ? known : undefined
  } catch {
    return undefined
  }
}

export function remember(next: Remembered): void {
  try {
    localStorage.setItem(place, JSON.stringify(next))
  } catch {
    return
  }
}
