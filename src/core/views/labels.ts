import type { ReadinessBand } from '../forecast/upNext'
import type { StandingWord } from '../promise/status'
import type { RungMark } from './resident'

/**
 * What screens and papers call values that code compares and files keep: a term changes here, in one line. The table
 * for staff in docs/words.md is held against it.
 */

/** Where a command stands. */
export const statusLabels: Readonly<Record<StandingWord, string>> = {
  'not started': 'not started',
  shaping: 'shaping',
  'on cue': 'on cue',
  building: 'building',
  proofing: 'proofing',
  held: 'mastered',
  slipping: 'slipping',
}

/** What stands behind a command's status; what slips is practiced again anyway, so no refresher is said to be due. */
export const statusFlags = (of: {
  readonly word: StandingWord
  readonly stuck: boolean
  readonly stale: boolean
}): readonly string[] => [
  ...(of.stuck ? ['stuck'] : []),
  ...(of.stale && of.word !== 'slipping' ? ['refresher due'] : []),
]

/** Whether a dog will be ready when it goes home. */
export const readinessLabels: Readonly<Record<ReadinessBand | 'nothing needed', string>> = {
  'in hand': 'on track',
  tight: 'at risk',
  'out of reach': 'unlikely',
  'not reckoned yet': 'no forecast yet',
  'nothing needed': 'done',
}

/** Where a dog stands at a rung. */
export const rungLabels: Readonly<Record<RungMark, string>> = {
  held: 'mastered',
  passed: 'passed',
  'in hand': 'current',
  slipped: 'slipped',
  ahead: 'ahead',
}
