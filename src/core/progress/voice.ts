import type { Rung } from '../curriculum/types'
import { sayDrop, type DropReason } from './drop'
import type { Results } from '../rule/results'
import { sayCounts, sayRule } from '../rule/rule'

/** What a rep means for the set and for the rung, without a word of it: what a fold returns. */
export interface Ruling {
  /** `waits`: passed, and what comes next is not open yet. */
  readonly kind: 'go-on' | 'moves-on' | 'waits' | 'met-again' | 'again' | 'back' | 'moves-nothing'
  readonly endsSet: boolean
  /** The rung to work next. */
  readonly toRungId: string
  /** The rung worked, and the window of its results with this rep as the newest; undefined where nothing was judged. */
  readonly at: { readonly rung: Rung; readonly results: Results } | undefined
  readonly because: Because
}

export type Because =
  /** Kept, and moving nothing: a shut gate, a rung this ladder does not have. */
  | { readonly kind: 'moves-nothing'; readonly why: string }
  | { readonly kind: 'met' }
  /** Met, and the next rung waits for something. */
  | { readonly kind: 'met-waits'; readonly next: Rung; readonly until: string }
  /** Back in what is new here; the ladder itself stays. */
  | { readonly kind: 'eased'; readonly reason: DropReason; readonly to: Rung }
  /** Back on the ladder; `lowest`: nothing lies below, so it is the same again. */
  | { readonly kind: 'dropped'; readonly reason: DropReason; readonly to: Rung; readonly lowest: boolean }
  /** Neither met nor dropped; a hold that broke is put back. */
  | { readonly kind: 'counting'; readonly putBack: 'held before' | 'not held' | undefined }

/** What the newest rep means, as it is told. */
export interface Verdict extends Pick<Ruling, 'kind' | 'endsSet' | 'toRungId'> {
  readonly rule: string
  readonly counts: string
  readonly why: string
}

/** Says a ruling: the rule, the counts behind it, and why. */
export function sayRuling({ kind, endsSet, toRungId, at, because }: Ruling): Verdict {
  const rule = at ? sayRule(at.rung.rule) : ''
  const counts = at ? sayCounts(at.rung.rule, at.results) : ''
  return { kind, endsSet, toRungId, rule, counts, why: sayWhy(because, { rule, counts, endsSet, rung: at?.rung }) }
}

interface Said {
  readonly rule: string
  readonly counts: string
  readonly endsSet: boolean
  readonly rung: Rung | undefined
}

function sayWhy(because: Because, said: Said): string {
  switch (because.kind) {
    case 'moves-nothing':
      return `Kept, and moves nothing on: ${because.why}.`
    case 'met':
      return `The rule is ${said.rule}: met.`
    case 'met-waits':
      return `The rule is ${said.rule}: met. ${because.next.name} waits: ${because.until}.`
    case 'eased':
      return sayEased(because.reason, said.rung ?? because.to, because.to)
    case 'dropped': {
      const why = sayDrop(because.reason, said.rung ?? because.to, because.to)
      // Where nothing lies below, what usually follows does not.
      return because.lowest ? `${why.replace(/:[^.]*\.$/, '.')} Nothing lies below: the same again, made easier.` : why
    }
    case 'counting':
      return sayCounting(because.putBack, said)
  }
}

function sayEased(reason: DropReason, rung: Rung, to: Rung): string {
  const why = sayDrop(reason, rung, reason.kind === 'two-crooked' ? to : rung)
  return to.id === rung.id
    ? `${why} Here that is new: the same again, made easier.`
    : `${why} Here that is new: one step back; what is held elsewhere stays held.`
}

function sayCounting(putBack: 'held before' | 'not held' | undefined, { rule, counts, endsSet }: Said): string {
  const back =
    putBack === undefined
      ? ''
      : `${putBack === 'held before' ? 'Held before: put' : 'Put'} back unpaid at the same spot`
  if (endsSet) return `${back === '' ? '' : `${back}. `}The rule is ${rule}: ${counts}.`
  return back === '' ? counts : `${back}, and go on.`
}
