const halves = (chance: number): string => {
  const n = Math.round(chance * 20)
  return `${Math.floor(n / 2) || (n % 2 ? '' : '0')}${n % 2 ? '½' : ''}`
}

/** “8 in 10”, “9½ in 10”: no finer than anybody can know, and never sure. */
export const inTen = (chance: number): string =>
  chance > 0.975 ? 'over 9½ in 10' : chance < 0.025 ? 'under ½ in 10' : `${halves(chance)} in 10`

/** The same as a figure alone, for a range. */
export const ofTen = (chance: number): string => halves(chance)

/** “4 in a hundred”. */
export const inHundred = (gain: number): string => {
  const n = Math.round(gain * 100)
  return n < 1 ? 'less than 1 in a hundred' : `${n} in a hundred`
}
