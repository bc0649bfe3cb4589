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
  /** Promised rungs that this dog's ladder does not have, by id: they can never be met. */
  readonly lost: readonly string[]
  readonly pace: Pace
}

/** The standing of every command of the curriculum, what the promises still need, and since when all are met. */
export function summarise(curriculum: Curriculum, state: DogState, promises: readonly OwnerPromise[], pace: Pace): Summary {
  const found = promises.flatMap((p) => { const at = findRung(curriculum, p.rungId); return at ? [{ promise: p, at }] : [] })
  // Two promises may come to mean the same command for a dog; the higher rung holds both.
  found.sort((a, b) => a.at.index - b.at.index)
  const promiseOf = new Map(found.map(({ promise, at }) => [at.command.id, promise]))
  const lost = promises.filter((p) => !findRung(curriculum, p.rungId)).map((p) => p.rungId)
  const commands = curriculum.commands.map((c) => commandStanding(curriculum, c, state, promiseOf.get(c.id)))
  const promised = new Set(promiseOf.keys())
  const needs = [...promiseOf.values()].flatMap((p) => needOf(curriculum, state, p, promised) ?? [])
  return { commands, needs, readyOn: lost.length > 0 ? undefined : readyOn(commands.flatMap((c) => (c.promise ? [c.promise] : []))), lost, pace }
}

/** Reps a day at this dog's own pace, once it was worked on three days. */
export const repsPerDay = (pace: Pace): number | undefined => (pace.days >= 3 ? pace.reps / pace.days : undefined)
