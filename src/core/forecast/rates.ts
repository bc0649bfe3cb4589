import type { Rung } from '../curriculum/types'
import { spanOf } from '../rule/rule'
import type { RungId } from '../ids'

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

/** Kinds of rungs on which a dog is shaped and given words: what is held, walked, run to or asked in a row is hard. */
export const isEasy = (kind: RateKind): boolean => kind === 'shape' || kind === 'fade' || kind === 'word'

/**
 * Design choice: how the second day, a rung climbed again and an eased set are passed, by a usual dog. From simulated
 * dogs.
 */
export const laterRates = { secondDay: 0.7, again: 0.8 } as const
/** Design choice: a rule of so many in a row is a kind of its own. */
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
export interface RungExposure {
  readonly rungId: RungId
  readonly command: string
  readonly ladderKey: string
  readonly kind: RateKind
  readonly sets: number
  readonly passed: boolean
}

export interface Rates {
  /** Passes a set of a usual dog at this rung. */
  readonly of: (rungId: RungId, kind: RateKind) => number
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
/** Of a file that does not say it: how often another place or pair of hands is to be had. */
export const usualElsewhere = 0.9
/** Chance a day that something met slips, and a set that it is put right. */
export interface Slips {
  readonly out: number
  readonly back: number
}
/** Of a file that does not say it. */
export const usualSlips: Slips = { out: 0.02, back: 0.5 }
/** Design choice: how alike one dog's commands are, of a gamma’s shape. From simulated residencies. */
export const usualCommandShape = 5
export const baseOf = (base: BaseRates, rungId: RungId, kind: RateKind): number =>
  (Object.hasOwn(base.rungs, rungId) ? base.rungs[rungId] : undefined) ?? base.kinds[kind]
