import { z } from 'zod'
import { uuid } from './kind'
import { mostFacts } from './words'
import { blockClosed } from './blockClosed'
import { blockOpened } from './blockOpened'
import { demonstrationClosed } from './demonstrationClosed'
import { demonstrationOpened } from './demonstrationOpened'
import { itemShown } from './itemShown'
import { leashPressure } from './leashPressure'
import { overThreshold } from './overThreshold'
import { ownersHandsSeen } from './ownersHands'
import { repDone } from './rep'
import { setClosed } from './setClosed'
import { setOpened } from './setOpened'
import { smallThing } from './smallThing'
import { voided } from './voided'

/** Every kind of fact that a device sends, each made on the device under its own UUIDv7. A new kind is named here. */
const kinds = [
  setOpened,
  repDone,
  setClosed,
  voided,
  blockOpened,
  blockClosed,
  overThreshold,
  leashPressure,
  smallThing,
  demonstrationOpened,
  demonstrationClosed,
  itemShown,
  ownersHandsSeen,
] as const

type SchemasOf<T extends readonly { readonly schema: unknown }[]> = { readonly [I in keyof T]: T[I]['schema'] }
// A map over a list forgets which place holds what; the type says it again.
export const wireFact = z.discriminatedUnion('kind', kinds.map((k) => k.schema) as unknown as SchemasOf<typeof kinds>)
export type WireFact = z.infer<typeof wireFact>
export type FactKindName = WireFact['kind']
const byName = new Map<string, Pick<(typeof kinds)[number], 'fields' | 'names' | 'moves'>>(
  kinds.map((k) => [k.kind, k]),
)

/** What a kind is and means. */
export function kindNamed(kind: FactKindName): Pick<(typeof kinds)[number], 'fields' | 'names' | 'moves'> {
  const found = byName.get(kind)
  if (!found) throw new RangeError(`${kind} is no kind of fact`)
  return found
}

/** A fact of one kind. */
export type FactOf<K extends FactKindName> = Extract<WireFact, { kind: K }>

export const wireBatch = z.object({
  device: uuid,
  /** What the device's clock said when it sent this. */
  deviceNow: z.int().min(0).max(8.64e15),
  facts: z.array(z.unknown()).max(mostFacts),
  /** The highest number that the device knows to be here. */
  sentTo: z
    .int()
    .min(0)
    .max(2 ** 40)
    .optional(),
})
