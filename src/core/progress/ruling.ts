import type { Rung } from '../curriculum/types'
import type { Results } from '../rule/results'
import type { DropReason } from './dropBack'
import type { RungId } from '../ids'

/** What a rep means for the set and for the rung, without a word of it: what a fold returns. */
export interface Ruling {
  /** `waits`: passed, and what comes next is not open yet, or nothing does. */
  readonly kind: 'go-on' | 'moves-on' | 'waits' | 'met-again' | 'again' | 'back' | 'moves-nothing'
  readonly endsSet: boolean
  /** The rung to work next. */
  readonly toRungId: RungId
  /** The rung worked, and the window of its results with this rep as the newest; undefined where nothing was judged. */
  readonly at: { readonly rung: Rung; readonly results: Results } | undefined
  readonly because: Because
}

export type Because =
  /** Kept, and moving nothing: a shut gate, a rung this ladder does not have. */
  | { readonly kind: 'moves-nothing'; readonly why: string }
  | { readonly kind: 'met' }
  /** Offered clean, so that its rule need not be met. */
  | { readonly kind: 'offered' }
  /** Met or offered, and the next rung waits for something. */
  | { readonly kind: 'met-waits'; readonly next: Rung; readonly until: string; readonly offered: boolean }
  /** Back in what is new here; the ladder itself stays. */
  | { readonly kind: 'eased'; readonly reason: DropReason; readonly to: Rung }
  /** Back on the ladder; `lowest`: nothing lies below, so it is the same again. */
  | { readonly kind: 'dropped'; readonly reason: DropReason; readonly to: Rung; readonly lowest: boolean }
  /** Neither met nor dropped; a hold that broke is put back. */
  | { readonly kind: 'counting'; readonly putBack: 'held before' | 'not held' | undefined }

/** What nobody asked to be told. */
export const untold: Ruling = { kind: 'go-on', endsSet: false, toRungId: '', at: undefined, because: { kind: 'met' } }

/** What is kept and moves nothing on. */
export const movesNothing = (rungId: RungId, endsSet: boolean, why: string): Ruling => ({
  kind: 'moves-nothing',
  endsSet,
  toRungId: rungId,
  at: undefined,
  because: { kind: 'moves-nothing', why },
})

/** In the owner’s turn of a demonstration nothing moves. */
export const shownByOwner = movesNothing('', false, 'the owner’s turn of a demonstration is not counted')

/** A ruling that ends the set. */
export const ended = (at: NonNullable<Ruling['at']>, kind: Ruling['kind'], to: Rung, because: Because): Ruling => ({
  kind,
  endsSet: true,
  toRungId: to.id,
  at,
  because,
})
