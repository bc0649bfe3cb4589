import { wilson } from '../evidence/interval'
import { houseForgetting, retention, type Forgetting, type Memory } from '../progress/retention'
import type { EpochMs } from '../epochMs'

/** A rep as evidence for an item: at a rung that the item shows, or at a harder one on its axis. */
export interface Trial {
  readonly day: string
  /** ms since the epoch */
  readonly at: EpochMs
  readonly place: string
  readonly person: string
  readonly clean: boolean
}

export interface ItemEvidence {
  readonly id: string
  readonly trials: readonly Trial[]
  /** When what is shown was last worked; undefined where nothing is remembered of it. */
  readonly memory: Memory | undefined
}

/** Where, by whom and when it is shown. */
export interface Occasion {
  readonly place: string
  readonly person: string
  /** ms since the epoch */
  readonly at: EpochMs
}

export interface ItemChance {
  readonly id: string
  /** That it works at the first try, 0–1. */
  readonly chance: number
  /** 95 % of what the reps leave open, 0–1. */
  readonly low: number
  readonly high: number
  /** Predicted share not forgotten by then, 0–1. */
  readonly retention: number
  /** Reps that speak for it, elsewhere and with others counted for less. */
  readonly weight: number
  /** Whether any of the reps was in that place, and with that person. */
  readonly knows: { readonly place: boolean; readonly person: boolean }
}

/**
 * Design choice: a rep in the very place with the very person counts in full; a dog generalizes badly (common
 * practice), so one elsewhere or with somebody else counts for half, both for a quarter.
 */
const elsewhere = 0.5
/**
 * Design choice: what was never asked for in this place, or by this person, works so much less often the first time
 * there.
 */
const firstThere = 0.85
/**
 * Design choice: what is held worked about so often before anything else is known of it, and that weighs so many
 * reps. Read off simulated dogs (bench/demonstration.ts).
 */
export const prior = { share: 0.92, weight: 3 } as const
/**
 * Design choice: a rep counts for half once so many newer ones are known: what it was while it learned says little of
 * today.
 */
const halfAfterReps = 8
/** Older ones weigh nothing any more. */
const mostTrials = 60
/**
 * Design choice: what is predicted to be forgotten still works so often; relearning is quicker than learning
 * (savings, Ebbinghaus 1885). Read off simulated dogs (bench/demonstration.ts).
 */
const savings = 0.5

const weightOf = (t: Trial, newer: number, on: Occasion): number =>
  2 ** (-newer / halfAfterReps) * (t.place === on.place ? 1 : elsewhere) * (t.person === on.person ? 1 : elsewhere)

/** Share not forgotten by then, counted from when it was last shown: kept as remembered, or since come off again. */
function keptBy({ memory, trials }: ItemEvidence, on: Occasion, model: Forgetting): number {
  if (!memory) return 1
  const last = trials.findLast((t) => t.clean)?.at ?? memory.since
  return retention({ ...memory, since: Math.min(on.at, Math.max(memory.since, last)) }, on.at, model)
}

/** The chance that one item works on the day, from the dog's own reps, less what will be forgotten by then. */
export function itemChance(evidence: ItemEvidence, on: Occasion, model: Forgetting = houseForgetting): ItemChance {
  const newest = evidence.trials.slice(-mostTrials)
  const weights = newest.map((t, i) => weightOf(t, newest.length - 1 - i, on))
  const weight = weights.reduce((sum, w) => sum + w, 0)
  const clean = newest.reduce((sum, t, i) => sum + (t.clean ? (weights[i] ?? 0) : 0), 0)
  const retained = keptBy(evidence, on, model)
  const total = weight + prior.weight
  const share = wilson(clean + prior.share * prior.weight, total)
  // Where it has ever been, and with whom: a place is new once.
  const { trials } = evidence
  const knows = { place: trials.some((t) => t.place === on.place), person: trials.some((t) => t.person === on.person) }
  const off = (retained + (1 - retained) * savings) * (knows.place ? 1 : firstThere) * (knows.person ? 1 : firstThere)
  return {
    id: evidence.id,
    chance: (share?.share ?? prior.share) * off,
    low: (share?.low ?? 0) * off,
    high: (share?.high ?? 1) * off,
    retention: retained,
    weight,
    knows,
  }
}

