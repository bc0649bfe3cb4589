import type { Rung, Run } from './types'

/** What can be new about a set: the distraction level, the place, the kit, the hands on the leash, or more distance. */
export const novelties = ['level', 'place', 'kit', 'hands', 'distance'] as const
export type Novelty = (typeof novelties)[number]

/** House: shares of what is held to begin with, by what is new. */
const share: Readonly<Record<Novelty, { readonly duration: number; readonly distance: number }>> = {
  level: { duration: 1 / 3, distance: 1 / 2 },
  place: { duration: 1 / 3, distance: 1 / 2 },
  kit: { duration: 1 / 2, distance: 1 },
  hands: { duration: 1 / 2, distance: 1 },
  distance: { duration: 1 / 3, distance: 1 },
}

/** House: a step is this long when distances are compared. */
export const metresPerStep = 0.75
/** House: one passed set takes the next step, at most half as long again. */
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
export function relaxFrom(run: Run, held: number, news: readonly Novelty[]): number {
  const key = news.reduce((bits, n) => bits | (1 << novelties.indexOf(n)), 0)
  return remembered(run, -(key * 4096 + held) - 1, () => findStart(run, held, news))
}

const measured = (rung: Rung): boolean => rung.axis === 'duration' || rung.axis === 'distance'
/** A rung that can be worked anywhere. */
const plain = (rung: Rung | undefined): boolean =>
  rung !== undefined && rung.criterion.place === undefined && rung.gate === undefined

function findStart(run: Run, held: number, news: readonly Novelty[]): number {
  const top = run.rungs[held]
  if (!top || news.length === 0) return held
  const duration = Math.min(...news.map((n) => share[n].duration))
  const distance = Math.min(...news.map((n) => share[n].distance))
  const seconds: Measure = (r) => (r.kind === 'timed' ? r.criterion.seconds : undefined)
  const alike = run.rungs.flatMap((r, i) =>
    i === held || (i < held && plain(r) && (r.kind === top.kind || metresOf(r) !== undefined)) ? [i] : [],
  )
  const limits = [
    limit(run, alike, held, seconds, duration),
    ...(measured(top) ? [limit(run, alike, held, metresOf, distance)] : []),
  ].filter((l) => l !== undefined)
  const start =
    limits.length === 0 ? held : (alike.findLast((i) => limits.every((within) => within(i))) ?? alike[0] ?? held)
  if (start < held || measured(top) || distance === 1) return start
  return Math.max(
    0,
    run.rungs.findLastIndex((r, i) => i < held && plain(r)),
  )
}

type Measure = (rung: Rung) => number | undefined

/** A test for rungs within this share of what is held, never tighter than the least that is listed. */
function limit(
  run: Run,
  alike: readonly number[],
  held: number,
  measure: Measure,
  factor: number,
): ((i: number) => boolean) | undefined {
  const at = (i: number): number | undefined => {
    const rung = run.rungs[i]
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
export function stepUp(run: Run, index: number, held: number): number {
  return remembered(run, index * 4096 + held, () => findStepUp(run, index, held))
}

const memory = new WeakMap<Run, Map<number, number>>()
/** Runs never change, so each answer is found once: the fold asks at every set. */
function remembered(run: Run, key: number, find: () => number): number {
  let known = memory.get(run)
  if (!known) memory.set(run, (known = new Map()))
  let answer = known.get(key)
  if (answer === undefined) known.set(key, (answer = find()))
  return answer
}

function findStepUp(run: Run, index: number, held: number): number {
  const from = run.rungs[index]
  if (!from || index >= held) return held
  const measure: Measure = (r) =>
    from.axis === 'duration' ? r.criterion.seconds : from.axis === 'distance' ? metresOf(r) : undefined
  const here = measure(from)
  let best = index + 1
  while (best < held && !plain(run.rungs[best])) best++
  if (here === undefined) return best
  for (let i = best; i <= held; i++) {
    const rung = run.rungs[i]
    const m = rung && rung.axis === from.axis ? measure(rung) : undefined
    // A rung as far as this one is a step of its own when it is held longer.
    if (m !== undefined && m > here && m <= here * stepFactor + slack && plain(rung)) best = i
  }
  return best
}

/** The rungs from a relaxed start up to what is held, in order. */
export function relaxPath(run: Run, start: number, held: number): readonly number[] {
  const path = [start]
  for (let i = start; i < held;) {
    i = stepUp(run, i, held)
    path.push(i)
  }
  return path
}

/** The step before `index` on the way from `start` to `held`; one rung down when it is the first. */
export function stepDown(run: Run, index: number, start: number, held: number): number {
  return relaxPath(run, start, held).findLast((i) => i < index) ?? Math.max(0, Math.min(index, start) - 1)
}
