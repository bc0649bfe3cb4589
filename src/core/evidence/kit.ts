import { mean } from 'simple-statistics'
import type { SetFact } from '../facts'
import { differenceOf, wilson, type Difference, type Share } from './interval'

/** One piece of kit in a comparison, with what flatters or spoils its figures. */
export interface KitSide {
  readonly kit: string
  readonly share: Share
  readonly sets: number
  /** Means over the sets for which they are known. */
  readonly temperatureC: number | undefined
  readonly minutesIn: number | undefined
  readonly exerciseMinutesAgo: number | undefined
}

export interface KitComparison {
  readonly rungId: string
  readonly a: KitSide
  readonly b: KitSide
  /** First less second. */
  readonly difference: Difference
  /** Whether the sets took turns, as a fair comparison wants. */
  readonly alternating: boolean
}

const known = (sets: readonly SetFact[], key: 'temperatureC' | 'minutesIn' | 'exerciseMinutesAgo'): number | undefined => {
  const values = sets.flatMap((s) => s[key] ?? [])
  return values.length > 0 ? mean(values) : undefined
}

function sideOf(sets: readonly SetFact[], kit: string): KitSide | undefined {
  const own = sets.filter((s) => s.kit === kit && s.reps.length > 0)
  const reps = own.flatMap((s) => s.reps)
  const share = wilson(reps.filter((r) => r.outcome === 'clean').length, reps.length)
  return share && { kit, share, sets: own.length, temperatureC: known(own, 'temperatureC'), minutesIn: known(own, 'minutesIn'), exerciseMinutesAgo: known(own, 'exerciseMinutesAgo') }
}

/** The same rung on two pieces of kit, side by side; undefined while one of them has no rep. Sets in order of time. */
export function compareKit(sets: readonly SetFact[], rungId: string, kitA: string, kitB: string): KitComparison | undefined {
  const at = sets.filter((s) => s.rungId === rungId && (s.kit === kitA || s.kit === kitB) && s.reps.length > 0)
  const [a, b] = [sideOf(at, kitA), sideOf(at, kitB)]
  if (!a || !b) return undefined
  const turns = at.filter((s, i) => i > 0 && s.kit !== at[i - 1]?.kit).length
  return { rungId, a, b, difference: differenceOf(a.share, b.share), alternating: turns >= Math.min(a.sets, b.sets) * 2 - 1 && turns >= at.length - 1 - Math.abs(a.sets - b.sets) }
}

/** Rungs worked on more than one piece of kit, with the two used most, newest first. */
export function kitComparisons(sets: readonly SetFact[]): readonly KitComparison[] {
  const rungs = [...new Set(sets.map((s) => s.rungId))].reverse()
  return rungs.flatMap((rungId) => {
    const counts = new Map<string, number>()
    for (const set of sets) if (set.rungId === rungId) counts.set(set.kit, (counts.get(set.kit) ?? 0) + set.reps.length)
    const [first, second] = [...counts].sort((a, b) => b[1] - a[1]).map(([kit]) => kit)
    if (first === undefined || second === undefined) return []
    const found = compareKit(sets, rungId, first, second)
    return found ? [found] : []
  })
}
