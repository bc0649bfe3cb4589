import { z } from 'zod'
import { factKind, line, name, uuid } from './kind'

/** Leash pressure that was used. What happened is kept; what policy says of it is read beside it. */
export const leashPressure = factKind(
  'correction',
  {
    residencyId: uuid,
    blockId: uuid,
    command: z.string().min(1).max(80),
    device: line(60).min(1),
    reason: line(80).min(1),
    askedFirst: z.boolean(),
    effect: line(60).min(1),
    recordedBy: name,
  },
  { names: { residencyId: 'resident', recordedBy: 'person' } },
)
