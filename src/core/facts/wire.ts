import { z } from 'zod'
import { mostFacts } from './words'
import { blockClosed } from './blockClosed'
import { blockOpened } from './blockOpened'
import { leashPressure } from './leashPressure'
import { overThreshold } from './overThreshold'
import { repDone } from './rep'
import { setClosed } from './setClosed'
import { setOpened } from './setOpened'
import { smallThing } from './smallThing'
import { voided } from './voided'

/** Every kind of fact that a device sends, each made on the device under its own UUIDv7. A new kind is named here. */
export const factKinds = {
  'set-opened': setOpened,
  rep: repDone,
  'set-closed': setClosed,
  voided,
  'block-opened': blockOpened,
  'block-closed': blockClosed,
  'over-threshold': overThreshold,
  correction: leashPressure,
  'small-thing': smallThing,
} as const

export const wireFact = z.discriminatedUnion('kind', [
  setOpened.schema,
  repDone.schema,
  setClosed.schema,
  voided.schema,
  blockOpened.schema,
  blockClosed.schema,
  overThreshold.schema,
  leashPressure.schema,
  smallThing.schema,
])
export type WireFact = z.infer<typeof wireFact>
export type FactKindName = WireFact['kind']
/** A fact of one kind. */
export type FactOf<K extends FactKindName> = Extract<WireFact, { kind: K }>

export const wireBatch = z.object({
  device: z.uuid(),
  /** What the device's clock said when it sent this. */
  deviceNow: z.int().min(0).max(8.64e15),
  facts: z.array(z.unknown()).min(1).max(mostFacts),
})
