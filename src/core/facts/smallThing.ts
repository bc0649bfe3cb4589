import { z } from 'zod'
import { factKind, name } from './kind'
import { smallThings } from './words'

/** Something small done in passing, outside a block. */
export const smallThing = factKind(
  'small-thing',
  {
    residencyId: z.uuid(),
    what: z.enum(smallThings),
    reps: z.int().min(1).max(40),
    pieces: z.int().min(0).max(40),
    recordedBy: name,
  },
  { names: { residencyId: 'resident', recordedBy: 'person' } },
)
