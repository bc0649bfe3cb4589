import { capitalized } from '../wording'
import { findRung } from '../curriculum/lookup'
import type { Curriculum, Ladder, Rung } from '../curriculum/types'
import type { Starts } from './starts'
import { startPositions, type StartPosition } from '../facts/words'
import type { RungId } from '../ids'
import type { EpochMs } from '../epochMs'

export interface Tried {
  readonly rungId: RungId
  readonly what: string
  readonly went: 'better' | 'same' | 'worse'
  readonly note: string
  readonly at: EpochMs
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
  /** What the misses share, in sentences. */
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
  rungId: RungId,
  tried: readonly Tried[],
  { starts = {}, shared = [] }: Known = {},
): readonly Offer[] {
  const found = findRung(curriculum, rungId)
  if (!found) return []
  const below = found.ladder.rungs[found.index - 1]
  const plans = [
    ...(shared.length > 0 ? [{ id: sharedOffer, name: 'What the misses share', words: shared.join(' ') }] : []),
    {
      id: 'pay',
      name: 'Try a better reward',
      words:
        'Use a reward one value higher at this rung. The first time it works, give five or six pieces, one by one.',
    },
    {
      id: 'surroundings',
      name: 'Other floor, location or time of day',
      words: 'Try a softer or drier floor, or a duller location. After a walk a dog lies down more readily.',
    },
    ...otherStarts(found.ladder, found.index).map((from) => ({
      id: `start-${from}`,
      name: `Start from a ${from}`,
      words: startsText(starts),
    })),
    { id: 'split', name: 'Split the rung in two', words: between(below, found.rung) },
    ...found.command.roads.map((r) => ({
      id: `road-${r.id}`,
      name: `Other method: ${r.name.toLowerCase()}`,
      words: r.words,
    })),
    ...found.rung.ways
      .filter((w) => !found.command.roads.some((r) => w.toLowerCase().startsWith(r.name.toLowerCase())))
      .map((w, i) => ({ id: `way-${i + 1}`, name: 'Other method', words: w })),
  ]
  return plans.map((p) => ({
    ...p,
    tried: tried.filter((t) => t.rungId === found.rung.id && t.what === p.id).sort((a, b) => b.at - a.at),
  }))
}

/** As a button says it: “Other method: from a bow” is “From a bow”. */
export const methodName = (name: string): string => capitalized(name.replace(/^Other method: /, ''))

/**
 * Other ways of teaching a rung, to be chosen before anything is stuck: the command’s roads and the rung’s own ways,
 * where it is still being taught, and every way of calling.
 */
export function alternativeMethodsFor(
  curriculum: Curriculum,
  rungId: RungId,
  tried: readonly Tried[],
): readonly Offer[] {
  const rung = findRung(curriculum, rungId)?.rung
  if (!rung || !(taught.has(rung.stage) || rung.kind === 'recall')) return []
  return offersFor(curriculum, rungId, tried)
    .filter((o) => o.id.startsWith('road-') || o.id.startsWith('way-'))
    .map((o) => ({ ...o, name: o.id.startsWith('way-') ? o.words : methodName(o.name) }))
}
const taught: ReadonlySet<string> = new Set(['shape', 'empty-hand', 'word-before-signal'])

/**
 * Other starts of a position: those it was taught from on rungs before; none where the rung says its own.
 */
function otherStarts(ladder: Ladder, index: number): readonly StartPosition[] {
  const rung = ladder.rungs[index]
  if (rung?.kind !== 'position' || rung.criterion.start !== undefined) return []
  const taught = ladder.rungs.slice(0, index).map((g) => g.criterion.start)
  return startPositions.filter((p) => taught.includes(p))
}

function startsText(starts: Starts): string {
  const counts = Object.entries(starts).map(([start, c]) => `${c.clean} of ${c.reps} clean from a ${start}`)
  const soFar = counts.length > 0 ? ` So far: ${counts.join(', ')}.` : ''
  return `Another starting position is another path for the legs.${soFar}`
}

/** The start that an offer of this id asks for; undefined of the others. */
export const startOffered = (id: string | undefined): StartPosition | undefined =>
  startPositions.find((p) => id === `start-${p}`)

/** Counts of a set, as far as they say how something tried went. */
interface Counted {
  readonly clean: number
  readonly reps: number
}

/** Design choice: a tenth more of the reps clean is better, a tenth fewer worse. */
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
  if (seconds !== undefined && below) return `Between ${below.name} and ${rung.name}: ${seconds} s.`
  const metres = half(below?.criterion.metres, rung.criterion.metres)
  if (metres !== undefined && below) return `Between ${below.name} and ${rung.name}: ${metres} m.`
  const steps = half(below?.criterion.steps, rung.criterion.steps)
  if (steps !== undefined && below) return `Between ${below.name} and ${rung.name}: ${Math.round(steps)} steps.`
  return below
    ? `Alternate the reps: one “${below.name}”, one “${rung.name}”.`
    : 'Reward the first move in the right direction.'
}
