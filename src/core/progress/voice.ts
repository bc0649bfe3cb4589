import type { Rung } from '../curriculum/types'
import { dropSentences, dropText, type DropReason } from './dropBack'
import { countsText, ruleText } from '../rule/rule'
import type { Because, Ruling } from './ruling'

/** What the newest rep means, as it is told. */
export interface Verdict extends Pick<Ruling, 'kind' | 'endsSet' | 'toRungId'> {
  readonly rule: string
  readonly counts: string
  readonly why: string
}

/** Says a ruling: the rule, the counts behind it, and why. */
export function rulingText({ kind, endsSet, toRungId, at, because }: Ruling): Verdict {
  const rule = at ? ruleText(at.rung.rule) : ''
  const offered = because.kind === 'offered' || (because.kind === 'met-waits' && because.offered)
  const counts = at && !offered ? countsText(at.rung.rule, at.results) : ''
  return { kind, endsSet, toRungId, rule, counts, why: whyText(because, { rule, counts, endsSet, rung: at?.rung }) }
}

/** A piece of the whole that the dog offers by itself is not worked to its rule. */
const offeredSaid = 'Offered clean twice. That is enough for this piece.'

interface Said {
  readonly rule: string
  readonly counts: string
  readonly endsSet: boolean
  readonly rung: Rung | undefined
}

function whyText(because: Because, said: Said): string {
  switch (because.kind) {
    case 'moves-nothing':
      return `Saved, not counted: ${because.why}.`
    case 'met':
      return `Rule met: ${said.rule}.`
    case 'offered':
      return offeredSaid
    case 'met-waits': {
      const met = because.offered ? offeredSaid : `Rule met: ${said.rule}.`
      return `${met} ${because.next.name} is locked: ${because.until}.`
    }
    case 'eased':
      return easedText(because.reason, said.rung ?? because.to, because.to)
    case 'dropped': {
      const rung = said.rung ?? because.to
      // Where nothing lies below, what usually follows does not.
      return because.lowest
        ? `${dropSentences(because.reason, rung, because.to)[0]} Lowest rung. Repeat it easier.`
        : dropText(because.reason, rung, because.to)
    }
    case 'counting':
      return countingText(because.putBack, said)
  }
}

function easedText(reason: DropReason, rung: Rung, to: Rung): string {
  const crooked = reason.kind === 'two-crooked'
  const [what, then] = dropSentences(reason, rung, crooked ? to : rung)
  return to.id === rung.id
    ? `${what} This is new here. Repeat it, made easier.`
    : `${what} ${crooked ? then : 'This is new here, so go one step back.'} What is mastered elsewhere stays mastered.`
}

function countingText(putBack: 'held before' | 'not held' | undefined, { rule, counts, endsSet }: Said): string {
  const back =
    putBack === undefined
      ? ''
      : `${putBack === 'held before' ? 'Mastered before: put' : 'Put'} back at the same spot without a treat`
  if (endsSet) return `${back === '' ? '' : `${back}. `}${counts}. The rule is ${rule}.`
  return back === '' ? counts : `${back}, and go on.`
}
