import { coldChance, houseForgetting, type Forgetting, type RetentionTest } from '../progress/retention'

export interface Calibration {
  /** Middle of the predicted chances of this bin, the share that came true, and how many fell into it. */
  readonly bins: readonly { readonly predicted: number; readonly came: number; readonly n: number }[]
  /** Mean squared error of the predictions (Brier 1950), and what always saying the mean would have got. */
  readonly brier: number
  readonly brierOfMean: number
  /** Mean distance between predicted and came true, weighted by bin. */
  readonly error: number
}

/** How well predictions came true, in ten bins. */
export function calibration(pairs: readonly { readonly predicted: number; readonly came: boolean }[]): Calibration {
  const bins = Array.from({ length: 10 }, () => ({ sum: 0, came: 0, n: 0 }))
  let brier = 0
  let observed = 0
  for (const pair of pairs) {
    const bin = bins[Math.min(9, Math.floor(pair.predicted * 10))]
    if (!bin) continue
    bin.sum += pair.predicted
    bin.n++
    if (pair.came) bin.came++
    observed += pair.came ? 1 : 0
    brier += (pair.predicted - (pair.came ? 1 : 0)) ** 2
  }
  const base = pairs.length > 0 ? observed / pairs.length : 0
  const filled = bins.filter((b) => b.n > 0).map((b) => ({ predicted: b.sum / b.n, came: b.came / b.n, n: b.n }))
  return {
    bins: filled,
    brier: brier / Math.max(1, pairs.length),
    brierOfMean: base * (1 - base),
    error: filled.reduce((n, b) => n + (b.n * Math.abs(b.predicted - b.came)) / Math.max(1, pairs.length), 0),
  }
}

/**
 * Every refresher and first rep of a day as it was predicted and as it came: the chance then, from the showings before
 * it. What a dog did over all its reps was tried beside it and predicted worse than retention
 * alone, so that stands alone.
 */
export const coldRepsOf = (
  shown: readonly RetentionTest[],
  model: Forgetting = houseForgetting,
): readonly { readonly predicted: number; readonly came: boolean }[] =>
  shown.flatMap((test, i) =>
    test.kind === 'other'
      ? []
      : {
          predicted: coldChance(test.restedDays, shown.slice(0, i), model),
          came: test.clean,
        },
  )
