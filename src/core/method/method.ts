import type { EpochMs } from '../epochMs'

/**
 * What the house method may be set to, row by row; the first option of each is the default. Judging rows change
 * standings and suggestions from the next rep on; instructing rows change prompts and prints; fixed rows are Kibou's
 * own and cannot be switched. What they ask and mean is said in `rows`, which a device that only judges does not need.
 */
export type RowKind = 'judging' | 'instructing' | 'fixed'

interface RowPlan {
  readonly kind: RowKind
  readonly options: readonly [string, ...string[]]
}

const plans = {
  counts: { kind: 'judging', options: ['by-kind', 'five-of-five', 'eight-of-ten', 'ten-in-a-row'] },
  word: { kind: 'judging', options: ['after', 'with-lure'] },
  'before-recall': { kind: 'instructing', options: ['sound', 'look', 'breath'] },
  'lure-recall': { kind: 'instructing', options: ['never', 'shown'] },
  late: { kind: 'judging', options: ['help-then-pay', 'always-paid', 'not-paid'] },
  crooked: { kind: 'judging', options: ['coming-first', 'coming', 'only-correct'] },
  'broken-stay': { kind: 'judging', options: ['by-standing', 'shorten', 'put-back'] },
  release: { kind: 'instructing', options: ['by-command', 'dull', 'tossed'] },
  repeat: { kind: 'instructing', options: ['once', 'between'] },
  side: { kind: 'instructing', options: ['owner', 'left', 'right', 'puppy-both'] },
  corrections: { kind: 'instructing', options: ['none', 'after-teaching'] },
  rate: { kind: 'instructing', options: ['until-held', 'long', 'early-variable'] },
  elimination: { kind: 'fixed', options: ['fixed'] },
  ds: { kind: 'judging', options: ['one-at-a-time', 'time-and-distance', 'distraction-first'] },
  'stuck-in-rep': { kind: 'instructing', options: ['wait-then-help', 'wait', 'help'] },
  'end-of-stay': { kind: 'instructing', options: ['mostly', 'returns', 'called'] },
  'handler-in-stay': { kind: 'judging', options: ['watches', 'busy-from-start'] },
  'eye-contact': { kind: 'judging', options: ['at-proofing', 'always', 'after-walking', 'by-itself'] },
  status: { kind: 'fixed', options: ['fixed'] },
  pulling: { kind: 'instructing', options: ['per-dog', 'stop', 'knee', 'turns'] },
  'first-leash': { kind: 'instructing', options: ['short', 'long'] },
  finish: { kind: 'judging', options: ['owner-later', 'none', 'front', 'steps-in', 'touch'] },
  called: { kind: 'instructing', options: ['name-cue', 'cue', 'name'] },
  'no-word': { kind: 'instructing', options: ['silence', 'calm'] },
  place: { kind: 'judging', options: ['skip-offered', 'pieces', 'whole'] },
  marker: { kind: 'instructing', options: ['word', 'clicker'] },
  'first-stay': { kind: 'judging', options: ['sit', 'down'] },
  generalise: { kind: 'judging', options: ['once-held', 'works', 'at-once'] },
  emergency: { kind: 'instructing', options: ['both', 'sit', 'come'] },
  'walking-pay': { kind: 'instructing', options: ['seam', 'ahead', 'face'] },
  bait: { kind: 'instructing', options: ['other', 'bait'] },
  target: { kind: 'instructing', options: ['as-said', 'palm', 'fist'] },
  'cue-words': { kind: 'instructing', options: ['owner', 'house'] },
} as const satisfies Readonly<Record<string, RowPlan>>

export type RowId = keyof typeof plans
export type OptionId<R extends RowId> = (typeof plans)[R]['options'][number]

export const isRow = (id: string): id is RowId => Object.hasOwn(plans, id)

/** All rows, in the order in which they are asked. */
export const rowIds: readonly RowId[] = Object.keys(plans).filter(isRow)

/** Of which kind a row is. */
export const kindOf = (row: RowId): RowKind => plans[row].kind

/** What a row may be set to, the default first; nothing for no row. */
export const optionsOf = (row: string): readonly string[] => (isRow(row) ? plans[row].options : [])

/** The options in force, by row. */
export type Method = Readonly<Record<string, string>>

export const defaultMethod: Method = Object.fromEntries(rowIds.map((id) => [id, plans[id].options[0]]))

export interface DatedChange {
  readonly at: EpochMs
  readonly row: string
  readonly option: string
}

/** The method in force at a moment: the defaults, with every change up to then. Changes must be in order of time. */
export const methodAt = (changes: readonly DatedChange[], at: EpochMs): Method =>
  changes.reduce<Method>(
    (m, c) => (c.at <= at && optionsOf(c.row).includes(c.option) ? { ...m, [c.row]: c.option } : m),
    defaultMethod,
  )

/** The option of a row, the default when nothing else is set. */
export const chosen = (method: Method, row: string): string => method[row] ?? defaultMethod[row] ?? ''
