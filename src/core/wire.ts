import { z } from 'zod'
import { promptLevels } from './curriculum/types'
import { outcomes } from './facts'

/** What a device sends: facts made on the device, each under its own UUIDv7 and the device's sequence number. */

const id = z.uuid()
const stamp = { id, seq: z.int().min(0).max(2 ** 40), deviceAt: z.int().min(0).max(8.64e15) }
const seconds = z.number().min(0).max(86_400)
/** One line of text as typed: no control characters, so that it shows as text everywhere. */
const line = (most: number) => z.string().trim().max(most).regex(/^\P{Cc}*$/u, 'no control characters')

export const distanceBands = ['over-15', '5-15', 'under-5'] as const
export const kits = ['1.2 m leash', '1.8 m leash', 'long line', 'self-winding leash', 'tether', 'flat collar', 'harness', 'none'] as const

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

export const wireFact = z.discriminatedUnion('kind', [setOpened, repDone, setClosed, takenBack])

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

/** What became of each fact sent. Known means it was here already and changes nothing. */
export const receipt = z.object({
  results: z.array(z.object({ id: z.string(), status: z.enum(['stored', 'known', 'refused']), reason: z.string().optional() })),
})
export type Receipt = z.infer<typeof receipt>
