import { findRung } from '../curriculum/lookup'
import type { Curriculum } from '../curriculum/types'
import type { OwnerPromise } from './ownerPromise'
import {
  daysPassed,
  daysToMaster,
  evidenceBy,
  masteredSince,
  waitsAgain,
  type DogState,
  type Evidence,
} from '../progress/state'

export interface PromiseStatus {
  readonly promise: OwnerPromise
  readonly heldSince: string | undefined
  /** Days on which the rule was met, anywhere and with anyone; no more than two are kept for each place and person. */
  readonly days: readonly string[]
  readonly places: readonly Evidence[]
  readonly people: readonly Evidence[]
  /** Places and people in which the rung is held, that is, met on two days. */
  readonly placesHeld: number
  readonly peopleHeld: number
  readonly met: boolean
  /** Day on which the last missing piece fell into place; undefined while something is missing. */
  readonly metOn: string | undefined
}

/**
 * How far this promise has come, at its level or above. Design choice: held in a place, or with a person, means the
 * rule met on two days there. A promise whose rung the curriculum does not know is never met.
 */
export function promiseStatus(curriculum: Curriculum, state: DogState, promise: OwnerPromise): PromiseStatus {
  const found = findRung(curriculum, promise.rungId)
  const runState = found ? state.runs[found.ladderKey] : undefined
  const mastered = found ? masteredSince(found.ladder, runState, found.index, { level: promise.level }) : undefined
  const places = found ? evidenceBy(found.ladder, runState, found.index, 'place', promise.level) : []
  const people = found ? evidenceBy(found.ladder, runState, found.index, 'person', promise.level) : []
  const placeDays = holdDays(places)
  const peopleDays = holdDays(people)
  const met =
    mastered !== undefined &&
    !(found && waitsAgain(found.ladder, runState, found.index)) &&
    placeDays.length >= promise.places &&
    peopleDays.length >= promise.people
  const dates = [mastered, placeDays[promise.places - 1], peopleDays[promise.people - 1]].filter(
    (d): d is string => d !== undefined,
  )
  return {
    promise,
    heldSince: mastered,
    days: found ? daysPassed(found.ladder, runState, found.index, { level: promise.level }) : [],
    places,
    people,
    placesHeld: placeDays.length,
    peopleHeld: peopleDays.length,
    met,
    metOn: met ? dates.sort().at(-1) : undefined,
  }
}

/** For each place or person that holds, the day from which it does, in order. */
const holdDays = (evidence: readonly Evidence[]): readonly string[] =>
  evidence
    .flatMap((e) => {
      const day = e.days[daysToMaster - 1]
      return day === undefined ? [] : [day]
    })
    .sort()

/**
 * Meetings of the rule still missing at the least: a second day, or enough days for the places and people that lack
 * them. One meeting serves a place and a person at once, so the larger need counts.
 */
export function meetingsMissing(status: PromiseStatus): number {
  const lacking = (evidence: readonly Evidence[], wanted: number): number => {
    const best = evidence
      .map((e) => Math.min(daysToMaster, e.days.length))
      .sort((a, b) => b - a)
      .slice(0, wanted)
    return wanted * daysToMaster - best.reduce((a, b) => a + b, 0)
  }
  const { promise } = status
  return Math.max(
    lacking(status.places, promise.places),
    lacking(status.people, promise.people),
    status.heldSince ? 0 : 1,
  )
}

/** Ready: something is promised and all of it is met. The day is that of the last piece. */
export function readyOn(statuses: readonly PromiseStatus[]): string | undefined {
  if (statuses.length === 0 || statuses.some((s) => !s.met)) return undefined
  return statuses
    .map((s) => s.metOn ?? '')
    .sort()
    .at(-1)
}
