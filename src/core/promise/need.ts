import { findRung, gateOf, runKey as keyOf, type RungPlaceInLadder } from '../curriculum/lookup'
import type { Curriculum, Run, Rung } from '../curriculum/types'
import { meetingsMissing, promiseStanding, type PromiseStanding } from './promise'
import type { OwnerPromise } from './ownerPromise'
import { relaxFrom, relaxPath } from '../curriculum/relax'
import { unmetNeeds } from '../progress/gates'
import { lackOf, needGoal, promiseGoal, type Goal } from './goals'
import { daysUntilDue, halfLifeDays, houseForgetting } from '../progress/memory'
import { spanOf } from '../rule/rule'
import { daysToHold, isPassed, topHeld, waitsAgain, type DogState } from '../progress/state'

/** House: reps a day a dog is worked before its own pace is known; warm-ups are none. */
export const usualRepsPerDay = 60

export interface Need {
  readonly command: string
  /** Reps expected until the promise is met: drops, refreshers and steps made easier counted in, warm-ups not. */
  readonly reps: number
  readonly rungs: number
  readonly meetings: number
  /** Days it takes at the least, since held means two days. */
  readonly days: number
}

/**
 * House: what a dog does for each rep that one that never misses would need, before it has shown its own figure, and
 * how many of its reps that weighs as much as. From simulated dogs of three learning laws (bench/reach.ts).
 */
export const usualEffort = { ratio: 2, weight: 80 } as const

/**
 * What this dog does for each rep that one that never misses would need: its reps so far over what they came to, drawn
 * toward the house's figure.
 */
export const effortOf = (state: Pick<DogState, 'gained' | 'came'>): number =>
  (state.gained + usualEffort.weight * usualEffort.ratio) / (state.came + usualEffort.weight)

/**
 * Design choice: what a rung takes beside the mean of them, where it is shaped and where the dog waits, walks or comes.
 * Half of what usual rates lie apart (`forecast/rates`), since a dog is not usual.
 */
const shapedShare = 0.9
const laterShare = 1.09
export const shareOf = (rung: Pick<Rung, 'stage'>): number => (rung.stage === 'shape' ? shapedShare : laterShare)

/** What the rungs that it has met took beside the mean of them: its own figure is of these. */
function shareMet(curriculum: Curriculum, state: DogState): number {
  let [reps, shared] = [usualEffort.weight, usualEffort.weight]
  for (const command of curriculum.commands)
    for (const run of command.runs)
      for (const rung of run.rungs) {
        if ((state.runs[keyOf(command.id, run.id)]?.tallies[rung.id]?.met.length ?? 0) === 0) continue
        reps += spanOf(rung.rule)
        shared += spanOf(rung.rule) * shareOf(rung)
      }
  return shared / reps
}

interface Count {
  readonly curriculum: Curriculum
  readonly state: DogState
  /** How far each run is climbed once all that was counted so far is done. */
  readonly climbed: Map<string, number>
  readonly held: Set<string>
  /** Runs that must be kept fresh meanwhile. */
  readonly runs: Map<string, Run>
}

/**
 * What all promises still ask for, command by command in the order of the promises; what a prerequisite asks for is
 * counted once, with the first that needs it.
 */
export function needsOf(
  curriculum: Curriculum,
  state: DogState,
  promises: readonly { readonly promise: OwnerPromise; readonly at: RungPlaceInLadder }[],
  repsPerDay: number = usualRepsPerDay,
): readonly Need[] {
  const count: Count = { curriculum, state, climbed: new Map(), held: new Set(), runs: new Map() }
  const effort = effortOf(state) / shareMet(curriculum, state)
  const own = promises.map(({ promise, at }) => {
    const standing = promiseStanding(curriculum, state, promise)
    const ideal = standing.met ? { reps: 0, rungs: 0 } : idealFor(count, promiseGoal(promise, at), standing)
    return { command: at.command.id, standing, reps: ideal.reps * effort, rungs: ideal.rungs }
  })
  const work = own.reduce((n, o) => n + o.reps, 0)
  // What is held already is kept fresh as well, for as long as the work takes.
  const days = work / Math.max(1, repsPerDay)
  const refresh = work > 0 ? refresherReps(count, days) : 0
  return [...new Set(own.map((o) => o.command))].map((command): Need => {
    const these = own.filter((o) => o.command === command)
    const reps = these.reduce((n, o) => n + o.reps, 0)
    return {
      command,
      reps: reps + (work > 0 ? (refresh * reps) / work : 0),
      rungs: these.reduce((n, o) => n + o.rungs, 0),
      meetings: these.reduce((n, o) => n + (o.standing.met ? 0 : meetingsMissing(o.standing)), 0),
      days: Math.max(0, ...these.map((o) => fewestDaysFor(o.standing))),
    }
  })
}

function fewestDaysFor(standing: PromiseStanding): number {
  if (standing.met) return 0
  const { promise } = standing
  return Math.max(
    1,
    fewestDays(
      standing.places.map((p) => p.days.length),
      promise.places,
    ),
    fewestDays(
      standing.people.map((p) => p.days.length),
      promise.people,
    ),
  )
}

