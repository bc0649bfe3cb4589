import { z } from 'zod'
import { kits } from '@/core/curriculum/types'
import { wornText, type Worn } from '@/core/evidence/kit'
import type { FactOf } from '@/core/facts/wire'
import type { RungId } from '@/core/ids'

/** A leash, and the collar with it where one was chosen. */
export interface TrialSide extends Worn {
  readonly kit: FactOf<'set-opened'>['kit']
}

/** What two leashes, or two collars on one leash, are to be compared on. */
export interface KitTrial {
  readonly rungId: RungId
  readonly sides: readonly [TrialSide, TrialSide]
}

const collar = z
  .string()
  .max(40)
  .transform((c) => (c === '' ? undefined : c))
const trialQuery = z.object({
  rung: z.string(),
  kit: z.tuple([z.enum(kits), z.enum(kits)]),
  collar: z.tuple([collar, collar]).default([undefined, undefined]),
})

/**
 * The comparison asked for by an address, undefined when none is, or a refusal: two that are alike are no comparison,
 * and one with its collar beside one without would count sets of either for both.
 */
export function readTrial(query: Readonly<Record<string, unknown>>): KitTrial | undefined | { readonly refused: true } {
  if (query['kit'] === undefined && query['rung'] === undefined) return undefined
  const parsed = trialQuery.safeParse(query)
  if (!parsed.success) return { refused: true }
  const { rung, kit, collar: worn } = parsed.data
  const [a, b] = [
    { kit: kit[0], collar: worn[0] },
    { kit: kit[1], collar: worn[1] },
  ] as const
  if (wornText(a) === wornText(b)) return { refused: true }
  if (a.kit === b.kit && (a.collar === undefined || b.collar === undefined)) return { refused: true }
  return { rungId: rung, sides: [a, b] }
}
