/** One choice between two things held out at once; undefined when the dog took neither. */
export interface Choice {
  readonly a: string
  readonly b: string
  readonly chosen: string | undefined
}

export interface Ranked {
  readonly item: string
  /** Share of its choices against an average thing that it would win, 0–1. */
  readonly strength: number
  readonly wins: number
  readonly trials: number
}

/**
 * Strengths by the Bradley–Terry model (Bradley & Terry 1952), found by the minorization–maximization steps of Hunter
 * 2004, normalized to a geometric mean of 1. `prior`: so many choices won and as many lost by every item against an
 * imagined average one, which keeps strengths finite when few trials were made; 0 gives the plain maximum likelihood,
 * which exists only when no group of items beat all others every time.
 */
export function bradleyTerry(
  items: readonly string[],
  choices: readonly Choice[],
  prior = 0.5,
): ReadonlyMap<string, number> {
  const decided = choices.filter((c) => c.chosen !== undefined && c.a !== c.b)
  let p = items.map(() => 1)
  const number = new Map(items.map((item, i) => [item, i]))
  const wins = items.map((item) => decided.filter((c) => c.chosen === item).length + prior)
  for (let round = 0; round < 10_000; round++) {
    const below = items.map((_, i) => (prior === 0 ? 0 : (2 * prior) / ((p[i] ?? 1) + 1)))
    for (const c of decided) {
      const [i, j] = [number.get(c.a), number.get(c.b)]
      if (i === undefined || j === undefined) continue
      const share = 1 / ((p[i] ?? 1) + (p[j] ?? 1))
      below[i] = (below[i] ?? 0) + share
      below[j] = (below[j] ?? 0) + share
    }
    const next = p.map((was, i) => ((below[i] ?? 0) === 0 ? was : (wins[i] ?? 0) / (below[i] ?? 1)))
    // The imagined item stands at 1 and so fixes the scale; without it the geometric mean does.
    const scale = prior === 0 ? Math.exp(next.reduce((s, x) => s + Math.log(x), 0) / next.length) : 1
    const scaled = next.map((x) => x / scale)
    const moved = Math.max(...scaled.map((x, i) => Math.abs(x - (p[i] ?? 0))))
    p = scaled
    if (moved < 1e-12) break
  }
  return new Map(items.map((item, i) => [item, p[i] ?? 1]))
}

/** Items by strength, the strongest first; those alike stay in the order given. */
export function rank(items: readonly string[], choices: readonly Choice[]): readonly Ranked[] {
  const strengths = bradleyTerry(items, choices)
  return items
    .map((item): Ranked => {
      const s = strengths.get(item) ?? 1
      const offered = choices.filter((c) => c.a === item || c.b === item)
      return {
        item,
        strength: s / (s + 1),
        wins: choices.filter((c) => c.chosen === item).length,
        trials: offered.length,
      }
    })
    .sort((x, y) => y.strength - x.strength)
}

/** Design choice: each pair is held out this often at the most, and a ranking is called settled once every pair was. */
export const roundsWanted = 2

/**
 * The pair to hold out next: the one held out least, then the one whose strengths lie closest, sides changed each time.
 * Undefined when every pair was held out often enough.
 */
export function nextPair(
  items: readonly string[],
  choices: readonly Choice[],
): { readonly left: string; readonly right: string } | undefined {
  const strengths = bradleyTerry(items, choices)
  let best: { left: string; right: string; times: number; apart: number } | undefined
  for (const [i, a] of items.entries())
    for (const b of items.slice(i + 1)) {
      const times = choices.filter((c) => (c.a === a && c.b === b) || (c.a === b && c.b === a)).length
      const apart = Math.abs(Math.log((strengths.get(a) ?? 1) / (strengths.get(b) ?? 1)))
      if (times >= roundsWanted || (best && (times > best.times || (times === best.times && apart >= best.apart))))
        continue
      best = times % 2 === 0 ? { left: a, right: b, times, apart } : { left: b, right: a, times, apart }
    }
  return best && { left: best.left, right: best.right }
}
