import { findRung, gateOf, laddersOf, type LadderPlace, type RungPlaceInLadder } from '../curriculum/lookup'
import type { Command, Curriculum, Rung } from '../curriculum/types'
import type { OwnerPromise } from './ownerPromise'
import { unmetNeeds } from '../progress/gates'
import {
  daysPassed,
  daysToMaster,
  evidenceBy,
  masteredSince,
  isPassed,
  slippedRungs,
  waitsAgain,
  type DogState,
  type Evidence,
} from '../progress/state'
import type { PlaceId } from '../ids'

/** A rung that must come to be held, where and with whom. */
export interface Goal {
  readonly at: RungPlaceInLadder
  /** Distraction-proofing level, 0–5. */
  readonly level: number
  /** In so many places and with so many people; 0 where it does not matter. */
  readonly places: number
  readonly people: number
  /** In this very place. */
  readonly placeId?: PlaceId
  /** Reps done on no kit count for nothing. */
  readonly leashed: boolean
}

/** What a promise asks for. */
export const promiseGoal = (promise: OwnerPromise, at: RungPlaceInLadder): Goal => ({
  at,
  level: promise.level,
  places: promise.places,
  people: promise.people,
  leashed: false,
})

/** What a prerequisite asks for: held anywhere. */
export const needGoal = (at: RungPlaceInLadder, leashed: boolean): Goal => ({
  at,
  level: 0,
  places: 0,
  people: 0,
  leashed,
})

/**
 * What a goal lacks. `held`: the rule met on two days, wherever; `covered`: as often as asked in each place and with
 * each person.
 */
export interface Lack {
  readonly held: boolean
  /** Days on which the rule was met, anywhere and with anyone. */
  readonly days: readonly string[]
  /** Days on which the rule was met at the goal’s level, and at its place if it names one. */
  readonly daysThere: readonly string[]
  readonly places: readonly Evidence[]
  readonly people: readonly Evidence[]
  readonly met: boolean
}

const holds = (days: readonly string[]): boolean => days.length >= daysToMaster

/** How far the goal has come. */
export function lackOf(state: DogState, goal: Goal): Lack {
  const { ladder, index, ladderKey } = goal.at
  const runState = state.runs[ladderKey]
  const leashed = goal.leashed ? { leashed: true } : {}
  const mastered = masteredSince(ladder, runState, index, leashed) !== undefined
  const days = daysPassed(ladder, runState, index, leashed)
  const there =
    goal.placeId === undefined
      ? { level: goal.level, ...leashed }
      : { level: goal.level, place: goal.placeId, ...leashed }
  const daysThere = daysPassed(ladder, runState, index, there)
  const places = goal.places > 0 ? evidenceBy(ladder, runState, index, 'place', goal.level) : []
  const people = goal.people > 0 ? evidenceBy(ladder, runState, index, 'person', goal.level) : []
  const met =
    mastered &&
    !waitsAgain(ladder, runState, index) &&
    holds(daysThere) &&
    places.filter((e) => holds(e.days)).length >= goal.places &&
    people.filter((e) => holds(e.days)).length >= goal.people
  return { held: mastered, days, daysThere, places, people, met }
}

/** One thing that brings a goal nearer, before anybody asks where, with whom and on which day. */
export interface Aim {
  /** Climb the ladder; meet the rule on a second day; show what is held where it is not known yet. */
  readonly kind: 'climb' | 'hold' | 'prove'
  readonly goal: Goal
  /** The rung to work, before anything is made easier for what is new. */
  readonly rung: RungPlaceInLadder
  readonly why: 'climb' | 'climb-back' | 'rebuild' | 'second-day' | 'prove'
}

/** Whether a harder rung can be worked anywhere and counts for one below it on its axis. */
const countsBelow = (curriculum: Curriculum, state: DogState, above: Rung, below: Rung): boolean =>
  above.axis === below.axis &&
  above.gate === undefined &&
  above.criterion.place === undefined &&
  unmetNeeds(state, curriculum, above).length === 0

/**
 * The rung on which a second day is met: while help is faded, the furthest that is passed and counts for it, so that no
 * lure comes back to a dog that does without.
 */
