import { findCommand } from '../curriculum/lookup'
import type { Curriculum } from '../curriculum/types'
import { percent } from '../percent'
import { capitalized } from '../wording'
import type { Suggestion, Why } from './suggestion'

/** Why the coach wants a set, as one sentence without its stop: lists, cards, the judge and paper take it from here. */
export const whyPhrases: Readonly<Record<Why, string>> = {
  climb: 'This is the next rung of the promise',
  'climb-back': 'Dropped back. Climb again from here. Nothing mastered is lost',
  foundation: 'This is foundation work of the first days',
  'mark-first': 'The marker comes first. Every reward depends on it',
  rebuild: 'A refresher failed. Recover from here',
  refresher: 'A refresher is due',
  'second-day': 'Passed once. Pass it another day',
  gate: 'No calling off leash here until this is mastered on leash here',
  level: 'Mastered without distractions. The promise includes them',
  'new-place': 'The promise includes more locations',
  'new-hands': 'The promise includes another handler',
  onward: 'The promise is met. This is the next rung up',
}

/** Why the coach wants this set, in whole sentences. */
export function whyText(
  curriculum: Curriculum,
  { why, kept, for: wanted, command }: Pick<Suggestion, 'why' | 'kept' | 'for' | 'command'>,
): string {
  if (why === 'refresher' && kept !== undefined) return `Refresher due: retention ${percent(kept)}.`
  const serves = wanted === command || why === 'rebuild' ? undefined : findCommand(curriculum, wanted)?.name
  if (serves === undefined) return `${whyPhrases[why]}.`
  const needs = `${capitalized(serves.toLowerCase())} needs this first.`
  return why === 'second-day' ? `${whyPhrases[why]}. ${needs}` : needs
}
