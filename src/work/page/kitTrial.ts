import { z } from 'zod'
import { kits } from '@/core/curriculum/types'
import type { FactOf } from '@/core/facts/wire'

/** What two pieces of kit are to be compared on. */
export interface KitTrial {
  readonly rungId: string
  readonly kits: readonly [FactOf<'set-opened'>['kit'], FactOf<'set-opened'>['kit']]
}

const trialQuery = z.object({
  rung: z.string(),
  kit: z.tuple([z.enum(kits), z.enum(kits)]).refine(([a, b]) => a !== b),
})

/** The comparison asked for by an address, undefined when none is, or a refusal. */
export function readTrial(query: Readonly<Record<string, unknown>>): KitTrial | undefined | { readonly refused: true } {
  if (query['kit'] === undefined && query['rung'] === undefined) return undefined
  const parsed = trialQuery.safeParse(query)
  return parsed.success ? { rungId: parsed.data.rung, kits: parsed.data.kit } : { refused: true }
}
