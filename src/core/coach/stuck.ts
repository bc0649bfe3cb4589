import { capitalized } from '../wording'
import { findRung } from '../curriculum/lookup'
import type { Curriculum, Run, Rung } from '../curriculum/types'
import type { Starts } from './starts'
import { startPositions, type StartPosition } from '../facts/words'

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

/** What is known of a rung beside its tries. */
interface Known {
  /** How it went from each start that was noted. */
  readonly starts?: Starts | undefined
  /** What its misses share, in sentences. */
  readonly shared?: readonly string[] | undefined
}

/** The offer to change what the misses share. */
export const sharedOffer = 'shared'

/**
 * What to try when a rung is stuck, in the order to try it: what its misses share, pay, surroundings, a rung between,
 * then other roads. Common practice.
 */
export function offersFor(
  curriculum: Curriculum,
  rungId: string,
  tried: readonly Tried[],
  { starts = {}, shared = [] }: Known = {},
): readonly Offer[] {
  const found = findRung(curriculum, rungId)
  if (!found) return []
  const below = found.run.rungs[found.index - 1]
  const plans = [
    ...(shared.length > 0 ? [{ id: sharedOffer, name: 'What its misses share', words: shared.join(' ') }] : []),
    {
      id: 'pay',
      name: 'Raise the pay',
      words: 'One tier higher at this rung; five or six pieces, one after another, the first time it works.',
    },
    {
      id: 'surroundings',
      name: 'Other floor, place or time of day',
      words: 'Softer or drier floor, a duller place; after a walk a dog lies down more readily.',
    },
    ...otherStarts(found.run, found.index).map((from) => ({
      id: `start-${from}`,
      name: `Begin it from a ${from}`,
      words: sayStarts(starts),
    })),
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

/** As a button says it: “Another road: from a bow” is “From a bow”. */
export const roadName = (name: string): string => capitalized(name.replace(/^Another road: /, ''))

/**
 * Other ways of teaching a rung, to be chosen before anything is stuck: the command’s roads and the rung’s own ways,
 * where it is still being taught, and every way of calling.
 */
export function roadsFor(curriculum: Curriculum, rungId: string, tried: readonly Tried[]): readonly Offer[] {
  const rung = findRung(curriculum, rungId)?.rung
  if (!rung || !(taught.has(rung.stage) || rung.kind === 'recall')) return []
  return offersFor(curriculum, rungId, tried)
    .filter((o) => o.id.startsWith('road-') || o.id.startsWith('way-'))
    .map((o) => ({ ...o, name: o.id.startsWith('way-') ? o.words : roadName(o.name) }))
}
const taught: ReadonlySet<string> = new Set(['shape', 'empty-hand', 'word-before-signal'])

/**
 * Other starts of a position: those it was taught from on rungs before; none where the rung says its own.
 */
function otherStarts(run: Run, index: number): readonly StartPosition[] {
  const rung = run.rungs[index]
  if (rung?.kind !== 'position' || rung.criterion.start !== undefined) return []
  const taught = run.rungs.slice(0, index).map((g) => g.criterion.start)
  return startPositions.filter((p) => taught.includes(p))
}

function sayStarts(starts: Starts): string {
  const told = Object.entries(starts).map(([start, c]) => `${c.clean} of ${c.reps} clean from a ${start}`)
  return `Another beginning, another way for its legs.${told.length > 0 ? ` So far: ${told.join(', ')}.` : ''}`
}

/** The start that an offer of this id asks for; undefined of the others. */
export const startOffered = (id: string | undefined): StartPosition | undefined =>
  startPositions.find((p) => id === `start-${p}`)

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