function withLeastHelp(curriculum: Curriculum, state: DogState, at: RungPlaceInLadder): RungPlaceInLadder {
  if (at.rung.axis !== 'help' || at.rung.kind === 'recall') return at
  const runState = state.runs[at.ladderKey]
  const index = at.ladder.rungs.findLastIndex(
    (rung, i) =>
      i > at.index &&
      i < (runState?.position ?? 0) &&
      isPassed(at.ladder, runState, i) &&
      countsBelow(curriculum, state, rung, at.rung),
  )
  const rung = at.ladder.rungs[index]
  return rung ? { ...at, rung, index } : at
}

/**
 * Everything that can be worked on so that this goal comes to be met, its own ladder first: the rung in hand, and what
 * any rung on the way asks to be held before it, so that nothing waits for a prerequisite nobody had begun. Empty once
 * it is met.
 */
export function aimsOf(
  curriculum: Curriculum,
  state: DogState,
  goal: Goal,
  seen: Set<string> = new Set(),
): readonly Aim[] {
  const key = `${goal.at.rung.id} ${goal.level} ${goal.placeId ?? ''} ${goal.leashed ? 'on leash' : ''}`
  if (seen.has(key)) return []
  seen.add(key)
  const lack = lackOf(state, goal)
  if (lack.met) return []
  const { ladder, index } = goal.at
  const runState = state.runs[goal.at.ladderKey]
  const position = Math.min(runState?.position ?? 0, ladder.rungs.length)
  const climbing = position <= index
  const own: Aim[] = []
  const before: Aim[] = []
  for (let i = climbing ? position : index; i <= index; i++) {
    const rung = ladder.rungs[i]
    if (!rung) continue
    const needs = unmetNeeds(state, curriculum, rung)
    const at = { ...goal.at, rung, index: i }
    if (needs.length === 0 && i === position && climbing)
      own.push({
        kind: 'climb',
        goal,
        rung: at,
        why:
          slippedRungs(ladder, runState).length > 0
            ? 'rebuild'
            : isPassed(ladder, runState, i)
              ? 'climb-back'
              : 'climb',
      })
    const above = !climbing && lack.days.length === 0 ? ladder.rungs[position] : undefined
    // A baseline began above it: the rung in hand counts for what lies below on its axis, and brings the dog on as
    // well.
    if (above && countsBelow(curriculum, state, above, goal.at.rung))
      own.push({ kind: 'climb', goal, rung: { ...goal.at, rung: above, index: position }, why: 'climb' })
    else if (needs.length === 0 && !climbing)
      own.push(
        lack.held
          ? { kind: 'prove', goal, rung: at, why: 'prove' }
          : { kind: 'hold', goal, rung: withLeastHelp(curriculum, state, at), why: 'second-day' },
      )
    for (const need of needs) before.push(...aimsOf(curriculum, state, needGoal(need, rung.gate !== undefined), seen))
    if (i < index && rung.gate === undefined) continue
    // The recall on leash is asked for at the very place of the call; where, is known only to whoever knows the house.
    const call = gateOf(curriculum, rung)?.call
    const line = rung.kind === 'recall' && call !== undefined ? findRung(curriculum, call) : undefined
    if (line) before.push(...aimsOf(curriculum, state, needGoal(line, true), seen))
  }
  return [...own, ...before]
}

/**
 * Runs of this command of which a failed refresher took something away: what must be met once more, the highest of
 * each.
 */
export const slippedGoalsOf = (curriculum: Curriculum, command: Command, state: DogState): readonly Goal[] =>
  slippedIn(
    laddersOf(curriculum).filter((l) => l.command.id === command.id),
    state,
  )

/** Goals that get back what slipped, of all commands. */
export const slippedGoals = (curriculum: Curriculum, state: DogState): readonly Goal[] =>
  slippedIn(laddersOf(curriculum), state)

function slippedIn(ladders: readonly LadderPlace[], state: DogState): readonly Goal[] {
  const found: Goal[] = []
  for (const place of ladders) {
    const index = slippedRungs(place.ladder, state.runs[place.ladderKey]).at(-1)
    const rung = index === undefined ? undefined : place.ladder.rungs[index]
    if (rung && index !== undefined) found.push(needGoal({ ...place, rung, index }, false))
  }
  return found
}
