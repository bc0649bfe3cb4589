/**
 * Reps to go over reps that the days allow, the figure before the forecasts: kept to hold them against. Share of
 * simulated dogs (three learning laws, three tempers; bench/reach.ts) that were ready in time, by that ratio. Below an
 * even ratio days run out before reps do: what is held asks for a second one.
 */
const madeIt: readonly (readonly [ratio: number, share: number])[] = [
  [0, 1],
  [0.2, 0.98],
  [0.3, 0.92],
  [0.4, 0.87],
  [0.5, 0.75],
  [0.6, 0.53],
  [0.7, 0.34],
  [0.8, 0.17],
  [0.9, 0.11],
  [1, 0.06],
  [1.2, 0.01],
  [1.5, 0],
]

/** The chance to be ready in time at this ratio, by the table above, in a straight line between its rows. */
export function chanceInTime(ratio: number): number {
  for (let i = 1; i < madeIt.length; i++) {
    const [from, to] = [madeIt[i - 1], madeIt[i]]
    if (from && to && ratio <= to[0])
      return from[1] + ((Math.max(from[0], ratio) - from[0]) / (to[0] - from[0])) * (to[1] - from[1])
  }
  return 0
}
