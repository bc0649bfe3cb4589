import { counted } from '../wording'
import type { RepKind } from '../curriculum/types'

/** What an owner does of a command at home. */
export type PracticeKind = 'position' | 'stay' | 'walk' | 'come'

const practiced: Readonly<Record<RepKind, PracticeKind>> = {
  position: 'position',
  uncued: 'position',
  timed: 'stay',
  settle: 'stay',
  heel: 'walk',
  recall: 'come',
}

export const practiceOf = (kind: RepKind): PracticeKind => practiced[kind]
export const isWalk = (kind: PracticeKind): boolean => kind === 'walk'

/** How long a command is practiced on a day. */
export const minutesADay = (minutes: number): string => `${counted(minutes, 'minute')} a day`

/** What stands in a week without lines. */
export const nothingThisWeek = 'There is nothing to practice this week.'
