import { z } from 'zod'
import { findRow } from './rows'

/** One setting switched: a fact with a date. */
export const methodChange = z
  .strictObject({ row: z.string(), option: z.string() })
  .refine((c) => findRow(c.row) !== undefined, { path: ['row'], message: 'no such question' })
  .refine((c) => findRow(c.row)?.kind !== 'fixed', {
    path: ['row'],
    message: 'fixed: Kibou decides this one, and says why',
  })
  .refine((c) => findRow(c.row)?.options.some((o) => o.id === c.option) ?? true, {
    path: ['option'],
    message: 'no such school',
  })
