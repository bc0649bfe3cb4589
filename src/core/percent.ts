import { counted } from './wording'

/** A share, 0–1, in whole percent; what is hardly any is said to be under 1%, what is nearly all to be over 99%. */
export function percent(share: number): string {
  if (share > 0 && share < 0.01) return 'under 1%'
  return share > 0.99 && share < 1 ? 'over 99%' : `${Math.round(share * 100)}%`
}

/** A gain or loss of a chance, −1–1: “+4 points”, “−1 point”, “under 1 point”. */
export function points(gain: number): string {
  const n = Math.round(Math.abs(gain) * 100)
  return n < 1 ? 'under 1 point' : `${gain > 0 ? '+' : '−'}${counted(n, 'point')}`
}

/** A share, 0–1, in percent with a tenth where whole ones are too coarse: what is computed exactly and is small. */
export const finePercent = (share: number): string => `${(share * 100).toFixed(1)}%`
