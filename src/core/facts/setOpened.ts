import { z } from 'zod'
import { kits } from '../curriculum/types'
import { factKind, line, name, uuid } from './kind'
import { blockParts, distanceBands, startPositions, turns } from './words'

/** A set is begun: what is worked, where, on what and by whom. Its id is the set's. */
export const setOpened = factKind(
  'set-opened',
  {
    residencyId: uuid,
    rungId: z.string().max(80),
    purpose: z.enum(['work', 'refresh']),
    blockId: uuid,
    recordedBy: name,
    leashHolder: name,
    placeId: name,
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
    secondDog: uuid.nullable().default(null),
    /** What is tried where it was stuck: the id of what was offered. */
    road: z.string().min(1).max(80).nullable().default(null),
    /** What it is begun from, its collar, and whether its fit was looked at, where it is asked for. */
    startPosition: z.enum(startPositions).nullable().default(null),
    collar: line(40).nullable().default(null),
    fitted: z.boolean().nullable().default(null),
    /** What is paid with; null for the dog’s own meal. */
    feedId: name.nullable().default(null),
    /** Its pieces are broken in two. */
    halved: z.boolean().default(false),
    /** Of a demonstration: its item, whose turn it was, and whether it was scored beside another device’s record. */
    itemId: z.string().min(1).max(120).nullable().default(null),
    turn: z.enum(turns).nullable().default(null),
    beside: z.boolean().default(false),
    /** What it is in its block, and the rung of its run that was in hand before it. */
    role: z.enum(blockParts).nullable().default(null),
    inHand: z.string().max(80).nullable().default(null),
    replaces: uuid.nullable().default(null),
  },
  {
    names: {
      residencyId: 'resident',
      leashHolder: 'person',
      recordedBy: 'person',
      placeId: 'place',
      secondDog: 'resident',
      feedId: 'feed',
    },
    moves: { set: 'id' },
  },
)
