import { mean } from 'simple-statistics'
import type { SetFact } from '../facts/fact'
import { differenceOf, wilson, type Difference, type Share } from './interval'
import type { RungId } from '../ids'

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
  readonly rungId: RungId
  readonly a: KitSide
  readonly b: KitSide
  /** First less second. */
  readonly difference: Difference
  /** Whether the sets took turns, as a fair comparison wants. */
  readonly alternating: boolean
}

const known = (
  sets: readonly SetFact[],
  key: 'temperatureC' | 'minutesIn' | 'exerciseMinutesAgo',
): number | undefined => {
  const values = sets.flatMap((s) => s[key] ?? [])
  return values.length > 0 ? mean(values) : undefined
}

function sideOf(sets: readonly SetFact[], kit: string): KitSide | undefined {
  const own = sets.filter((s) => s.kit === kit && s.reps.length > 0)
  const reps = own.flatMap((s) => s.reps)
  const share = wilson(reps.filter((r) => r.outcome === 'clean').length, reps.length)
  return (
    share && {
      kit,
      share,
      sets: own.length,
      temperatureC: known(own, 'temperatureC'),
      minutesIn: known(own, 'minutesIn'),
      exerciseMinutesAgo: known(own, 'exerciseMinutesAgo'),
    }
  )
}

/** Design choice: how often each piece of kit is worked in a guided comparison. */
export const turnsEach = 2

/** A leash in a comparison, with the collar that goes with it; whatever is worn where none is said. */
export interface Worn {
  readonly kit: string
  readonly collar?: string | undefined
}

/** What is compared, in words. */
export const wornText = ({ kit, collar }: Worn): string => (collar === undefined ? kit : `${kit}, ${collar}`)

/** Which of the two a set was worked on; undefined for neither. */
export const wornOf = <W extends Worn>(
  set: { readonly kit: string; readonly collar?: string | null | undefined },
  sides: readonly [W, W],
): W | undefined => sides.find((w) => w.kit === set.kit && (w.collar === undefined || w.collar === set.collar))

export interface KitTurn<W extends Worn = Worn> {
  readonly worn: W
  /** From 1. */
  readonly number: number
  readonly of: number
}

/**
 * Whose turn it is after these sets: pairs of both, and each pair in the other order (A B, B A), so that neither has
 * all the freshness or all the warmth. Undefined when all turns are done. Common practice: counterbalanced order.
 */
export function kitTurn<W extends Worn>(
  done: readonly (W | undefined)[],
  [a, b]: readonly [W, W],
): KitTurn<W> | undefined {
  const worked = done.filter((w) => w === a || w === b)
  const of = turnsEach * 2
  if (worked.length >= of) return undefined
  const pair = Math.floor(worked.length / 2)
  const worn = worked.length % 2 === 1 ? (worked.at(-1) === a ? b : a) : pair % 2 === 0 ? a : b
  return { worn, number: worked.length + 1, of }
}

/**
 * Compares one rung on two pieces of equipment; undefined while one of them has no rep. Sets in order of time. Only
 * days on which both were worked count when there are any: what a dog learns from day to day is not the kit's doing.
 */
export function compareKit(
  sets: readonly SetFact[],
  rungId: RungId,
  kitA: string,
  kitB: string,
): KitComparison | undefined {
  const all = sets.filter((s) => s.rungId === rungId && (s.kit === kitA || s.kit === kitB) && s.reps.length > 0)
  const together = all.filter((s) => all.some((o) => o.day === s.day && o.kit !== s.kit))
  const at = together.length > 0 ? together : all
  const [a, b] = [sideOf(at, kitA), sideOf(at, kitB)]
  if (!a || !b) return undefined
  return { rungId, a, b, difference: differenceOf(a.share, b.share), alternating: tookTurns(at) }
}

/** On every day as many sets on the one as on the other, give or take one, and changed more often than kept. */
const tookTurns = (sets: readonly SetFact[]): boolean =>
  [...new Set(sets.map((s) => s.day))].every((day) => {
    const own = sets.filter((s) => s.day === day)
    const first = own.filter((s) => s.kit === own[0]?.kit).length
    const changes = own.filter((s, i) => i > 0 && s.kit !== own[i - 1]?.kit).length
    return own.length > 1 && Math.abs(2 * first - own.length) <= 1 && 2 * changes > own.length - 1
  })

/**
 * Every two pieces of kit worked at one rung on one day, side by side, the newest first; where no day had two, the two
 * worked most.
 */
export function kitComparisons(sets: readonly SetFact[]): readonly KitComparison[] {
  const rungs = [...new Set(sets.map((s) => s.rungId))]
  return rungs
    .flatMap((rungId) => {
      const own = sets.filter((s) => s.rungId === rungId && s.reps.length > 0)
      const counts = new Map<string, number>()
      for (const set of own) counts.set(set.kit, (counts.get(set.kit) ?? 0) + set.reps.length)
      const used = [...counts].sort((a, b) => b[1] - a[1]).map(([kit]) => kit)
      const pairs = used.flatMap((a, i) =>
        used.slice(i + 1).map((b) => ({
          a,
          b,
          last: own.findLast((s) => s.kit === b && own.some((o) => o.kit === a && o.day === s.day)),
        })),
      )
      const together = pairs.filter((p) => p.last !== undefined)
      return (together.length > 0 ? together : pairs.slice(0, 1)).flatMap(({ a, b, last }) => {
        const found = compareKit(sets, rungId, a, b)
        return found ? [{ found, at: last ? sets.indexOf(last) : sets.findLastIndex((s) => s.rungId === rungId) }] : []
      })
    })
    .sort((a, b) => b.at - a.at)
    .map(({ found }) => found)
}

/** Sets with their collar as equipment, where somebody recorded which. */
export const byCollar = (sets: readonly SetFact[]): readonly SetFact[] =>
  sets.flatMap((s) => (s.collar ? [{ ...s, kit: s.collar }] : []))
