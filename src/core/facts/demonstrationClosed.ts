import { z } from 'zod'
import { factKind, line, name, uuid } from './kind'
import { showingEnds } from './words'

/** A demonstration was left: done, or stopped, with why; what comes after a stop goes on with it. */
export const demonstrationClosed = factKind(
  'demonstration-closed',
  {
    demonstrationId: uuid,
    residencyId: uuid,
    how: z.enum(showingEnds),
    why: line(80),
    note: line(400),
    recordedBy: name,
  },
  { names: { residencyId: 'resident', recordedBy: 'person' } },
)
