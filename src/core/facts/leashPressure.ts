import { z } from 'zod'
import { factKind, line, name, uuid } from './kind'

/**
 * Leash pressure that was used. It holds what was said and nothing else: null is what nobody has said. What policy says
 * of it is read beside it.
 */
export const leashPressure = factKind(
  'correction',
  {
    residencyId: uuid,
    blockId: uuid,
    command: z.string().min(1).max(80),
    device: line(60).min(1).nullable(),
    reason: line(80).min(1).nullable(),
    askedFirst: z.boolean().nullable(),
    effect: line(60).min(1).nullable(),
    recordedBy: name,
  },
  { names: { residencyId: 'resident', recordedBy: 'person' } },
)
