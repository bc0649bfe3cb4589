/**
 * Expected reps until k of the last n (8 of 10 when not said), written apart from the product: words of results as
 * strings, equations E(w) = 1 + p E(w·1) + (1 − p) E(w·0) solved by repeated substitution.
 */
export function expectedBySolvingTheChain(p: number, k = 8, n = 10): number {
  const ones = (w: string) => [...w].filter((c) => c === '1').length
  const words: string[] = Array.from({ length: 2 ** n }, (_, i) => i.toString(2).padStart(n, '0')).filter(
    (w) => ones(w) < k,
  )
  const value = new Map(words.map((w) => [w, 0]))
  for (let round = 0; round < 3000; round++) {
    let change = 0
    for (const w of words) {
      const tail = w.slice(1)
      const e = 1 + p * (value.get(`${tail}1`) ?? 0) + (1 - p) * (value.get(`${tail}0`) ?? 0)
      change = Math.max(change, Math.abs(e - (value.get(w) ?? 0)))
      value.set(w, e)
    }
    if (change < 1e-10) break
  }
  return n + words.reduce((sum, w) => sum + p ** ones(w) * (1 - p) ** (n - ones(w)) * (value.get(w) ?? 0), 0)
}
