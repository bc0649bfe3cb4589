import { z } from 'zod'
import { outcomes } from './fact'
import { factKind, name, uuid } from './kind'
import { smallThings } from './words'

/** Something small done in passing, outside a block. */
export const smallThing = factKind(
  'small-thing',
  {
    residencyId: uuid,
    what: z.enum(smallThings),
    reps: z.int().min(1).max(40),
    pieces: z.int().min(0).max(40),
    /** What it was a repetition of, and how it went, where somebody said. */
    command: z.string().min(1).max(80).nullable().default(null),
    outcome: z.enum(outcomes).nullable().default(null),
    /** Minutes on the tether or walked to sniff; on the tether the longest time between two pays, and whether calm. */
    minutes: z.int().min(1).max(120).nullable().default(null),
    payInterval: z.number().min(0.5).max(600).nullable().default(null),
    calm: z.boolean().nullable().default(null),
    recordedBy: name,
  },
  { names: { residencyId: 'resident', recordedBy: 'person' } },
)
