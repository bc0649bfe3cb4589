import { fromNothing } from './chain'
import { inWords, type RuleKind } from './kind'
import { runLength } from './results'

export interface Row {
  readonly kind: 'row'
  readonly r: number
}

/** r clean in a row; a set of r of r that ends at its miss is the same thing. */
export const row: RuleKind<Row> = {
  kind: 'row',
  name: 'r in a row',
  note: 'a set of r of r that ends at its miss is the same',
  numbers: { r: 'r clean in a row; a set of r of r is the same thing' },
  usual: { kind: 'row', r: 5 },
  span: (rule) => rule.r,
  wanted: (rule) => rule.r,
  figures: (rule) => `${rule.r} in a row`,
  short: (rule) => `${rule.r} in a row`,
  say: (rule) => (rule.r <= 5 ? `${inWords(rule.r)} of ${inWords(rule.r)}` : `${inWords(rule.r)} in a row`),
  sayCounts: (rule, results) => `${Math.min(runLength(results), rule.r)} of ${rule.r} clean in a row`,
  // States are the length of the run so far.
  chain: ({ r }) =>
    fromNothing(
      Int32Array.from({ length: r }, (_, i) => (i + 1 === r ? -1 : i + 1)),
      new Int32Array(r),
    ),
}
