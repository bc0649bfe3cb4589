/** A share in words; small ones to a tenth. */
export const percent = (x: number) => `${(x * 100).toFixed(x > 0 && x < 0.1 ? 1 : 0)} %`
/** So many reps, or so much food. */
export const reps = (x: number) =>
  x >= 1e6 ? x.toExponential(2) : x >= 1000 ? Math.round(x).toLocaleString('en') : x.toFixed(1)
