import type { Chain } from '../rule/chain'
import { benchKindOf } from '../rule/rule'
import { chainOf } from './chain'
import { benchRefusal, type BenchRule } from './rule'

/** Design choice: the bench asks first for the chance to pass within so many reps. */
export const usualReps = 50

function checked(rule: BenchRule, p: number): Chain {
  const refusal = benchRefusal(rule)
  if (refusal !== undefined) throw new RangeError(refusal)
  if (!(p > 0 && p < 1)) throw new RangeError('a rate lies between 0 and 1')
  return chainOf(rule)
}

/**
 * Expected reps until the rule is met at a steady chance `p` of a clean rep, 0 < p < 1; on two days, until it is met a
 * second time from the start. Exact: the chain's states are taken out one by one by sums, products and quotients of
 * positive numbers only (Grassmann, Taksar and Heyman, Operations Research 33, 1985), so no digits are lost to
 * subtraction. Relative error under 1e-9 for rates .2–.99 and rules up to twelve reps.
 */
export function expectedRepsToPass(rule: BenchRule, p: number): number {
  const chain = checked(rule, p)
  return (chain.warmUp + timeToPass(chain, p)) * rule.days
}

/** Expected steps after the warm-up. */
function timeToPass(chain: Chain, p: number): number {
  const size = chain.onClean.length
  // Row and column `size` are the start: it takes no time and leads into the states, or out at once.
  const width = size + 1
  const chance = new Float64Array(width * width)
  const out = new Float64Array(width)
  const time = new Float64Array(width).fill(1)
  const link = (from: number, to: number, c: number): void => {
    if (to < 0) out[from] = (out[from] ?? 0) + c
    else chance[from * width + to] = (chance[from * width + to] ?? 0) + c
  }
  for (let s = 0; s < size; s++) {
    link(s, chain.onClean[s] ?? -1, p)
    link(s, chain.onMiss[s] ?? -1, 1 - p)
  }
  chain.start(p).forEach((c, s) => {
    link(size, s, c)
  })
  out[size] = chain.metAtOnce(p)
  time[size] = 0
  for (let s = 0; s < size; s++) takeOut(chance, out, time, width, s)
  // What is left is the start, which leads nowhere but out.
  return (time[size] ?? 0) / (out[size] ?? 1)
}

/** Takes state `s` out: every way through it becomes a way past it, its time goes to those who came through. */
function takeOut(chance: Float64Array, out: Float64Array, time: Float64Array, width: number, s: number): void {
  const row = s * width
  const ahead: number[] = []
  let leaving = out[s] ?? 0
  for (let j = s + 1; j < width; j++) {
    const c = chance[row + j] ?? 0
    if (c > 0) {
      ahead.push(j)
      leaving += c
    }
  }
  for (let i = s + 1; i < width; i++) {
    const into = chance[i * width + s] ?? 0
    if (into === 0) continue
    const share = into / leaving
    const base = i * width
    for (const j of ahead) chance[base + j] = (chance[base + j] ?? 0) + share * (chance[row + j] ?? 0)
    out[i] = (out[i] ?? 0) + share * (out[s] ?? 0)
    time[i] = (time[i] ?? 0) + share * (time[s] ?? 0)
  }
}

/** For each number of reps 0…most the chance that the rule was first met exactly then; one day. */
function firstMeetings(chain: Chain, p: number, most: number): Float64Array {
  const size = chain.onClean.length
  const at = new Float64Array(most + 1)
  if (chain.warmUp > most) return at
  at[chain.warmUp] = chain.metAtOnce(p)
  let now: Float64Array = chain.start(p)
  let next: Float64Array = new Float64Array(size)
  for (let t = chain.warmUp + 1; t <= most; t++) {
    next.fill(0)
    let met = 0
    for (let s = 0; s < size; s++) {
      const mass = now[s] ?? 0
      if (mass === 0) continue
      const c = chain.onClean[s] ?? -1
      const m = chain.onMiss[s] ?? -1
      if (c < 0) met += mass * p
      else next[c] = (next[c] ?? 0) + mass * p
      if (m < 0) met += mass * (1 - p)
      else next[m] = (next[m] ?? 0) + mass * (1 - p)
    }
    at[t] = met
    ;[now, next] = [next, now]
  }
  return at
}

/** The chance that the rule is met within `reps` reps in all; on two days, met twice, the second from the start. */
export function chanceWithin(rule: BenchRule, p: number, reps: number): number {
  const first = firstMeetings(checked(rule, p), p, reps)
  if (rule.days === 1) return first.reduce((a, b) => a + b, 0)
  let sum = 0
  let second = 0
  const within = new Float64Array(reps + 1)
  for (let t = 0; t <= reps; t++) within[t] = second += first[t] ?? 0
  for (let t = 0; t <= reps; t++) sum += (first[t] ?? 0) * (within[reps - t] ?? 0)
  return sum
}

/** The chance that one go at the rule, as many reps as it looks back over, meets it: p^r, or the binomial tail. */
export const chanceInOneGo = (rule: BenchRule, p: number): number =>
  chanceWithin({ ...rule, days: 1 }, p, benchKindOf(rule).span(rule))
