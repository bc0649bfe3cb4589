import type { Rung } from '../curriculum/types'
import { sayDrop, type DropReason } from './drop'
import { sayCounts, sayRule } from '../rule/rule'
import type { Because, Ruling } from './ruling'

/** What the newest rep means, as it is told. */
export interface Verdict extends Pick<Ruling, 'kind' | 'endsSet' | 'toRungId'> {
  readonly rule: string
  readonly counts: string
  readonly why: string
}

/** Says a ruling: the rule, the counts behind it, and why. */
export function sayRuling({ kind, endsSet, toRungId, at, because }: Ruling): Verdict {
  const rule = at ? sayRule(at.rung.rule) : ''
  const offered = because.kind === 'offered' || (because.kind === 'met-waits' && because.offered)
  const counts = at && !offered ? sayCounts(at.rung.rule, at.results) : ''
  return { kind, endsSet, toRungId, rule, counts, why: sayWhy(because, { rule, counts, endsSet, rung: at?.rung }) }
}

/** A piece of the whole that the dog offers by itself is not worked to its rule. */
const offeredSaid = 'Offered clean twice: enough for this piece.'

interface Said {
  readonly rule: string
  readonly counts: string
  readonly endsSet: boolean
  readonly rung: Rung | undefined
}

function sayWhy(because: Because, said: Said): string {
  switch (because.kind) {
    case 'moves-nothing':
      return `Saved, not counted: ${because.why}.`
    case 'met':
      return `The rule is ${said.rule}: met.`
    case 'offered':
      return offeredSaid
    case 'met-waits': {
      const met = because.offered ? offeredSaid : `The rule is ${said.rule}: met.`
      return `${met} ${because.next.name} waits: ${because.until}.`
    }
    case 'eased':
      return sayEased(because.reason, said.rung ?? because.to, because.to)
    case 'dropped': {
      const why = sayDrop(because.reason, said.rung ?? because.to, because.to)
      // Where nothing lies below, what usually follows does not.
      return because.lowest ? `${why.replace(/:[^.]*\.$/, '.')} Lowest rung. Repeat it easier.` : why
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
