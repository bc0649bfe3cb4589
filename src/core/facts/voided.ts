import { z } from 'zod'
import { factKind, line, name } from './kind'

/** A fact is taken back. It stays, and no longer counts. */
export const voided = factKind(
  'voided',
  { targetId: z.uuid(), reason: line(200), recordedBy: name },
  { names: { recordedBy: 'person' }, moves: { anything: 'targetId' } },
)
