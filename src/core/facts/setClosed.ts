import { z } from 'zod'
import { factKind, line, uuid } from './kind'

/** Closing says that nothing more comes; it moves no standing. */
export const setClosed = factKind(
  'set-closed',
  { setId: uuid, endedBy: z.enum(['rule', 'trainer']), note: line(400) },
  { names: {} },
)
