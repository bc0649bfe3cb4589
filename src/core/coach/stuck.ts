import { findRung } from '../curriculum/lookup'
import type { Curriculum, Rung } from '../curriculum/types'

export interface Tried {
  readonly rungId: string
  readonly what: string
  readonly went: 'better' | 'same' | 'worse'
  readonly note: string
  readonly at: number
  readonly by: string
}

export interface Offer {
  readonly id: string
  readonly name: string
  readonly words: string
  /** What was tried of this at the rung, newest first. */
  readonly tried: readonly Tried[]
}

/**
 * What to try when a rung is stuck, in the order to try it: pay, surroundings, a rung between, then other roads. Common
 * practice.
 */
export function offersFor(curriculum: Curriculum, rungId: string, tried: readonly Tried[]): readonly Offer[] {
  const found = findRung(curriculum, rungId)
  if (!found) return []
  const below = found.run.rungs[found.index - 1]
  const plans = [
    {
      id: 'pay',
      name: 'Raise the pay',
      words: 'One tier higher at this rung; five or six pieces, one after another, the first time it comes off.',
    },
    {
      id: 'surroundings',
      name: 'Other floor, place or time of day',
      words: 'Softer or drier floor, a duller place; after a walk a dog lies down more readily.',
    },
    { id: 'split', name: 'Split the rung in two', words: between(below, found.rung) },
    ...found.command.roads.map((r) => ({
      id: `road-${r.id}`,
      name: `Another road: ${r.name.toLowerCase()}`,
      words: r.words,
    })),
    ...found.rung.ways
      .filter((w) => !found.command.roads.some((r) => w.toLowerCase().startsWith(r.name.toLowerCase())))
      .map((w, i) => ({ id: `way-${i + 1}`, name: 'Another way', words: w })),
  ]
  return plans.map((p) => ({
    ...p,
    tried: tried.filter((t) => t.rungId === found.rung.id && t.what === p.id).sort((a, b) => b.at - a.at),
  }))
}

/** Counts of a set, as far as they say how something tried went. */
interface Counted {
  readonly clean: number
  readonly reps: number
}

/** House: a tenth more of the reps clean is better, a tenth fewer worse. */
const difference = 0.1

/** How a set that tried something went, against the set before at the same rung; without one it is only not worse. */
export function wentOf(now: Counted, before: Counted | undefined): Tried['went'] {
  const share = (c: Counted) => (c.reps === 0 ? 0 : c.clean / c.reps)
  if (!before || before.reps === 0) return share(now) >= 0.8 ? 'better' : 'same'
  const by = share(now) - share(before)
  return by >= difference ? 'better' : by <= -difference ? 'worse' : 'same'
}

/** The first offer not yet tried, or the one that went best; undefined when there is none. */
export const nextOffer = (offers: readonly Offer[]): Offer | undefined =>
  offers.find((o) => o.tried[0]?.went === 'better') ?? offers.find((o) => o.tried.length === 0) ?? offers[0]

/** A step half-way between two rungs, in words. */
export function between(below: Rung | undefined, rung: Rung): string {
  const half = (a: number | undefined, b: number | undefined): number | undefined =>
    a !== undefined && b !== undefined && b > a ? Math.round((a + b) * 5) / 10 : undefined
  const seconds = half(below?.criterion.seconds, rung.criterion.seconds)
  if (seconds !== undefined && below) return `Between ${below.name} and ${rung.name}: hold ${seconds} s.`
  const metres = half(below?.criterion.metres, rung.criterion.metres)
  if (metres !== undefined && below) return `Between ${below.name} and ${rung.name}: ${metres} m.`
  const steps = half(below?.criterion.steps, rung.criterion.steps)
  if (steps !== undefined && below) return `Between ${below.name} and ${rung.name}: ${Math.round(steps)} steps.`
  return below
    ? `Every other rep as “${below.name}”, every other as “${rung.name}”.`
    : 'Pay the first move in the right direction.'
}
