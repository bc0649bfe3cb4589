import type { BenchRule } from './rule'

/** An absorbing Markov chain over what a rule must remember. Passing is leaving the states. */
export interface Chain {
  /** Reps done before the chain starts; a window cannot pass earlier than its last. */
  readonly warmUp: number
  /** Chance that the rule is met exactly at the end of the warm-up. */
  readonly metAtOnce: (p: number) => number
  /** Chances of the states after the warm-up. */
  readonly start: (p: number) => Float64Array
  /** For each state where a clean rep and a miss lead; −1 is passed. */
  readonly onClean: Int32Array
  readonly onMiss: Int32Array
  /** Reps that one step of the chain takes. */
  readonly repsPerStep: number
}

const chains = new Map<string, Chain>()

/** The chain of a rule for one day; made once. */
export function chainOf(rule: BenchRule): Chain {
  const key = rule.kind === 'window' ? `w${rule.k}/${rule.n}` : `${rule.kind}${rule.r}`
  const known = chains.get(key)
  if (known) return known
  const made =
    rule.kind === 'window' ? windowChain(rule.k, rule.n) : rule.kind === 'row' ? rowChain(rule.r) : setChain(rule.r)
  chains.set(key, made)
  return made
}

/** States are the length of the run so far. */
function rowChain(r: number): Chain {
  const onClean = Int32Array.from({ length: r }, (_, i) => (i + 1 === r ? -1 : i + 1))
  return { warmUp: 0, metAtOnce: () => 0, start: () => unit(r), onClean, onMiss: new Int32Array(r), repsPerStep: 1 }
}

/** Inside a set a miss is remembered until the set is over: states 0…r−1 with all clean so far, r…2r−2 spoilt. */
function setChain(r: number): Chain {
  const size = 2 * r - 1
  const onClean = new Int32Array(size)
  const onMiss = new Int32Array(size)
  for (let done = 0; done < r; done++) {
    const last = done + 1 === r
    onClean[done] = last ? -1 : done + 1
    onMiss[done] = last ? 0 : r + done
    if (done > 0) {
      const spoilt = r + done - 1
      onClean[spoilt] = last ? 0 : r + done
      onMiss[spoilt] = last ? 0 : r + done
    }
  }
  return { warmUp: 0, metAtOnce: () => 0, start: () => unit(size), onClean, onMiss, repsPerStep: 1 }
}

const unit = (size: number): Float64Array => {
  const v = new Float64Array(size)
  v[0] = 1
  return v
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
    const kept = Math.min(length, n - 1)
    return (1 << kept) | (bits & ((1 << kept) - 1))
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
