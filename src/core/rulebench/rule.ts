import { benchKindOf, type BenchRule } from '../rule/rule'
import { longestRule } from '../rule/results'

export type { BenchRule } from '../rule/rule'

/** Why the bench will not take this rule; undefined when it will. */
export function benchRefusal(rule: BenchRule): string | undefined {
  const kind = benchKindOf(rule)
  const [span, wanted] = [kind.span(rule), kind.wanted(rule)]
  if (!Number.isInteger(span) || !Number.isInteger(wanted)) return 'whole numbers only'
  if (span > longestRule) return `rules longer than ${longestRule} reps are refused: they are not computed exactly`
  if (span < 1 || wanted < 1) return 'this rule always passes: it asks for nothing'
  if (wanted > span) return `this rule can never pass: ${wanted} of ${span}`
  return undefined
}

export const benchRuleText = (rule: BenchRule): string =>
  `${benchKindOf(rule).figures(rule)}${rule.days === 2 ? ', on two days' : ''}`
