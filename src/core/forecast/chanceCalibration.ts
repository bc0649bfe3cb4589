import { mean, sampleStandardDeviation } from 'simple-statistics'
import { z } from 'zod'

/**
 * How what is said is bent once a kennel has seen enough come of it: log odds of a chance by the log odds that the
 * futures gave, and by the work that was left over the time there was for it.
 */
export const calibrationShape = z.object({
  /** By how much of the stay is to come: what is said early and what is said late need not be off alike. */
  early: z.number(),
  odds: z.number(),
  load: z.number(),
  /** Dogs it was learned from. */
  dogs: z.number().int().nonnegative(),
})
export type ChanceCalibration = z.infer<typeof calibrationShape>

/** What the futures gave is said. */
export const uncalibrated: ChanceCalibration = { early: 0, odds: 1, load: 0, dogs: 0 }

/** Design choice: from so many finished residencies on; before that, nothing is bent. */
export const calibrateFromDogs = 200
/** Design choice: how far each of the three is let go from saying what the futures gave: one standard deviation. */
const letGo = 0.35
/** Chances nearer to none or one than this are not told apart by a few thousand futures. */
const nearest = 0.001

/** A forecast that is over: what the futures gave, and what came of it. */
export interface CalibrationCase {
  readonly dog: string
  readonly chance: number
  /** Useful sets that were left, over those that the days to come were calculated to have. */
  readonly load: number
  /** Share of its days that were still to come, 0–1. */
  readonly left: number
  readonly came: boolean
}

const inside = (chance: number): number => Math.min(1 - nearest, Math.max(nearest, chance))
const logOdds = (chance: number): number => Math.log(inside(chance) / (1 - inside(chance)))
const chanceOf = (odds: number): number => 1 / (1 + Math.exp(-odds))
/** Beyond these nothing changes any more. */
const logLoad = (load: number): number => Math.log(Math.min(4, Math.max(0.1, load)))

/**
 * Design choice: what is bent by must have said it better of dogs it was not learned from, in so many parts of them.
 */
const parts = 5

/**
 * The calibration that these cases ask for. None for fewer dogs than `calibrateFromDogs`, nor where it would not have
 * predicted dogs that it was not learned from better by more than the scatter of the difference (Stone 1974).
 */
export function calibrationOf(cases: readonly CalibrationCase[]): ChanceCalibration {
  const dogs = [...new Set(cases.map((c) => c.dog))]
  if (dogs.length < calibrateFromDogs) return uncalibrated
  const partOf = new Map(dogs.map((dog, i) => [dog, i % parts]))
  const better = new Map<string, number>()
  for (let part = 0; part < parts; part++) {
    const stack = fitted(cases.filter((c) => partOf.get(c.dog) !== part))
    for (const { dog, chance, load, left, came } of cases.filter((c) => partOf.get(c.dog) === part)) {
      const bent = calibratedBy(stack, chance, load, left)(chance)
      const by = (chance - Number(came)) ** 2 - (bent - Number(came)) ** 2
      better.set(dog, (better.get(dog) ?? 0) + by)
    }
  }
  const by = [...better.values()]
  const scatter = sampleStandardDeviation(by) / Math.sqrt(by.length)
  return mean(by) > scatter ? fitted(cases) : uncalibrated
}

/**
 * Logistic regression of what came on what was said (Platt 1999 for one score; stacking by Wolpert 1992), drawn to
 * saying what the futures gave by a normal prior; a dog weighs one, however often something was said of it. Newton’s
 * steps.
 */
function fitted(cases: readonly CalibrationCase[]): ChanceCalibration {
  const casesByDog = new Map<string, number>()
  for (const c of cases) casesByDog.set(c.dog, (casesByDog.get(c.dog) ?? 0) + 1)
  const rows = cases.map((c) => ({
    x: [c.left, logOdds(c.chance), logLoad(c.load)] as const,
    y: Number(c.came),
    weight: 1 / (casesByDog.get(c.dog) ?? 1),
  }))
  const prior = [uncalibrated.early, uncalibrated.odds, uncalibrated.load] as const
  const known = 1 / letGo ** 2
  let at: readonly [number, number, number] = [...prior]
  for (let step = 0; step < 30; step++) {
    const score = [0, 1, 2].map((i) => known * ((prior[i] ?? 0) - (at[i] ?? 0)))
    const bend = [0, 1, 2].map((i) => [0, 1, 2].map((j) => (i === j ? known : 0)))
    for (const { x, y, weight } of rows) {
      const p = chanceOf(at[0] * x[0] + at[1] * x[1] + at[2] * x[2])
      for (let i = 0; i < 3; i++) {
        score[i] = (score[i] ?? 0) + weight * (y - p) * (x[i] ?? 0)
        const row = bend[i]
        if (row) for (let j = 0; j < 3; j++) row[j] = (row[j] ?? 0) + weight * p * (1 - p) * (x[i] ?? 0) * (x[j] ?? 0)
      }
    }
    const [a, b, c] = solved(bend, score)
    at = [at[0] + a, at[1] + b, at[2] + c]
    if (Math.abs(a) + Math.abs(b) + Math.abs(c) < 1e-9) break
  }
  const [early, odds, load] = at
  return { early, odds, load, dogs: casesByDog.size }
}

/** Three equations of a positive definite matrix, by elimination. */
function solved(matrix: readonly (readonly number[])[], right: readonly number[]): readonly [number, number, number] {
  const rows = matrix.map((row, i) => [...row, right[i] ?? 0])
  for (let i = 0; i < 3; i++)
    for (let j = 0; j < 3; j++) {
      const [own, pivot] = [rows[j], rows[i]]
      if (i === j || !own || !pivot) continue
      const by = (own[i] ?? 0) / (pivot[i] ?? 1)
      rows[j] = own.map((v, k) => v - by * (pivot[k] ?? 0))
    }
  const [a, b, c] = rows.map((row, i) => (row[3] ?? 0) / (row[i] ?? 1))
  return [a ?? 0, b ?? 0, c ?? 0]
}

/**
 * How chances are said by this stack for a dog of this chance, load and share of days left: the same shift of log odds
 * for the dog, each of its promises and each day, so that they keep their order. None and all stay what they are.
 */
export function calibratedBy(
  stack: ChanceCalibration,
  chance: number,
  load: number,
  left: number,
): (played: number) => number {
  if (stack.dogs === 0) return (played) => played
  const shift = stack.early * left + stack.odds * logOdds(chance) + stack.load * logLoad(load) - logOdds(chance)
  return (played) => (played <= 0 || played >= 1 ? played : chanceOf(logOddsOf(played) + shift))
}
const logOddsOf = (chance: number): number => Math.log(chance / (1 - chance))
