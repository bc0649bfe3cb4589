import type { PlaceId, RungId } from '../ids'

/**
 * Falling off: a cumulative-sum test (Page, Biometrika 41, 1954) against the rate expected of this dog at this rung.
 * Each rep is scored by its log-likelihood ratio between the expected rate and one at which the odds of a rep that is
 * not clean are `oddsRatio` times as high (Steiner et al., Biostatistics 1, 2000, for rates that differ from rep to
 * rep). The scores are whole numbers, so that chances of false alarm come out exactly by a Markov chain (Brook & Evans,
 * Biometrika 59, 1972).
 */

/** Design choice: the fall to be seen is that of the odds from 85 % clean to 50 %. */
export const oddsRatio = 17 / 3
/** Design choice: in so many reps of one block … */
export const blockReps = 30
/** … a dog that has not changed is sent on a break at most this often. */
export const falseAlarmsAtMost = 0.05

/** Steps of the whole-number scale for one `ln(oddsRatio)`. */
const scale = 16
const clamp = (rate: number): number => Math.min(0.97, Math.max(0.3, rate))

/**
 * Scores of a clean rep (negative) and of one that is not (positive), at an expected rate of clean reps of 0.3–0.97.
 */
export function scores(expected: number): { readonly clean: number; readonly other: number } {
  const clean = -Math.max(
    1,
    Math.round((Math.log(1 + (1 - clamp(expected)) * (oddsRatio - 1)) / Math.log(oddsRatio)) * scale),
  )
  return { clean, other: clean + scale }
}

/** Chances of each sum below the limit after one more rep at rate `p`; what is missing from 1 has raised the alarm. */
function step(sums: Float64Array, limit: number, p: number, score: ReturnType<typeof scores>): Float64Array {
  const next = new Float64Array(limit)
  for (let s = 0; s < limit; s++) {
    const chance = sums[s] ?? 0
    if (chance === 0) continue
    const down = Math.max(0, s + score.clean)
    next[down] = (next[down] ?? 0) + chance * p
    const up = Math.max(0, s + score.other)
    if (up < limit) next[up] = (next[up] ?? 0) + chance * (1 - p)
  }
  return next
}

const total = (chances: Float64Array): number => chances.reduce((sum, c) => sum + c, 0)

/**
 * Chance of an alarm within so many reps at a true rate `p`, with scores for `expected`, starting from nothing. Exact.
 */
export function alarmChance(p: number, expected: number, limit: number, reps: number): number {
  let sums = new Float64Array(limit)
  sums[0] = 1
  for (let i = 0; i < reps; i++) sums = step(sums, limit, p, scores(expected)) as Float64Array<ArrayBuffer>
  return 1 - total(sums)
}

/**
 * Reps until the chance of having seen a fall reaches one half, when the rate falls to `p` after `before` reps as
 * expected without an alarm. Exact.
 */
export function medianReps(p: number, expected: number, limit: number, before = 0): number {
  const score = scores(expected)
  let sums = new Float64Array(limit)
  sums[0] = 1
  for (let i = 0; i < before; i++) sums = step(sums, limit, expected, score) as Float64Array<ArrayBuffer>
  const unseen = total(sums)
  for (let reps = 1; reps <= 10_000; reps++) {
    sums = step(sums, limit, p, score) as Float64Array<ArrayBuffer>
    if (total(sums) <= unseen / 2) return reps
  }
  return Infinity
}

/**
 * Average run length: mean reps until an alarm at a true rate `p`, from nothing. The chain's (I − Q)x = 1 solved by
 * elimination; `score` may be given for checks against closed forms.
 */
export function meanReps(
  p: number,
  expected: number,
  limit: number,
  score: { readonly clean: number; readonly other: number } = scores(expected),
): number {
  const rows = Array.from({ length: limit }, (_, s) => {
    const row = new Float64Array(limit + 1)
    row[s] = 1
    row[limit] = 1
    const down = Math.max(0, s + score.clean)
    row[down] = (row[down] ?? 0) - p
    const up = Math.max(0, s + score.other)
    if (up < limit) row[up] = (row[up] ?? 0) - (1 - p)
    return row
  })
  for (let c = 0; c < limit; c++) {
    let best = c
    for (let r = c + 1; r < limit; r++) if (Math.abs(rows[r]?.[c] ?? 0) > Math.abs(rows[best]?.[c] ?? 0)) best = r
    const [pivot, other] = [rows[best], rows[c]]
    if (!pivot || !other) return Infinity
    rows[best] = other
    rows[c] = pivot
    for (let r = 0; r < limit; r++) {
      const row = rows[r]
      const factor = (row?.[c] ?? 0) / (pivot[c] ?? 1)
      if (r === c || !row || factor === 0) continue
      for (let k = c; k <= limit; k++) row[k] = (row[k] ?? 0) - factor * (pivot[k] ?? 0)
    }
  }
  return (rows[0]?.[limit] ?? 0) / (rows[0]?.[0] ?? 1)
}

const limits = new Map<number, number>()

/**
 * The lowest limit at which a dog as good as expected is sent on a break in at most `falseAlarmsAtMost` of its blocks.
 */
export function limitFor(expected: number): number {
  const rate = Math.round(clamp(expected) * 100) / 100
  let known = limits.get(rate)
  if (known === undefined) {
    known = 1
    while (alarmChance(rate, rate, known, blockReps) > falseAlarmsAtMost) known++
    limits.set(rate, known)
  }
  return known
}

/** How far a block has got toward an alarm; begins again with each block, and after each break. */
export interface PerformanceDrop {
  readonly sum: number
  /** The highest limit of the rates met so far: a change of rung never makes the test quicker to cry. */
  readonly limit: number
  readonly reps: number
  readonly fell: boolean
}

export const noPerformanceDrop: PerformanceDrop = { sum: 0, limit: 0, reps: 0, fell: false }

/** The test after one more rep. A late or helped rep is one that is not clean. */
export function countRep(drop: PerformanceDrop, clean: boolean, expected: number): PerformanceDrop {
  const score = scores(expected)
  const limit = Math.max(drop.limit, limitFor(expected))
  const sum = Math.max(0, drop.sum + (clean ? score.clean : score.other))
  return { sum, limit, reps: drop.reps + 1, fell: drop.fell || sum >= limit }
}

/** Counts of reps at one rung in one context. */
export interface Seen {
  readonly clean: number
  readonly total: number
}

/**
 * Design choice: what is expected of a rung, or of a rung in a new context, before the dog has shown anything: seven of
 * ten.
 */
const newRung = { clean: 7, total: 10 } as const

/**
 * The rate of clean reps expected of this dog here: what it has shown at this rung in this context, beside the house's
 * seven of ten.
 */
export const expectedRate = (seen: Seen | undefined): number =>
  clamp((newRung.clean + (seen?.clean ?? 0)) / (newRung.total + (seen?.total ?? 0)))

/** A rung together with what makes it harder or easier here: level, place and kit. */
export const contextKey = (c: {
  readonly rungId: RungId
  readonly level: number
  readonly placeId: PlaceId
  readonly kit: string
}): string => `${c.rungId} ${c.level} ${c.placeId} ${c.kit}`
