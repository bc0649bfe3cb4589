import { z } from 'zod'
import { factKind, line, name, uuid } from './kind'

/** The end of a block: how it went, and the quiet minutes after it. */
export const blockClosed = factKind(
  'block-closed',
  {
    blockId: uuid,
    residencyId: uuid,
    note: line(400),
    stressful: z.boolean(),
    praiseMinutes: z.int().min(0).max(60).nullable(),
    /** It was out to eliminate after; null where nobody was asked. */
    outAfter: z.boolean().nullable().default(null),
    recordedBy: name,
  },
  { names: { residencyId: 'resident', recordedBy: 'person' } },
)