/** An item is one rep of all that it shows: it works as often as the rarest of them. */
export const weakest = (chances: readonly ItemChance[]): ItemChance | undefined =>
  chances.reduce<ItemChance | undefined>((low, c) => (low && low.chance <= c.chance ? low : c), undefined)

/** Design choice: the scatter of a dog from day to day, on the logit, before its own days say otherwise. */
export const houseScatter = 0.5
/** Design choice: a scatter known from fewer days than these leans on the house’s. */
const scatterWeight = 8
const mostScatter = 2

/**
 * How much a dog's days differ beyond what chance does, as the standard deviation of its logit: the surplus of the
 * variance of its daily shares over the binomial (method of moments; Williams, *Applied Statistics* 31, 1982), carried
 * to the logit by the delta method and drawn to the house's by the number of days.
 */
export function dayScatter(trials: readonly Trial[]): number {
  const days = new Map<string, { n: number; clean: number }>()
  for (const t of trials) {
    const day = days.get(t.day) ?? { n: 0, clean: 0 }
    day.n++
    day.clean += Number(t.clean)
    days.set(t.day, day)
  }
  const all = [...days.values()].filter((d) => d.n >= 2)
  const total = all.reduce((sum, d) => sum + d.n, 0)
  const p = all.reduce((sum, d) => sum + d.clean, 0) / Math.max(1, total)
  if (all.length < 2 || p <= 0 || p >= 1) return houseScatter
  // Pearson's chi-square over its degrees of freedom: 1 where days differ by chance alone.
  const chi = all.reduce((sum, d) => sum + (d.clean - d.n * p) ** 2 / (d.n * p * (1 - p)), 0)
  const usual = (total - all.reduce((sum, d) => sum + d.n * d.n, 0) / total) / (all.length - 1)
  const within = Math.max(0, (chi / (all.length - 1) - 1) / Math.max(1e-9, usual - 1))
  const own = Math.min(mostScatter, Math.sqrt(within / Math.max(1e-9, p * (1 - p))))
  return (own * all.length + houseScatter * scatterWeight) / (all.length + scatterWeight)
}

/**
 * Nodes and weights of a standard normal: the trapezoidal rule, which for so smooth an integrand is exact to many
 * places (Trefethen & Weideman, *SIAM Review* 56, 2014).
 */
const nodes: readonly { readonly z: number; readonly w: number }[] = (() => {
  const all = Array.from({ length: 65 }, (_, i) => -8 + i / 4).map((z) => ({ z, w: Math.exp((-z * z) / 2) }))
  const sum = all.reduce((s, n) => s + n.w, 0)
  return all.map(({ z, w }) => ({ z, w: w / sum }))
})()

const logistic = (x: number): number => 1 / (1 + Math.exp(-x))

/** The logit whose chance, over all days of this scatter, is p on the whole. */
function logitOnTheWhole(p: number, scatter: number): number {
  const whole = (a: number) => nodes.reduce((sum, { z, w }) => sum + w * logistic(a + scatter * z), 0)
  let [low, high] = [-40, 40]
  for (let i = 0; i < 80; i++) {
    const middle = (low + high) / 2
    if (whole(middle) < p) low = middle
    else high = middle
  }
  return (low + high) / 2
}

/**
 * The chance that all of these come off on one day: a day is good or bad for all of them at once (a normal shift of
 * each logit), so that the whole is more likely than the product.
 */
export function jointChance(chances: readonly number[], scatter: number): number {
  // Of one alone it is that one's own, to the last digit.
  if (chances.length < 2) return chances[0] ?? 1
  if (scatter <= 0) return chances.reduce((all, p) => all * p, 1)
  const logits = chances.map((p) => logitOnTheWhole(Math.min(1 - 1e-9, Math.max(1e-9, p)), scatter))
  return nodes.reduce((sum, { z, w }) => sum + w * logits.reduce((all, a) => all * logistic(a + scatter * z), 1), 0)
}
