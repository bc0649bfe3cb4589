import { z } from 'zod'
import { line, lines, number } from '../fields'
import type { FieldSpec } from '../form'
import { longestStay } from './bookingForm'
import { somePromised } from './steps'

/** Promises that a house gives together under a name. */
export const packageSchema = z.object({
  name: line('The name', 60),
  days: number('Days', 1, longestStay).refine(Number.isInteger, 'Days is a whole number.'),
  words: lines('What the owner hears', 400).refine(
    (s) => !/[$€£¥]|\b(EUR|USD|GBP)\b/i.test(s),
    'No price: what it costs in money is agreed elsewhere.',
  ),
  promised: somePromised,
})

/** What is asked of a package; what it promises is asked beside it. */
export const packageFields: readonly FieldSpec[] = [
  { kind: 'text', name: 'name', label: 'Name', required: true },
  { kind: 'number', name: 'days', label: 'Days of stay', required: true },
  { kind: 'long', name: 'words', label: 'What the owner is told', hint: 'no price', wide: true },
]
