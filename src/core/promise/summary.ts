import type { Curriculum } from '../curriculum/types'
import { findRung, ladderKey } from '../curriculum/lookup'
import { needsOf, type Need } from './need'
import { nothingPromised } from './nothingPromised'
import { readyOn } from './promise'
import type { OwnerPromise } from './ownerPromise'
import { commandStatus, targetsOf, type CommandStatus } from './status'
import { isWorked, type DogState } from '../progress/state'

/** Raised whenever the fold or the summary changes its meaning: stored ones of another number are made again. */
export const foldVersion = 13

/** Pace of work: reps that could bring something nearer, and the days on which the dog was worked. */
export interface Pace {
  readonly days: number
  readonly reps: number
}

/** What lists and walls read: derived wholly from facts and promises, with nothing in it that depends on the clock. */
export interface Summary {
  readonly commands: readonly CommandStatus[]
  readonly needs: readonly Need[]
  readonly readyOn: string | undefined
  /** Promised rungs that this dog's ladder does not have, by id: they can never be met. */
  readonly lost: readonly string[]
  readonly pace: Pace
}

/** The standing of every command of the curriculum, what the promises still need, and since when all are met. */
export function summarize(
  curriculum: Curriculum,
  state: DogState,
  promises: readonly OwnerPromise[],
  pace: Pace,
): Summary {
  const targets = targetsOf(curriculum, promises)
  const lost = promises.filter((p) => !findRung(curriculum, p.rungId)).map((p) => p.rungId)
  const commands = curriculum.commands.flatMap((c) => {
    const own = targets.filter(({ at }) => at.command.id === c.id).map((t) => t.promise)
    // What is switched off has no standing until it is promised or worked.
    const isOff =
      c.extra === true && own.length === 0 && !c.runs.some((r) => isWorked(state.runs[ladderKey(c.id, r.id)]))
    return isOff ? [] : [commandStatus(curriculum, c, state, own)]
  })
  const needs = needsOf(curriculum, state, targets, repsPerDay(pace))
  return {
    commands,
    needs,
    readyOn: lost.length > 0 ? undefined : readyOn(commands.flatMap((c) => c.promises)),
    lost,
    pace,
  }
}

/** Reps a day at this dog's own pace, once it was worked on three days. */
export const repsPerDay = (pace: Pace): number | undefined => (pace.days >= 3 ? pace.reps / pace.days : undefined)

/**
 * What is wrong with a dog’s promises, in a few words: none was made, or its ladder does not have what was; empty when
 * nothing is.
 */
export const lacksOf = (summary: Pick<Summary, 'lost' | 'commands'>): string =>
  summary.lost.length > 0
    ? `${summary.lost.length === 1 ? 'a promise is' : `${summary.lost.length} promises are`} not in the curriculum`
    : summary.commands.every((c) => c.promises.length === 0)
      ? nothingPromised
      : ''

/** How many commands were promised, how many of these promises are met, and what is wrong with them. */
export function promisesMet(summary: Summary): {
  readonly promises: number
  readonly met: number
  readonly lacks: string
} {
  const promised = summary.commands.flatMap((c) => (c.promise ? [c.promise] : []))
  return { promises: promised.length, met: promised.filter((p) => p.met).length, lacks: lacksOf(summary) }
}
