import * as z from 'zod/mini'

/** Where and how this device last worked: the next set begins with it, whichever dog it is. */
const remembered = z.object({
  at: z.number(),
  placeId: z.optional(z.string()),
  personId: z.optional(z.string()),
  helper: z._default(z.boolean(), false),
  band: z._default(z.nullable(z.enum(['over-15', '5-15', 'under-5'])), null),
  /** The dogs that were about lately, newest first. */
  partners: z._default(z.array(z.string()).check(z.maxLength(3)), []),
  temperatureC: z._default(z.nullable(z.number()), null),
  humidity: z._default(z.nullable(z.number()), null),
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
