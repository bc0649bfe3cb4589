import { findRung } from '../curriculum/lookup'
import type { Curriculum } from '../curriculum/types'
import { needsOf, usualRepsPerDay } from '../promise/need'
import type { OwnerPromise } from '../promise/ownerPromise'
import { targetsOf } from '../promise/status'
import { emptyDogState } from '../progress/state'
import { whyNotPossible, type HouseGround } from './possible'
import { counted } from '../wording'

/** What promises cost a dog that knows nothing yet. */
export interface PromisesCost {
  readonly reps: number
  /** Days of work at the house's usual pace, never fewer than the promises take at the least. */
  readonly days: number
}

/**
 * What these promises cost together, from nothing: what two of them share is counted once. Reps by the usual effort of
 * a dog, days at the usual reps a day (house figures; forecast for one dog is made from its own).
 */
export function costOf(curriculum: Curriculum, promises: readonly OwnerPromise[]): PromisesCost {
  const needs = needsOf(curriculum, emptyDogState(), targetsOf(curriculum, promises))
  const reps = Math.round(needs.reduce((n, need) => n + need.reps, 0))
  return { reps, days: Math.max(Math.ceil(reps / usualRepsPerDay), ...needs.map((need) => need.days)) }
}

/** What one promise asks for and costs, in words, and why this house can never keep it; empty when it can. */
export function costText(
  curriculum: Curriculum,
  promise: OwnerPromise,
  house: HouseGround,
): { readonly says: string; readonly no: string } {
  const no = whyNotPossible(curriculum, promise, house)?.why ?? ''
  if (!findRung(curriculum, promise.rungId)) return { says: '', no }
  const { reps, days } = costOf(curriculum, [promise])
  const each = (n: number, one: string, many: string) =>
    `${n} ${n === 1 ? one : many}: two days ${n === 1 ? 'there' : 'in each'}`
  const has = house.places.length
  return {
    says: [
      each(promise.places, 'location', 'locations') + (promise.places > has ? ` (this kennel has ${has})` : ''),
      promise.people > 1 ? `${promise.people} handlers: two days with each` : '',
      promise.level > 0 ? `at level ${promise.level}` : '',
      `about ${counted(reps, 'rep')} from the start, ${counted(days, 'day')} or more`,
    ]
      .filter((part) => part !== '')
      .join('; '),
    no,
  }
}
