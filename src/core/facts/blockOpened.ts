import { z } from 'zod'
import { factKind, name, uuid } from './kind'
import { blockParts } from './words'

/** A block as it was planned; its id is the block’s. */
export const blockOpened = factKind(
  'block-opened',
  {
    residencyId: uuid,
    plan: z
      .array(z.object({ role: z.enum(blockParts), command: z.string().max(80), rungId: z.string().max(80) }))
      .max(12),
    /** It was out to eliminate before; null where nobody was asked. */
    outBefore: z.boolean().nullable().default(null),
    recordedBy: name,
  },
  { names: { residencyId: 'resident', recordedBy: 'person' } },
)
