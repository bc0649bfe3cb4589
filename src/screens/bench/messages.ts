import type { BenchAsk, BenchPoint, WrongPass } from '@/core/rulebench/judge'

/** What the screen asks of the bench's worker. */
export interface BenchOrder {
  readonly id: number
  readonly kind: 'rule'
  readonly ask: BenchAsk
  readonly rate: number
  readonly rates: readonly number[]
}

export interface RuleResult {
  readonly at: BenchPoint
  readonly curve: readonly BenchPoint[]
  readonly wrong: WrongPass
}

/** What the worker tells: how far it is, the result, or why there is none. */
export type BenchNews =
  | { readonly id: number; readonly kind: 'progress'; readonly share: number }
  | { readonly id: number; readonly kind: 'rule'; readonly result: RuleResult }
  | { readonly id: number; readonly kind: 'refused'; readonly reason: string }
