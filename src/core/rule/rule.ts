import type { BenchKind, RuleKind } from './kind'
import { cleanIn, longestRule, type Results } from './results'
import { row, type Row } from './row'
import { sets, type Sets } from './sets'
import { window, type Window } from './window'

/** The rule by which a rung is met. A further kind is a file beside these, named here. */
export type Rule = Row | Window
export const ruleKinds = { row, window } as const satisfies {
  [K in Rule['kind']]: RuleKind<Extract<Rule, { kind: K }>>
}

/** What the bench computes with: every rule of a rung, and sets counted alone; met once, or on two days. */
export type BenchRule = (Rule | Sets) & { readonly days: 1 | 2 }
export const benchKinds = { ...ruleKinds, sets } as const

const kindOf = (rule: Rule): RuleKind<Rule> => ruleKinds[rule.kind]
export const benchKindOf = (rule: Rule | Sets): BenchKind<Rule | Sets> => benchKinds[rule.kind]

/** One of a rule's own numbers, by its name in the kind's list. */
export const numberOf = (rule: Rule | Sets, name: string): number =>
  Number(Object.entries(rule).find(([key]) => key === name)?.[1])

/** How many reps a rule looks back over. */
export const spanOf = (rule: Rule): number => kindOf(rule).span(rule)

/** The share of clean reps that meets the rule when its reps are done. */
export const shareOf = (rule: Rule): number => kindOf(rule).wanted(rule) / spanOf(rule)

/** What a rule asks for: so many clean of so many. */
export interface Asks {
  readonly span: number
  readonly wanted: number
}

/** A rule’s own numbers. */
export function asksOf(rule: Rule): Asks {
  const kind = kindOf(rule)
  return { span: kind.span(rule), wanted: kind.wanted(rule) }
}

/** Whether a rule’s numbers are met by these results. A rule counts only when its reps are done. */
export const metBy = ({ span, wanted }: Asks, results: Results): boolean =>
  results.length >= span && cleanIn(results, span) >= wanted

/** The rule as a trainer says it: “five of five”, “ten in a row”, “eight of the last ten”. */
export const ruleText = (rule: Rule): string => kindOf(rule).say(rule)

/** The counts behind a verdict: “7 clean of the last 9”. */
export const countsText = (rule: Rule, results: Results): string => kindOf(rule).sayCounts(rule, results)

/** Why no dog can ever meet this rule, or why every dog always does; undefined for a rule that can be worked by. */
export function ruleFault(rule: Rule): string | undefined {
  const kind = kindOf(rule)
  if (kind.wanted(rule) < 1) return `${kind.short(rule)} is always met`
  if (kind.wanted(rule) > kind.span(rule)) return `${kind.short(rule)} can never be met`
  return kind.span(rule) > longestRule
    ? `${kind.short(rule)} can never be met: rules look back over ${longestRule} reps`
    : undefined
}
