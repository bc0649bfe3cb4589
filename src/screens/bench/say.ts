import { finePercent, percent } from '@/core/percent'

/** A share in percent, small ones to a tenth. */
export const sharePercent = (x: number) => (x > 0 && x < 0.1 ? finePercent(x) : percent(x))
/** So many reps, or so much food. */
export const reps = (x: number) =>
  x >= 1e6 ? x.toExponential(2) : x >= 1000 ? Math.round(x).toLocaleString('en') : x.toFixed(1)
