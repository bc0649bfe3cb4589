/** Run numbers, and names with numbers in them, as people count: run 2 before run 10. Below 0 where a comes first. */
export const asCounted = (a: string, b: string): number => a.localeCompare(b, 'en', { numeric: true })

/** By their run. */
export const byRun = (a: { readonly runNumber: string }, b: { readonly runNumber: string }): number =>
  asCounted(a.runNumber, b.runNumber)
