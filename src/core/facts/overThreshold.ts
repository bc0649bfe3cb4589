import { z } from 'zod'
import { signIds } from '../dog/signs'
import { factKind, line, name, uuid } from './kind'
import { distanceBands } from './words'

/** Signs seen that a dog was over its threshold, and by what. */
export const overThreshold = factKind(
  'over-threshold',
  {
    residencyId: uuid,
    blockId: uuid,
    placeId: name,
    signs: z.array(z.enum(signIds)).min(1).max(signIds.length),
    trigger: line(80),
    distanceBand: z.enum(distanceBands).nullable(),
    recordedBy: name,
  },
  { names: { residencyId: 'resident', recordedBy: 'person', placeId: 'place' } },
)
