import type { Curriculum } from '../curriculum/types'
import { findRung } from '../curriculum/lookup'
import { needOf, type Need } from '../forecast/need'
import { readyOn } from '../handoff/promise'
import type { OwnerPromise } from '../ownerPromise'
import { commandStanding, type CommandStanding } from './standing'
import type { DogState } from './state'

/** Raised whenever the fold or the summary changes its meaning: stored ones of another number are made again. */
export const foldVersion = 2

/** Pace of work: reps done on days on which the dog was worked. */
export interface Pace {
  readonly days: number
  readonly reps: number
}

/** What lists and walls read: derived wholly from facts and promises, with nothing in it that depends on the clock. */
export interface Summary {
  readonly commands: readonly CommandStanding[]
  readonly needs: readonly Need[]
  readonly readyOn: string | undefined
  readonly pace: Pace
}

/** The standing of every command of the curriculum, what the promises still need, and since when all are met. */
export function summarise(curriculum: Curriculum, state: DogState, promises: readonly OwnerPromise[], pace: Pace): Summary {
  const promiseOf = new Map(promises.map((p) => [findRung(curriculum, p.rungId)?.command.id, p]))
  const commands = curriculum.commands.map((c) => commandStanding(curriculum, c, state, promiseOf.get(c.id)))
  const promised = new Set([...promiseOf.keys()].filter((id): id is string => id !== undefined))
  const needs = promises.flatMap((p) => needOf(curriculum, state, p, promised) ?? [])
  return { commands, needs, readyOn: readyOn(commands.flatMap((c) => (c.promise ? [c.promise] : []))), pace }
}

/** Reps a day at this dog's own pace, once it was worked on three days. */
export const repsPerDay = (pace: Pace): number | undefined => (pace.days >= 3 ? pace.reps / pace.days : undefined)
