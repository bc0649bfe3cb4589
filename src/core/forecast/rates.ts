import type { Rung } from '../curriculum/types'
import { spanOf } from '../rule/rule'
import { waitShape } from './wait'

/** What rungs are alike in, for how fast they are passed. */
export const rateKinds = [
  'shape',
  'fade',
  'word',
  'row',
  'hold-5',
  'hold-30',
  'hold-longer',
  'heel',
  'recall',
  'recall-row',
] as const
export type RateKind = (typeof rateKinds)[number]

/**
 * House: passes a set that a usual dog has before a kennel knows its own, from a study of simulated residencies of a
 * law that no test here uses. Not to be fitted to simulated dogs again.
 */
export const priorRates: Readonly<Record<RateKind, number>> = {
  shape: 0.5,
  fade: 0.45,
  word: 0.4,
  row: 0.25,
  'hold-5': 0.35,
  'hold-30': 0.3,
  'hold-longer': 0.3,
  heel: 0.4,
  recall: 0.35,
  'recall-row': 0.2,
}

/** House: how the second day, a rung climbed again and an eased set are passed, by a usual dog. From simulated dogs. */
export const laterRates = { secondDay: 0.7, again: 0.8 } as const
/** House: a rule of so many in a row is a kind of its own. */
const longRow = 10

export function rateKindOf(rung: Pick<Rung, 'kind' | 'rule' | 'stage' | 'criterion'>): RateKind {
  const row = rung.rule.kind === 'row' && spanOf(rung.rule) >= longRow
  if (rung.kind === 'recall') return row ? 'recall-row' : 'recall'
  if (rung.kind === 'heel') return 'heel'
  const { seconds } = rung.criterion
  if (rung.kind === 'timed' && seconds !== undefined)
    return seconds <= 5 ? 'hold-5' : seconds <= 30 ? 'hold-30' : 'hold-longer'
  if (row) return 'row'
  if (rung.stage === 'shape') return 'shape'
  return rung.stage === 'empty-hand' || rung.stage === 'smaller-signal' ? 'fade' : 'word'
}

/** Sets spent at one rung that had never been met, with drops and re-climbs inside, and whether it was met. */
export interface Stretch {
  readonly rungId: string
  readonly command: string
  readonly runKey: string
  readonly kind: RateKind
  readonly sets: number
  readonly passed: boolean
}

export interface Rates {
  /** Passes a set of a usual dog at this rung. */
  readonly of: (rungId: string, kind: RateKind) => number
  /** How alike dogs are at one rung once their own speed is known: the shape of the waiting times. */
  readonly shape: number
  /** How alike the commands of one dog are: the shape of their speeds about its own. */
  readonly commandShape: number
  /** Chance that another place or pair of hands is to be had for something on a day on which it is due. */
  readonly elsewhere: number
  readonly slips: Slips
  /** How far a dog's days lie apart: the variance of a day's speed beside its own. */
  readonly swing: number
}

/** What rates are drawn toward before a kennel has any of its own: what is shipped, or what another kennel learned. */
export interface BaseRates {
  readonly kinds: Readonly<Record<RateKind, number>>
  /** Of single rungs, where they are known. */
  readonly rungs: Readonly<Record<string, number>>
  readonly shape: number
  readonly commandShape: number
  readonly elsewhere: number
  readonly slips: Slips
  readonly swing: number
}
/** House: a dog is in few places a day, and most of what it needs elsewhere can be had in one. From simulated dogs. */
export const usualElsewhere = 0.9
/** Chance a day that something met slips, and a set that it is put right. */
export interface Slips {
  readonly out: number
  readonly back: number
}
/** House: before a kennel knows its own. From simulated residencies. */
export const usualSlips: Slips = { out: 0.02, back: 0.5 }
/** House: how alike one dog's commands are, of a gamma’s shape. From simulated residencies. */
export const usualCommandShape = 5
export const shippedBase: BaseRates = {
  kinds: priorRates,
  rungs: {},
  shape: waitShape,
  commandShape: usualCommandShape,
  elsewhere: usualElsewhere,
  slips: usualSlips,
  // Days are no further apart than chance has them until a kennel finds that they are.
  swing: 0,
}
export const baseOf = (base: BaseRates, rungId: string, kind: RateKind): number =>
  (Object.hasOwn(base.rungs, rungId) ? base.rungs[rungId] : undefined) ?? base.kinds[kind]

/** What is shipped, before anything is learned. */
export const shippedRates: Rates = {
  of: (rungId, kind) => baseOf(shippedBase, rungId, kind),
  shape: shippedBase.shape,
  commandShape: shippedBase.commandShape,
  elsewhere: shippedBase.elsewhere,
  slips: shippedBase.slips,
  swing: shippedBase.swing,
}
