import { findRung, gateOf, ladderKey as keyOf, type RungPlaceInLadder } from '../curriculum/lookup'
import type { Curriculum, Ladder, Rung } from '../curriculum/types'
import { meetingsMissing, promiseStatus, type PromiseStatus } from './promise'
import type { OwnerPromise } from './ownerPromise'
import { relaxFrom, relaxPath } from '../curriculum/relaxedCriteria'
import { unmetNeeds } from '../progress/gates'
import { lackOf, needGoal, promiseGoal, type Goal } from './goals'
import { daysUntilDue, halfLifeDays, houseForgetting } from '../progress/retention'
import { spanOf } from '../rule/rule'
import { daysToMaster, isPassed, topMastered, waitsAgain, type DogState } from '../progress/state'

/** Design choice: reps a day a dog is worked before its own pace is known; warm-ups are none. */
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
 * Design choice: what a dog does for each rep that one that never misses would need, before it has shown its own
 * figure, and how many of its reps that weighs as much as. From simulated dogs of three learning laws (bench/reach.ts).
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
    for (const ladder of command.runs)
      for (const rung of ladder.rungs) {
        if ((state.runs[keyOf(command.id, ladder.id)]?.tallies[rung.id]?.met.length ?? 0) === 0) continue
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
  readonly runs: Map<string, Ladder>
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
    const status = promiseStatus(curriculum, state, promise)
    const ideal = status.met ? { reps: 0, rungs: 0 } : idealFor(count, promiseGoal(promise, at), status)
    return { command: at.command.id, standing: status, reps: ideal.reps * effort, rungs: ideal.rungs }
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

function fewestDaysFor(status: PromiseStatus): number {
  if (status.met) return 0
  const { promise } = status
  return Math.max(
    1,
    fewestDays(
      status.places.map((p) => p.days.length),
      promise.places,
    ),
    fewestDays(
      status.people.map((p) => p.days.length),
      promise.people,
    ),
  )
}

interface Ideal {
  readonly reps: number
  readonly rungs: number
}

/** Reps that a dog that never misses would need for this goal and for all that it needs first. */
function idealFor(count: Count, goal: Goal, status: PromiseStatus | undefined): Ideal {
  const { curriculum, state } = count
  const { ladder, index, ladderKey } = goal.at
  count.runs.set(ladderKey, ladder)
  const lack = lackOf(state, goal)
  if (lack.met) return { reps: 0, rungs: 0 }
  const from = Math.max(state.runs[ladderKey]?.position ?? 0, count.climbed.get(ladderKey) ?? 0)
  let [reps, rungs] = [0, 0]
  const add = (more: Ideal) => {
    reps += more.reps
    rungs += more.rungs
  }
  for (let i = Math.min(from, index); i <= index; i++) {
    const rung = ladder.rungs[i]
    if (!rung) continue
    for (const need of unmetNeeds(state, curriculum, rung))
      if (!count.held.has(need.rung.id)) add(idealFor(count, needGoal(need, rung.gate !== undefined), undefined))
    const stood = waitsAgain(ladder, state.runs[ladderKey], i) && isPassed(ladder, state.runs[ladderKey], i)
    if (i >= from && !stood) add({ reps: spanOf(rung.rule) * shareOf(rung), rungs: 1 })
  }
  const climbs = from <= index
  if (climbs) count.climbed.set(ladderKey, index + 1)
  const [span, share] = [spanOf(goal.at.rung.rule), shareOf(goal.at.rung)]
  if (!lack.held && !count.held.has(goal.at.rung.id)) {
    count.held.add(goal.at.rung.id)
    reps += span * share * Math.max(0, daysToMaster - lack.days.length - (climbs ? 1 : 0))
  }
  return {
    reps: reps + (status ? share * proofReps(curriculum, goal, status, lack.held) : 0),
    rungs: climbs ? Math.max(0, rungs - (status ? 1 : 0)) : rungs,
  }
}

/**
 * Reps for the places, people and levels that are still lacking: the eased way up in each, and two days of the rule.
 */
function proofReps(curriculum: Curriculum, goal: Goal, status: PromiseStatus, held: boolean): number {
  const { at, level } = goal
  const { promise } = status
  const span = spanOf(at.rung.rule)
  const eased = (news: 'place' | 'hands' | 'level') =>
    relaxPath(at.ladder, relaxFrom(at.ladder, at.index, [news]), at.index)
      .slice(0, -1)
      .reduce((n, i) => n + spanOf(at.ladder.rungs[i]?.rule ?? at.rung.rule), 0)
  const missing = (evidence: PromiseStatus['places'], wanted: number) => {
    const best = evidence
      .map((e) => Math.min(daysToMaster, e.days.length))
      .sort((a, b) => b - a)
      .slice(0, wanted)
    return {
      fresh: Math.max(0, wanted - best.length),
      meetings: wanted * daysToMaster - best.reduce((a, b) => a + b, 0),
    }
  }
  const places = missing(status.places, promise.places)
  const people = missing(status.people, promise.people)
  // The place and the person with whom it comes to be held are known by then, at level 0.
  const home = level === 0 && !held ? 1 : 0
  const fresh = {
    places: Math.max(0, places.fresh - (status.places.length === 0 ? home : 0)),
    people: Math.max(0, people.fresh - (status.people.length === 0 ? 1 : 0)),
  }
  const meetings = Math.max(0, Math.max(places.meetings, people.meetings) - daysToMaster * home)
  const calls = at.rung.kind === 'recall' ? gateOf(curriculum, at.rung)?.call : undefined
  const line = calls === undefined ? undefined : findRung(curriculum, calls)
  return (
    meetings * span +
    fresh.places * (eased('place') + level * (eased('level') + span)) +
    Math.max(0, fresh.people - fresh.places) * eased('hands') +
    (line ? fresh.places * daysToMaster * spanOf(line.rung.rule) : 0)
  )
}

/** Reps of refreshers that come due on these runs, and on those held already, within so many days. */
function refresherReps({ curriculum, state, runs }: Count, days: number): number {
  const all = new Map(runs)
  for (const command of curriculum.commands)
    for (const ladder of command.runs)
      if (topMastered(ladder, state.runs[`${command.id}/${ladder.id}`]) >= 0)
        all.set(`${command.id}/${ladder.id}`, ladder)
  let reps = 0
  for (const [key, ladder] of all) {
    const runState = state.runs[key]
    const rung = ladder.rungs[Math.max(0, topMastered(ladder, runState))]
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
  return Math.max(0, ...best.map((d) => daysToMaster - d))
}
