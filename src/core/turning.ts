/** Embeddings, overrides, isolates (Unicode, UAX #9): what stands behind them reads in another order than is kept. */
const turning = /[\u202A-\u202E\u2066-\u2069]/gu

export const turnsText = (s: string): boolean => s.search(turning) >= 0

/** Removes characters that turn the direction of text, so that it reads in the order in which it is stored. */
export const unturned = (s: string): string => s.replace(turning, '')
