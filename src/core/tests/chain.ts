/**
 * Expected reps until 8 of the last 10, written apart from the product: words of results as strings, equations
 * E(w) = 1 + p E(w·1) + (1 − p) E(w·0) solved by repeated substitution.
 */
export function expectedBySolvingTheChain(p: number): number {
  const ones = (w: string) => [...w].filter((c) => c === '1').length
  const words: string[] = Array.from({ length: 1024 }, (_, i) => i.toString(2).padStart(10, '0')).filter((w) => ones(w) < 8)
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
  return 10 + words.reduce((sum, w) => sum + p ** ones(w) * (1 - p) ** (10 - ones(w)) * (value.get(w) ?? 0), 0)
}
