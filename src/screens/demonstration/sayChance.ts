/** The nearest five percent, as a number. */
const fives = (chance: number): number => 5 * Math.round(chance * 20)

/** “75%”: no finer than anybody can know, and never sure. */
export const likely = (chance: number): string =>
  chance > 0.975 ? 'over 97%' : chance < 0.025 ? 'under 3%' : `${fives(chance)}%`

/** “50–75%”. */
export const likelyRange = (low: number, high: number): string => `${fives(low)}–${fives(high)}%`

/** “+4 points”. */
export const points = (gain: number): string => {
  const n = Math.round(gain * 100)
  return n < 1 ? 'under 1 point' : `+${n} ${n === 1 ? 'point' : 'points'}`
}
