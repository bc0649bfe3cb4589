import { findRung, type RungPlaceInLadder } from '../curriculum/lookup'
import type { Curriculum, Rung } from '../curriculum/types'
import { meetingsMissing, promiseStanding, type PromiseStanding } from '../handoff/promise'
import { relaxFrom, relaxPath } from '../proofing/relax'
import type { OwnerPromise } from '../ownerPromise'
import { unmetNeeds } from '../progress/gates'
import { rungsToClimb } from '../progress/standing'
import { daysToHold, type DogState } from '../progress/state'
import { expectedReps } from './advance'

/** House prior for a rep's chance to come off clean before anything is known, worth this many reps. */
export const prior = { mean: 0.8, weight: 10 } as const

/**
 * This dog's chance of a clean rep at a rung: the posterior mean of a Beta prior whose mean is what the dog did over
 * the whole command (itself drawn toward the house's .8), updated by its reps at the rung.
 */
export function chanceClean(curriculum: Curriculum, state: DogState, rung: Rung): number {
  const found = findRung(curriculum, rung.id)
  if (!found) return prior.mean
  const all = Object.entries(state.runs).flatMap(([key, run]) => (key.startsWith(`${rung.command}/`) ? Object.values(run.tallies) : []))
  const toward = (clean: number, reps: number, mean: number) => (clean + prior.weight * mean) / (reps + prior.weight)
  const ofCommand = toward(all.reduce((n, t) => n + t.clean, 0), all.reduce((n, t) => n + t.reps, 0), prior.mean)
  const here = state.runs[found.runKey]?.tallies[found.rung.id]
  return toward(here?.clean ?? 0, here?.reps ?? 0, ofCommand)
}

export interface Need {
  readonly command: string
  /** Expected reps until the promise is met, from this dog's own rates; drops on the way are not counted. */
  readonly reps: number
  readonly rungs: number
  readonly meetings: number
  /** Days it takes at the least, since held means two days. */
  readonly days: number
  /** The chance of a clean rep used for the promised rung; the least when several are promised. */
  readonly chance: number
}

/** What all promises of one command ask for together; they are worked one after the other. */
export const addNeeds = (command: string, needs: readonly Need[]): Need => ({
  command,
  reps: needs.reduce((n, x) => n + x.reps, 0),
  rungs: needs.reduce((n, x) => n + x.rungs, 0),
  meetings: needs.reduce((n, x) => n + x.meetings, 0),
  days: Math.max(0, ...needs.map((n) => n.days)),
  chance: Math.min(1, ...needs.map((n) => n.chance)),
})

/** What one promise still asks for. Prerequisites on runs (by key) that have no promise of their own are counted in. */
export function needOf(curriculum: Curriculum, state: DogState, promise: OwnerPromise, promisedRuns: ReadonlySet<string>): Need | undefined {
  const target = findRung(curriculum, promise.rungId)
  if (!target) return undefined
  const standing = promiseStanding(curriculum, state, promise)
  const chance = chanceClean(curriculum, state, target.rung)
  const meetings = meetingsMissing(standing)
  if (standing.met) return { command: target.command.id, reps: 0, rungs: 0, meetings: 0, days: 0, chance }
  const climb = climbTo(curriculum, state, target, promisedRuns, new Set())
  const reps = climb.reduce((sum, rung) => sum + expectedReps(rung.rule, chanceClean(curriculum, state, rung)), 0) + meetings * expectedReps(target.rung.rule, chance)
  const eased = easedSteps(target, standing).reduce((sum, rung) => sum + expectedReps(rung.rule, chanceClean(curriculum, state, rung)), 0)
  const passed = standing.heldSince !== undefined
  const days = Math.max(passed ? 0 : 1, fewestDays(standing.places.map((p) => p.days.length), promise.places), fewestDays(standing.people.map((p) => p.days.length), promise.people))
  return { command: target.command.id, reps: reps + eased, rungs: climb.length, meetings, days, chance }
}

/** The rungs of the relaxed climb up to the promised one, once for each place and each person still untried; those together count once. */
function easedSteps(target: RungPlaceInLadder, standing: PromiseStanding): readonly Rung[] {
  const steps = (news: 'place' | 'hands') => relaxPath(target.run, relaxFrom(target.run, target.index, [news]), target.index).slice(0, -1).flatMap((i) => target.run.rungs[i] ?? [])
  const places = Math.max(0, standing.promise.places - Math.max(1, standing.places.length))
  const people = Math.max(0, standing.promise.people - Math.max(1, standing.people.length))
  return [...Array.from({ length: places }, () => steps('place')), ...Array.from({ length: Math.max(0, people - places) }, () => steps('hands'))].flat()
}

/** Rungs below the target, with those of prerequisites that nobody promised, each once. */
function climbTo(curriculum: Curriculum, state: DogState, target: RungPlaceInLadder, promised: ReadonlySet<string>, seen: Set<string>): readonly Rung[] {
  const own = rungsToClimb(state, target).filter((r) => !seen.has(r.id))
  for (const rung of own) seen.add(rung.id)
  const needs = [...own, target.rung].flatMap((rung) => unmetNeeds(state, curriculum, rung))
  const below = needs.flatMap((need) => {
    if (seen.has(need.rung.id) || promised.has(need.runKey)) return []
    const climb = climbTo(curriculum, state, need, promised, seen)
    seen.add(need.rung.id)
    // The prerequisite must be held: passed, and met again on another day.
    return [...climb, need.rung, need.rung]
  })
  return [...below, ...own]
}

/** The fewest days in which so many places (or people) can each come to two. */
function fewestDays(daysHad: readonly number[], wanted: number): number {
  const best = [...daysHad].sort((a, b) => b - a).slice(0, wanted)
  while (best.length < wanted) best.push(0)
  return Math.max(0, ...best.map((d) => daysToHold - d))
}
