/** A share of successes with its interval, all in 0–1. */
export interface Share {
  readonly clean: number
  readonly total: number
  readonly share: number
  readonly low: number
  readonly high: number
}

/** Standard normal quantile of a two-sided 95 % interval. */
const z95 = 1.959963984540054

/**
 * Share with the 95 % score interval. Wilson, Journal of the American Statistical Association 22 (1927).
 * Undefined when nothing was counted.
 */
export function wilson(clean: number, total: number): Share | undefined {
  if (total <= 0) return undefined
  const p = clean / total
  const z2 = z95 * z95
  const middle = (p + z2 / (2 * total)) / (1 + z2 / total)
  const half = (z95 / (1 + z2 / total)) * Math.sqrt((p * (1 - p)) / total + z2 / (4 * total * total))
  return {
    clean,
    total,
    share: p,
    low: clean === 0 ? 0 : Math.max(0, middle - half),
    high: clean === total ? 1 : Math.min(1, middle + half),
  }
}

export interface Difference {
  readonly difference: number
  readonly low: number
  readonly high: number
}

/**
 * Difference of two independent shares, first less second, with its 95 % interval from two Wilson intervals.
 * Newcombe, Statistics in Medicine 17 (1998), method 10.
 */
export function differenceOf(a: Share, b: Share): Difference {
  const difference = a.share - b.share
  return {
    difference,
    low: difference - Math.hypot(a.share - a.low, b.high - b.share),
    high: difference + Math.hypot(a.high - a.share, b.share - b.low),
  }
}
