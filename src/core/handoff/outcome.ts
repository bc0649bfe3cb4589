import { itemResult, type ShowRecord } from '../demonstration/record'

/** How a handoff went. */
export const handoffOutcomes = ['came-off', 'partly', 'not', 'absent'] as const
export type HandoffOutcome = (typeof handoffOutcomes)[number]
export const outcomeWords: Readonly<Record<HandoffOutcome, string>> = {
  'came-off': 'worked',
  partly: 'worked partly',
  not: 'did not work',
  absent: 'owner did not come',
}

/**
 * What the record of a demonstration says of its handoff: by what worked in the owner’s turn, at whatever try;
 * undefined where nothing of theirs was recorded.
 */
export function outcomeOf(record: Pick<ShowRecord, 'items' | 'tries' | 'ended'>): HandoffOutcome | undefined {
  const asked = record.items.filter((i) => i.rungId !== null)
  const results = asked.map((i) => itemResult(record, { turn: 'owner', itemId: i.id }))
  if (results.every((c) => c === undefined)) return undefined
  const off = results.filter((c) => c === 'first' || c === 'later').length
  return off === asked.length ? 'came-off' : off > 0 ? 'partly' : 'not'
}
