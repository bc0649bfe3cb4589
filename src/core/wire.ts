import { z } from 'zod'
import { signIds } from './block/signs'
import { roles } from './block/roles'
import { kits, promptLevels } from './curriculum/types'
import { outcomes } from './facts'

/** What a device sends: facts made on the device, each under its own UUIDv7 and the device's sequence number. */

const id = z.uuid()
const stamp = {
  id,
  seq: z
    .int()
    .min(0)
    .max(2 ** 40),
  deviceAt: z.int().min(0).max(8.64e15),
}
const seconds = z.number().min(0).max(86_400)
/** One line of text as typed: no control characters, so that it shows as text everywhere. */
const line = (most: number) =>
  z
    .string()
    .trim()
    .max(most)
    .regex(/^\P{Cc}*$/u, 'no control characters')

export const distanceBands = ['over-15', '5-15', 'under-5'] as const
export { kits } from './curriculum/types'
/** What the dog was doing when it was called. */
export const attentions = ['sniffing', 'looking away', 'looking at you'] as const
export type Attention = (typeof attentions)[number]

export const setOpened = z.object({
  kind: z.literal('set-opened'),
  ...stamp,
  residencyId: id,
  rungId: z.string().max(80),
  purpose: z.enum(['work', 'refresh']),
  blockId: id,
  recordedBy: z.string().min(1).max(64),
  leashHolder: z.string().min(1).max(64),
  placeId: z.string().min(1).max(64),
  level: z.int().min(0).max(5),
  distanceBand: z.enum(distanceBands).nullable(),
  kit: z.enum(kits),
  temperatureC: z.number().min(-40).max(55).nullable(),
  minutesIn: z.number().min(0).max(1440).nullable(),
  exerciseMinutesAgo: z.number().min(0).max(1440).nullable().default(null),
  mealMinutesAgo: z.number().min(0).max(1440).nullable().default(null),
  humidity: z.number().min(0).max(100).nullable().default(null),
  /** Of what chance decides in this set. */
  seed: z
    .int()
    .min(0)
    .max(2 ** 32 - 1)
    .nullable()
    .default(null),
  /** Somebody who helps, and the other dog that is about. */
  helper: line(60).nullable().default(null),
  secondDog: id.nullable().default(null),
  /** What is paid with; null for the dog’s own meal. */
  feedId: z.string().min(1).max(64).nullable().default(null),
  replaces: id.nullable().default(null),
})

export const repDone = z.object({
  kind: z.literal('rep'),
  ...stamp,
  setId: id,
  outcome: z.enum(outcomes),
  prompt: z.enum(promptLevels).nullable(),
  latencySeconds: seconds.nullable(),
  heldSeconds: seconds.nullable(),
  brokeSeconds: seconds.nullable(),
  steps: z.int().min(0).max(1000).nullable(),
  faults: z.array(line(40)).max(8),
  paid: z.boolean().nullable(),
  attention: z.enum(attentions).nullable().default(null),
  cuesSaid: z.int().min(0).max(9).nullable().default(null),
  sound: line(40).nullable().default(null),
  /** Pieces that chance planned, and pieces given: on arrival, and for the sit of a recall. */
  planned: z.int().min(0).max(20).nullable().default(null),
  pieces: z.int().min(0).max(40).nullable().default(null),
  sitPieces: z.int().min(0).max(20).nullable().default(null),
  /** Paid by a slip. */
  payError: z.boolean().default(false),
  turns: z.int().min(0).max(200).nullable().default(null),
  stops: z.int().min(0).max(200).nullable().default(null),
  replaces: id.nullable().default(null),
})

export const setClosed = z.object({
  kind: z.literal('set-closed'),
  ...stamp,
  setId: id,
  endedBy: z.enum(['rule', 'trainer']),
  note: line(400),
})

export const takenBack = z.object({
  kind: z.literal('voided'),
  ...stamp,
  targetId: id,
  reason: line(200),
  recordedBy: z.string().min(1).max(64),
})

const who = z.string().min(1).max(64)
const things = z
  .array(z.object({ role: z.enum(roles), command: z.string().max(80), rungId: z.string().max(80) }))
  .max(12)

/** A block as it was planned; its id is the block’s. */
export const blockOpened = z.object({
  kind: z.literal('block-opened'),
  ...stamp,
  residencyId: id,
  plan: things,
  recordedBy: who,
})

export const blockClosed = z.object({
  kind: z.literal('block-closed'),
  ...stamp,
  blockId: id,
  residencyId: id,
  note: line(400),
  stressful: z.boolean(),
  praiseMinutes: z.int().min(0).max(60).nullable(),
  recordedBy: who,
})

export const overThreshold = z.object({
  kind: z.literal('over-threshold'),
  ...stamp,
  residencyId: id,
  blockId: id,
  placeId: who,
  signs: z.array(z.enum(signIds)).min(1).max(signIds.length),
  trigger: line(80),
  distanceBand: z.enum(distanceBands).nullable(),
  recordedBy: who,
})

export const corrected = z.object({
  kind: z.literal('correction'),
  ...stamp,
  residencyId: id,
  blockId: id,
  command: z.string().min(1).max(80),
  device: line(60).min(1),
  reason: line(80).min(1),
  askedFirst: z.boolean(),
  effect: line(60).min(1),
  recordedBy: who,
})

export const smallThings = ['tether-minute', 'name-call', 'corridor-ten'] as const
export type SmallThing = (typeof smallThings)[number]
export const smallThing = z.object({
  kind: z.literal('small-thing'),
  ...stamp,
  residencyId: id,
  what: z.enum(smallThings),
  reps: z.int().min(1).max(40),
  pieces: z.int().min(0).max(40),
  recordedBy: who,
})

export const wireFact = z.discriminatedUnion('kind', [
  setOpened,
  repDone,
  setClosed,
  takenBack,
  blockOpened,
  blockClosed,
  overThreshold,
  corrected,
  smallThing,
])

/** Most facts in one request; a device with more sends them in turns. */
export const mostFacts = 500

export const wireBatch = z.object({
  device: id,
  /** What the device's clock said when it sent this. */
  deviceNow: z.int().min(0).max(8.64e15),
  facts: z.array(z.unknown()).min(1).max(mostFacts),
})

export type WireFact = z.infer<typeof wireFact>
export type SetOpened = z.infer<typeof setOpened>
export type RepDone = z.infer<typeof repDone>
export type SetClosed = z.infer<typeof setClosed>
export type TakenBack = z.infer<typeof takenBack>

export type BlockOpened = z.infer<typeof blockOpened>
export type BlockClosed = z.infer<typeof blockClosed>
export type OverThreshold = z.infer<typeof overThreshold>
export type Corrected = z.infer<typeof corrected>
export type SmallThingDone = z.infer<typeof smallThing>

/** What a set and a rep say when nobody looked. */
export const nothingSaid = {
  set: { mealMinutesAgo: null, humidity: null, seed: null, helper: null, secondDog: null, feedId: null },
  rep: {
    attention: null,
    cuesSaid: null,
    sound: null,
    planned: null,
    pieces: null,
    sitPieces: null,
    payError: false,
    turns: null,
    stops: null,
  },
} as const

/** What became of each fact sent. Known means it was here already and changes nothing. */
export const receipt = z.object({
  results: z.array(
    z.object({ id: z.string(), status: z.enum(['stored', 'known', 'refused']), reason: z.string().optional() }),
  ),
})
export type Receipt = z.infer<typeof receipt>