interface Ideal {
  readonly reps: number
  readonly rungs: number
}

/** Reps that a dog that never misses would need for this goal and for all that it needs first. */
function idealFor(count: Count, goal: Goal, standing: PromiseStanding | undefined): Ideal {
  const { curriculum, state } = count
  const { run, index, runKey } = goal.at
  count.runs.set(runKey, run)
  const lack = lackOf(state, goal)
  if (lack.met) return { reps: 0, rungs: 0 }
  const from = Math.max(state.runs[runKey]?.position ?? 0, count.climbed.get(runKey) ?? 0)
  let [reps, rungs] = [0, 0]
  const add = (more: Ideal) => {
    reps += more.reps
    rungs += more.rungs
  }
  for (let i = Math.min(from, index); i <= index; i++) {
    const rung = run.rungs[i]
    if (!rung) continue
    for (const need of unmetNeeds(state, curriculum, rung))
      if (!count.held.has(need.rung.id)) add(idealFor(count, needGoal(need, rung.gate !== undefined), undefined))
    const stood = waitsAgain(run, state.runs[runKey], i) && isPassed(run, state.runs[runKey], i)
    if (i >= from && !stood) add({ reps: spanOf(rung.rule) * shareOf(rung), rungs: 1 })
  }
  const climbs = from <= index
  if (climbs) count.climbed.set(runKey, index + 1)
  const [span, share] = [spanOf(goal.at.rung.rule), shareOf(goal.at.rung)]
  if (!lack.held && !count.held.has(goal.at.rung.id)) {
    count.held.add(goal.at.rung.id)
    reps += span * share * Math.max(0, daysToHold - lack.days.length - (climbs ? 1 : 0))
  }
  return {
    reps: reps + (standing ? share * proofReps(curriculum, goal, standing, lack.held) : 0),
    rungs: climbs ? Math.max(0, rungs - (standing ? 1 : 0)) : rungs,
  }
}

/**
 * Reps for the places, people and levels that are still lacking: the eased way up in each, and two days of the rule.
 */
function proofReps(curriculum: Curriculum, goal: Goal, standing: PromiseStanding, held: boolean): number {
  const { at, level } = goal
  const { promise } = standing
  const span = spanOf(at.rung.rule)
  const eased = (news: 'place' | 'hands' | 'level') =>
    relaxPath(at.run, relaxFrom(at.run, at.index, [news]), at.index)
      .slice(0, -1)
      .reduce((n, i) => n + spanOf(at.run.rungs[i]?.rule ?? at.rung.rule), 0)
  const missing = (evidence: PromiseStanding['places'], wanted: number) => {
    const best = evidence
      .map((e) => Math.min(daysToHold, e.days.length))
      .sort((a, b) => b - a)
      .slice(0, wanted)
    return { fresh: Math.max(0, wanted - best.length), meetings: wanted * daysToHold - best.reduce((a, b) => a + b, 0) }
  }
  const places = missing(standing.places, promise.places)
  const people = missing(standing.people, promise.people)
  // The place and the person with whom it comes to be held are known by then, at level 0.
  const home = level === 0 && !held ? 1 : 0
  const fresh = {
    places: Math.max(0, places.fresh - (standing.places.length === 0 ? home : 0)),
    people: Math.max(0, people.fresh - (standing.people.length === 0 ? 1 : 0)),
  }
  const meetings = Math.max(0, Math.max(places.meetings, people.meetings) - daysToHold * home)
  const calls = at.rung.kind === 'recall' ? gateOf(curriculum, at.rung)?.call : undefined
  const line = calls === undefined ? undefined : findRung(curriculum, calls)
  return (
    meetings * span +
    fresh.places * (eased('place') + level * (eased('level') + span)) +
    Math.max(0, fresh.people - fresh.places) * eased('hands') +
    (line ? fresh.places * daysToHold * spanOf(line.rung.rule) : 0)
  )
}

/** Reps of refreshers that come due on these runs, and on those held already, within so many days. */
function refresherReps({ curriculum, state, runs }: Count, days: number): number {
  const all = new Map(runs)
  for (const command of curriculum.commands)
    for (const run of command.runs)
      if (topHeld(run, state.runs[`${command.id}/${run.id}`]) >= 0) all.set(`${command.id}/${run.id}`, run)
  let reps = 0
  for (const [key, run] of all) {
    const runState = state.runs[key]
    const rung = run.rungs[Math.max(0, topHeld(run, runState))]
    let half = runState?.memory ? halfLifeDays(runState.memory) : houseForgetting.firstHalfLifeDays
    // A run that is not held yet comes to be so about half-way.
    for (let at = daysUntilDue(half) + (runState?.memory ? 0 : days / 2); at < days; at += daysUntilDue(half)) {
      reps += rung?.setReps ?? 0
      half *= houseForgetting.cleanFactor
    }
  }
  return reps
}

/** The fewest days in which so many places (or people) can each come to two. */
function fewestDays(daysHad: readonly number[], wanted: number): number {
  const best = [...daysHad].sort((a, b) => b - a).slice(0, wanted)
  while (best.length < wanted) best.push(0)
  return Math.max(0, ...best.map((d) => daysToHold - d))
}
