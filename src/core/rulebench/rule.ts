import { longestRule } from '../curriculum/schema'

/**
 * Advancement rules on the bench. `window`: at least k of the last n, never before n were done. `row`: r in a row; a
 * set of r of r that ends at its miss is the same thing. `sets`: r of r in sets worked to their end, each counted
 * alone.
 */
export type BenchRule =
  | { readonly kind: 'window'; readonly k: number; readonly n: number; readonly days: 1 | 2 }
  | { readonly kind: 'row'; readonly r: number; readonly days: 1 | 2 }
  | { readonly kind: 'sets'; readonly r: number; readonly days: 1 | 2 }

/** Why the bench will not take this rule; undefined when it will. */
export function benchRefusal(rule: BenchRule): string | undefined {
  const whole = (n: number) => Number.isInteger(n)
  const span = rule.kind === 'window' ? rule.n : rule.r
  if (!whole(span) || (rule.kind === 'window' && !whole(rule.k))) return 'whole numbers only'
  if (span > longestRule) return `rules longer than ${longestRule} reps are refused: they are not computed exactly`
  if (span < 1 || (rule.kind === 'window' && rule.k < 1)) return 'this rule always passes: it asks for nothing'
  if (rule.kind === 'window' && rule.k > rule.n) return `this rule can never pass: ${rule.k} of ${rule.n}`
  return undefined
}

export const sayBenchRule = (rule: BenchRule): string =>
  [
    rule.kind === 'window'
      ? `${rule.k} of the last ${rule.n}`
      : rule.kind === 'row'
        ? `${rule.r} in a row`
        : `${rule.r} of ${rule.r} in one set`,
    ...(rule.days === 2 ? ['on two days'] : []),
  ].join(', ')
