/**
 * Results under one window: `C` clean, `H` helped, `L` late, `M` miss, `X` crooked and so not clean, `N` not clean for
 * another reason; the newest last.
 */
export type Results = string

/** Rules, and all that looks back as they do, look back over no more reps than this. */
export const longestRule = 12

const clean = 'C'.charCodeAt(0)

/** How many of these results, or of the last so many, are clean. */
export function cleanIn(results: Results, last: number = results.length): number {
  let n = 0
  for (let i = Math.max(0, results.length - last); i < results.length; i++) if (results.charCodeAt(i) === clean) n++
  return n
}

/** How long the run of clean results at the end is. */
export function runLength(results: Results): number {
  let n = 0
  for (let i = results.length - 1; i >= 0 && results.charCodeAt(i) === clean; i--) n++
  return n
}
