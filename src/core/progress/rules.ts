import type { Rule } from '../curriculum/types'

/** Results under one window: `C` clean, `H` helped, `L` late, `M` miss; the newest last. */
export type Results = string

/** The longest window any rule or drop looks back over. */
export const longestWindow = 12

/** Whether the rule is met by these results. A window counts only when it is full. */
export function ruleMet(rule: Rule, results: Results): boolean {
  const span = rule.kind === 'row' ? rule.r : rule.n
  if (results.length < span) return false
  const clean = cleanIn(results.slice(-span))
  return clean >= (rule.kind === 'row' ? rule.r : rule.k)
}

/** How many of these results are clean. */
export function cleanIn(results: Results): number {
  let n = 0
  for (const r of results) if (r === 'C') n++
  return n
}

/** How long the run of clean results at the end is. */
export function runLength(results: Results): number {
  let n = 0
  for (let i = results.length - 1; i >= 0 && results[i] === 'C'; i--) n++
  return n
}

const numberWords = ['no', 'one', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight', 'nine', 'ten', 'eleven', 'twelve']
const inWords = (n: number): string => numberWords[n] ?? String(n)

/** The rule as a trainer says it: “five of five”, “ten in a row”, “eight of the last ten”. */
export function sayRule(rule: Rule): string {
  if (rule.kind === 'window') return `${inWords(rule.k)} of the last ${inWords(rule.n)}`
  return rule.said === 'of' ? `${inWords(rule.r)} of ${inWords(rule.r)}` : `${inWords(rule.r)} in a row`
}

/** The counts behind a verdict: “7 of the last 9 clean; needs eight of the last ten”. */
export function sayCounts(rule: Rule, results: Results): string {
  if (rule.kind === 'row') return `${Math.min(runLength(results), rule.r)} of ${rule.r} clean in a row`
  const last = results.slice(-rule.n)
  return last.length < rule.n ? `${cleanIn(last)} clean of ${last.length}, the window of ${rule.n} is not full` : `${cleanIn(last)} clean of the last ${rule.n}`
}
