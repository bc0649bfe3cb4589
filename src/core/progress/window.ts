import { msPerDay } from '../days'
import { isOnLeash } from '../curriculum/reach'
import type { Rung } from '../curriculum/types'
import type { SetContext } from '../facts/fact'
import type { Result } from './result'
import { longestRule } from '../rule/results'
import type { Window } from './state'
import type { RungId } from '../ids'
import type { EpochMs } from '../epochMs'

/** Design choice: windows and runs start again after three days without the rung. */
const windowForgetsAfterMs = 3 * msPerDay

const digits = ['0', '1', '2', '3', '4', '5'] as const

/** Takes one more result, and with it where, with whom and on what it was. */
export function slideWindow(window: Window, rung: Rung, result: Result, set: SetContext, at: EpochMs): void {
  if (window.rung !== rung.id || at - window.lastAt > windowForgetsAfterMs) restartWindow(window, rung.id)
  window.lastAt = at
  window.results += result
  window.levels += digits[set.level] ?? set.level
  if (window.results.length > longestRule) {
    window.results = window.results.slice(-longestRule)
    window.levels = window.levels.slice(-longestRule)
  }
  window.placeReps = window.place === set.placeId ? window.placeReps + 1 : 1
  window.place = set.placeId
  window.personReps = window.person === set.leashHolder ? window.personReps + 1 : 1
  window.person = set.leashHolder
  window.kitReps = window.kit === set.kit ? window.kitReps + 1 : 1
  window.kit = set.kit
  // A leash that is too short for the rung was not what held the dog.
  window.leashed = isOnLeash(set.kit, rung) ? window.leashed + 1 : 0
  window.late = result === 'L' ? window.late + 1 : 0
  window.crooked = result === 'X' ? window.crooked + 1 : 0
}

/** Starts again at a rung; empty for none. */
export function restartWindow(window: Window, rungId: RungId): void {
  window.rung = rungId
  window.results = ''
  window.levels = ''
  window.placeReps = 0
  window.personReps = 0
  window.kitReps = 0
  window.leashed = 0
  window.late = 0
  window.crooked = 0
}

/** The lowest distraction level of the newest reps. */
export function lowest(levels: string, span: number): number {
  let least = 5
  for (let i = Math.max(0, levels.length - span); i < levels.length; i++)
    least = Math.min(least, levels.charCodeAt(i) - 48)
  return least
}
