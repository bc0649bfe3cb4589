import type { Chain } from './chain'
import type { Results } from './results'

/**
 * What the bench must know of a kind of rule. A kind that only the bench knows, and no rung can have, is no more.
 * Written as methods, so that the kind of one rule can stand where that of any rule is asked for.
 */
export interface BenchKind<R extends { readonly kind: string }> {
  readonly kind: R['kind']
  /** What a list of kinds calls it, and what is said beside that where rules are compared. */
  readonly name: string
  readonly note?: string
  /** Its whole numbers, each with what it stands for: fields of the file, the editor and the bench. */
  readonly numbers: Readonly<Record<Exclude<keyof R, 'kind'> & string, string>>
  /** The rule to begin with where one is chosen by hand. */
  readonly usual: R
  /** How many reps it looks back over, and how many of these must be clean. */
  span(rule: R): number
  wanted(rule: R): number
  /** In figures: “8 of the last 10”. */
  figures(rule: R): string
  /** The absorbing chain over what it must remember. */
  chain(rule: R): Chain
}

/** A kind of rule that a rung may have: with words for people. Whether it is met follows from span and wanted. */
export interface RuleKind<R extends { readonly kind: string }> extends BenchKind<R> {
  /** In figures and short, for what is wrong with it: “8 of 10”. */
  short(rule: R): string
  /** As a trainer says it: “eight of the last ten”. */
  say(rule: R): string
  /** How far it has come: “7 clean of the last 9”. */
  sayCounts(rule: R, results: Results): string
}

const numberWords = 'no one two three four five six seven eight nine ten eleven twelve'.split(' ')

/** A number as a word, as far as rules go. */
export const inWords = (n: number): string => numberWords[n] ?? String(n)
