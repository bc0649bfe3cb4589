import { benchKindOf } from '../rule/rule'
import type { Chain } from '../rule/chain'
import type { BenchRule } from './rule'

const chains = new Map<string, Chain>()

/** The chain of a rule for one day; made once. */
export function chainOf(rule: BenchRule): Chain {
  const kind = benchKindOf(rule)
  const key = `${kind.kind} ${kind.wanted(rule)}/${kind.span(rule)}`
  const known = chains.get(key)
  if (known) return known
  const made = kind.chain(rule)
  chains.set(key, made)
  return made
}
