import { longestRule } from '../curriculum/schema'
import type { Rule } from '../curriculum/types'

/**
 * Results under one window: `C` clean, `H` helped, `L` late, `M` miss, `X` crooked and so not clean, `N` not clean for
 * another reason; the newest last.
 */
export type Results = string

/** The longest window any rule or drop looks back over. */
export const longestWindow = longestRule

/** How many reps a rule looks back over. */
export const spanOf = (rule: Rule): number => (rule.kind === 'row' ? rule.r : rule.n)

/** Whether the rule is met by these results. A window counts only when it is full. */
export function ruleMet(rule: Rule, results: Results): boolean {
  const span = spanOf(rule)
  return results.length >= span && cleanIn(results, span) >= (rule.kind === 'row' ? rule.r : rule.k)
}

const clean = 'C'.charCodeAt(0)

/** How many of these results, or of the last so many, are clean. */
export function cleanIn(results: Results, last: number = results.length): number {
  let n = 0
  for (let i = Math.max(0, results.length - last); i < results.length; i++) if (results.charCodeAt(i) === clean) n++
  return n
}

/** How long the run of clean results at the end is. */
export function runLength(results: Results): number {
  let n = 0
  for (let i = results.length - 1; i >= 0 && results.charCodeAt(i) === clean; i--) n++
  return n
}

const numberWords = [
  'no',
  'one',
  'two',
  'three',
  'four',
  'five',
  'six',
  'seven',
  'eight',
  'nine',
  'ten',
  'eleven',
  'twelve',
]
const inWords = (n: number): string => numberWords[n] ?? String(n)

/** The rule as a trainer says it: “five of five”, “ten in a row”, “eight of the last ten”. */
export function sayRule(rule: Rule): string {
  if (rule.kind === 'window') return `${inWords(rule.k)} of the last ${inWords(rule.n)}`
  return rule.r <= 5 ? `${inWords(rule.r)} of ${inWords(rule.r)}` : `${inWords(rule.r)} in a row`
}

/** The counts behind a verdict: “7 of the last 9 clean; needs eight of the last ten”. */
export function sayCounts(rule: Rule, results: Results): string {
  if (rule.kind === 'row') return `${Math.min(runLength(results), rule.r)} of ${rule.r} clean in a row`
  const last = results.slice(-rule.n)
  return last.length < rule.n
    ? `${cleanIn(last)} clean of ${last.length}, the window of ${rule.n} is not full`
    : `${cleanIn(last)} clean of the last ${rule.n}`
}
