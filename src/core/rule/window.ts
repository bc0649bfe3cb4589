import type { Chain } from './chain'
import { inWords, type RuleKind } from './kind'
import { cleanIn } from './results'

export interface Window {
  readonly kind: 'window'
  readonly k: number
  readonly n: number
}

/** At least k clean of the last n, never before n were done. */
export const window: RuleKind<Window> = {
  kind: 'window',
  name: 'k of the last n',
  numbers: { k: 'at least k clean', n: 'of the last n, never before n were done' },
  usual: { kind: 'window', k: 8, n: 10 },
  span: (rule) => rule.n,
  wanted: (rule) => rule.k,
  figures: (rule) => `${rule.k} of the last ${rule.n}`,
  short: (rule) => `${rule.k} of ${rule.n}`,
  say: (rule) => `${inWords(rule.k)} of the last ${inWords(rule.n)}`,
  sayCounts: (rule, results) => {
    const last = results.slice(-rule.n)
    return last.length < rule.n
      ? `${cleanIn(last)} clean of ${last.length}; the last ${rule.n} count, ${rule.n - last.length} more to go`
      : `${cleanIn(last)} clean of the last ${rule.n}`
  },
  chain: (rule) => windowChain(rule.k, rule.n),
}

/**
 * States are the newest results as far back as they can still matter: a window with more than n − k misses never
 * passes, so everything before the miss that makes it one too many is forgotten. A leading 1 marks the length.
 */
function windowChain(k: number, n: number): Chain {
  const spare = n - k
  const reduce = (bits: number, length: number): number => {
    let misses = 0
    for (let i = 0; i < Math.min(length, n - 1); i++)
      if (((bits >> i) & 1) === 0 && ++misses > spare) return (1 << i) | (bits & ((1 << i) - 1))
    const keptBits = Math.min(length, n - 1)
    return (1 << keptBits) | (bits & ((1 << keptBits) - 1))
  }
  const lengthOf = (state: number): number => 31 - Math.clz32(state)
  const index = new Map<number, number>()
  const states: number[] = []
  const number = (state: number): number => {
    const known = index.get(state)
    if (known !== undefined) return known
    index.set(state, states.length)
    states.push(state)
    return states.length - 1
  }
  // Every way the first n reps can go without meeting the rule.
  const entries: { state: number; clean: number }[] = []
  const metCounts = new Float64Array(n + 1)
  for (let bits = 0; bits < 1 << n; bits++) {
    const clean = ones(bits)
    if (clean >= k) metCounts[clean] = (metCounts[clean] ?? 0) + 1
    else entries.push({ state: number(reduce(bits, n)), clean })
  }
  const clean: number[] = []
  const miss: number[] = []
  for (let s = 0; s < states.length; s++) {
    const state = states[s] ?? 1
    const length = lengthOf(state)
    const bits = state & ((1 << length) - 1)
    const next = (bits << 1) | 1
    // The forgotten results before a short state are worth a miss too many: only a full length can pass.
    clean.push(length === n - 1 && ones(next) >= k ? -1 : number(reduce(next, length + 1)))
    miss.push(number(reduce(bits << 1, length + 1)))
  }
  const chance = (p: number, c: number): number => p ** c * (1 - p) ** (n - c)
  return {
    warmUp: n,
    metAtOnce: (p) => metCounts.reduce((sum, ways, c) => sum + ways * chance(p, c), 0),
    start: (p) => {
      const v = new Float64Array(states.length)
      for (const e of entries) v[e.state] = (v[e.state] ?? 0) + chance(p, e.clean)
      return v
    },
    onClean: Int32Array.from(clean),
    onMiss: Int32Array.from(miss),
    repsPerStep: 1,
  }
}

function ones(bits: number): number {
  let n = 0
  for (let v = bits; v > 0; v &= v - 1) n++
  return n
}
