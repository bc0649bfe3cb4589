import { cameOff, type ShowRecord } from '../demonstration/record'

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
 * What the record of a demonstration says of its handoff: by what came off in the owner’s turn, at whatever try;
 * undefined where nothing of theirs was recorded.
 */
export function outcomeOf(record: ShowRecord): HandoffOutcome | undefined {
  const asked = record.items.filter((i) => i.rungId !== null)
  const came = asked.map((i) => cameOff(record, { turn: 'owner', itemId: i.id }))
  if (came.every((c) => c === undefined)) return undefined
  const off = came.filter((c) => c === 'first' || c === 'later').length
  return off === asked.length ? 'came-off' : off > 0 ? 'partly' : 'not'
}
