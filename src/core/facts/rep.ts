import { z } from 'zod'
import { promptLevels } from '../curriculum/types'
import { outcomes } from './fact'
import { factKind, line, seconds, uuid } from './kind'
import { lookedShape } from './lookedShape'
import { attentions } from './words'

/** One repetition of a set. It may come before its set, and waits then. */
export const repDone = factKind(
  'rep',
  {
    setId: uuid,
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
    planned: z.int().min(0).max(80).nullable().default(null),
    pieces: z.int().min(0).max(80).nullable().default(null),
    sitPieces: z.int().min(0).max(20).nullable().default(null),
    /** Settle: seconds between two pays. */
    payInterval: z.number().min(0.5).max(600).nullable().default(null),
    /** A bowl drill: what of the meal was in the bowl. */
    bowlGrams: z.number().min(0).max(500).nullable().default(null),
    /** Rewarded by mistake. */
    payError: z.boolean().default(false),
    turns: z.int().min(0).max(200).nullable().default(null),
    stops: z.int().min(0).max(200).nullable().default(null),
    looked: lookedShape.nullable().default(null),
    replaces: uuid.nullable().default(null),
  },
  { names: {}, moves: { set: 'setId' } },
)
