import type { Rung, Ladder } from './types'

/** What can be new about a set: the distraction level, the place, the kit, the hands on the leash, or more distance. */
export const novelties = ['level', 'place', 'kit', 'hands', 'distance'] as const
export type Novelty = (typeof novelties)[number]

/** Design choice: shares of what is held to begin with, by what is new. */
const share: Readonly<Record<Novelty, { readonly duration: number; readonly distance: number }>> = {
  level: { duration: 1 / 3, distance: 1 / 2 },
  place: { duration: 1 / 3, distance: 1 / 2 },
  kit: { duration: 1 / 2, distance: 1 },
  hands: { duration: 1 / 2, distance: 1 },
  distance: { duration: 1 / 3, distance: 1 },
}

/** Design choice: a step is this long when distances are compared. */
export const metresPerStep = 0.75
/** Design choice: one passed set takes the next step, at most half as long again. */
const stepFactor = 1.5
const slack = 1e-9

const metresOf = (rung: Rung): number | undefined =>
  rung.criterion.metres ?? (rung.criterion.steps === undefined ? undefined : rung.criterion.steps * metresPerStep)

/**
 * The number of the rung to begin with when these things are new and rung `held` is held: duration and distance down to
 * their share, the strictest once, rounded down to a listed rung, at least the first. A rung that makes neither harder
 * goes back one rung in a new place or at a new level (house: the last help comes back). A rung of its own kind of
 * place, or behind a gate, is nothing to begin with.
 */
export function relaxFrom(ladder: Ladder, held: number, news: readonly Novelty[]): number {
  const key = news.reduce((bits, n) => bits | (1 << novelties.indexOf(n)), 0)
  return remembered(ladder, -(key * 4096 + held) - 1, () => findStart(ladder, held, news))
}

const measured = (rung: Rung): boolean => rung.axis === 'duration' || rung.axis === 'distance'
/** A rung that can be worked anywhere. */
const plain = (rung: Rung | undefined): boolean =>
  rung !== undefined && rung.criterion.place === undefined && rung.gate === undefined

function findStart(ladder: Ladder, held: number, news: readonly Novelty[]): number {
  const top = ladder.rungs[held]
  if (!top || news.length === 0) return held
  const duration = Math.min(...news.map((n) => share[n].duration))
  const distance = Math.min(...news.map((n) => share[n].distance))
  const seconds: Measure = (r) => (r.kind === 'timed' ? r.criterion.seconds : undefined)
  const alike = ladder.rungs.flatMap((r, i) =>
    i === held || (i < held && plain(r) && (r.kind === top.kind || metresOf(r) !== undefined)) ? [i] : [],
  )
  const limits = [
    limit(ladder, alike, held, seconds, duration),
    ...(measured(top) ? [limit(ladder, alike, held, metresOf, distance)] : []),
  ].filter((l) => l !== undefined)
  const start =
    limits.length === 0 ? held : (alike.findLast((i) => limits.every((within) => within(i))) ?? alike[0] ?? held)
  if (start < held || measured(top) || distance === 1) return start
  return Math.max(
    0,
    ladder.rungs.findLastIndex((r, i) => i < held && plain(r)),
  )
}

type Measure = (rung: Rung) => number | undefined

/** A test for rungs within this share of what is held, never tighter than the least that is listed. */
function limit(
  ladder: Ladder,
  alike: readonly number[],
  held: number,
  measure: Measure,
  factor: number,
): ((i: number) => boolean) | undefined {
  const at = (i: number): number | undefined => {
    const rung = ladder.rungs[i]
    return rung && measure(rung)
  }
  const top = at(held)
  if (top === undefined) return undefined
  const least = Math.min(...alike.map((i) => at(i) ?? top))
  const most = Math.max(least, top * factor) + slack
  return (i) => (at(i) ?? 0) <= most
}

/**
 * The rung after `index` was passed: the highest at most half as long (or far) again, at least the next, up to `held`.
 */
export function stepUp(ladder: Ladder, index: number, held: number): number {
  return remembered(ladder, index * 4096 + held, () => findStepUp(ladder, index, held))
}

const memory = new WeakMap<Ladder, Map<number, number>>()
/** Runs never change, so each answer is found once: the fold asks at every set. */
function remembered(ladder: Ladder, key: number, find: () => number): number {
  let known = memory.get(ladder)
  if (!known) memory.set(ladder, (known = new Map()))
  let answer = known.get(key)
  if (answer === undefined) known.set(key, (answer = find()))
  return answer
}

function findStepUp(ladder: Ladder, index: number, held: number): number {
  const from = ladder.rungs[index]
  if (!from || index >= held) return held
  const measure: Measure = (r) =>
    from.axis === 'duration' ? r.criterion.seconds : from.axis === 'distance' ? metresOf(r) : undefined
  const here = measure(from)
  let best = index + 1
  while (best < held && !plain(ladder.rungs[best])) best++
  if (here === undefined) return best
  for (let i = best; i <= held; i++) {
    const rung = ladder.rungs[i]
    const m = rung && rung.axis === from.axis ? measure(rung) : undefined
    // A rung as far as this one is a step of its own when it is held longer.
    if (m !== undefined && m > here && m <= here * stepFactor + slack && plain(rung)) best = i
  }
  return best
}

/** The rungs from a relaxed start up to what is held, in order. */
export function relaxPath(ladder: Ladder, start: number, held: number): readonly number[] {
  const path = [start]
  for (let i = start; i < held;) {
    i = stepUp(ladder, i, held)
    path.push(i)
  }
  return path
}

/** The step before `index` on the way from `start` to `held`; drop back one rung when it is the first. */
export function stepDown(ladder: Ladder, index: number, start: number, held: number): number {
  return relaxPath(ladder, start, held).findLast((i) => i < index) ?? Math.max(0, Math.min(index, start) - 1)
}
