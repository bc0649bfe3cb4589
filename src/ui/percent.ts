/** A share in words, 0–1. */
export const percent = (x: number) => `${Math.round(x * 100)} %`
