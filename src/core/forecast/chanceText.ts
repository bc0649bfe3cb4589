/** A chance as a figure, no finer than anybody can know: “70%”, “over 95%”, “under 5%”. */
export function chanceFigure(chance: number): string {
  if (chance >= 0.95) return 'over 95%'
  return chance < 0.05 ? 'under 5%' : `${Math.min(95, Math.max(5, 5 * Math.round(chance * 20)))}%`
}

/** What a chance lies between: “50–75%”. */
export const chanceRange = (low: number, high: number): string =>
  `${5 * Math.round(low * 20)}–${5 * Math.round(high * 20)}%`

/** A chance in a sentence: “about 70%”, “over 95%”. */
export const chanceText = (chance: number): string =>
  chance >= 0.95 || chance < 0.05 ? chanceFigure(chance) : `about ${chanceFigure(chance)}`
