import { z } from 'zod'
import { isRow, kindOf, optionsOf } from './method'

/** One setting switched: a fact with a date. */
export const methodChange = z
  .strictObject({ row: z.string(), option: z.string() })
  .refine((c) => isRow(c.row), { path: ['row'], message: 'not a question' })
  .refine((c) => !isRow(c.row) || kindOf(c.row) !== 'fixed', {
    path: ['row'],
    message: 'fixed: Kibou decides this one, and says why',
  })
  .refine((c) => !isRow(c.row) || optionsOf(c.row).includes(c.option), {
    path: ['option'],
    message: 'not a training method',
  })
