import { z } from 'zod'
import { ownRung } from '../curriculum/lookup'
import { addDays, daysBetween } from '../days'
import type { OwnerPromise } from '../promise/ownerPromise'
import { chanceBy, futuresOf, type Futures, type Source } from './futures'
import type { ForecastInput } from './forecastInput'
import { unreachedDay } from './simulation'
import type { DogPattern } from './patterns'
import { planOf } from './plan'
import type { Speed } from './speed'
import { atRates, workLeft, type Sooner } from './workLeft'
import type { RungId } from '../ids'

/** Of all futures so many are played at the least. */
const leastPlayed = 1000
/** Of them so many again with other blocks, and for each thing that could be done otherwise. */
export const playedAgain = 400
/** Design choice: from here on nothing that is done otherwise is worth saying; below, no blocks help. */
const [nearlySure, nearlyLost] = [0.98, 0.01]
/** So many are played on beyond going home. */
const playedBeyond = 400

export const whatIfKinds = ['block', 'days', 'handler', 'place', 'both', 'lower', 'drop'] as const
export const whatIfShape = z.object({
  kind: z.enum(whatIfKinds),
  /** The promised rung that is lowered or dropped, and to which. */
  rungId: z.string().optional(),
  to: z.string().optional(),
  chance: z.number(),
  /** Of its difference to the chance as things are: one standard error. */
  scatter: z.number(),
  /** Blocks more until it goes home, and the reps in them. */
  blocks: z.number().optional(),
  reps: z.number().optional(),
})
export type WhatIf = z.infer<typeof whatIfShape>

/** What a share of the futures is said as. */
export type Bend = (played: number) => number

interface Changed {
  readonly promises?: readonly OwnerPromise[]
  readonly sooner?: Sooner
  /** Blocks more on each open day, or so many and no others. */
  readonly more?: number
  readonly blocks?: number
  readonly beyond?: number
}

/** Plays the days to come of a dog as things are, or as they would be with something changed. */
export function played(input: ForecastInput, n: number, seed: number, changed: Changed = {}, sparing = false) {
  const { curriculum, state, rates, past, patterns, stay } = input
  const goals = workLeft(
    curriculum,
    state,
    changed.promises ?? input.promises,
    rates,
    past.exposures,
    stay.today,
    changed.sooner,
  )
  const home = Math.max(0, daysBetween(stay.today, stay.leavesOn))
  const plan = planOf(past, { ...stay, leavesOn: addDays(stay.leavesOn, changed.beyond ?? 0) }, input.held, changed)
  const toCome = plan.days.slice(0, home).filter((blocks) => blocks > 0).length
  // The days to come have a speed of their own: the mean of so many.
  const widerBy =
    (swing: number) =>
    (speed: Speed): Speed => ({
      ...speed,
      precision: Math.max(leastShape, 1 / (1 / speed.precision + swing / Math.max(1, toCome))),
    })
  const sourceOf = ({ share, rates: own, speed, spells }: DogPattern): Source => {
    const wider = widerBy(own.swing)
    return {
      share,
      goals: own === rates ? goals : atRates(goals, own),
      speed: { ...wider(speed), ...(speed.hard ? { hard: wider(speed.hard) } : {}) },
      plan: { ...plan, elsewhere: own.elsewhere, slips: own.slips, spells },
    }
  }
  const [first, ...others] = patterns
  const onward = { until: home, full: playedBeyond, least: sparing ? leastPlayed : undefined }
  return { home, plan, legs: goals, futures: futuresOf([sourceOf(first), ...others.map(sourceOf)], n, seed, onward) }
}

/** Below it no gamma is drawn well enough (./tables). */
const leastShape = 2

/** Share ready by the evening before a day this many days ahead; on the day itself what is met already. */
export const readyBefore = (ready: Int16Array, home: number): number => chanceBy(ready, home - 1)

/**
 * Chances of the same futures with so many blocks on each open day, from none to as many as it may have. Without a
 * block nothing comes nearer. Where a number of blocks is nearly enough, or the most of them no help, no other is
 * played.
 */
export function chancesByBlocks({ input, n, seed, home, share, bend }: Asked): number[] {
  const having = (blocks: number) => bend(readyBefore(played(input, n, seed, { blocks }).futures.ready, home))
  const most = input.mostBlocks
  const all = [0]
  if (share < nearlyLost && most > 0) {
    const best = having(most)
    if (best < nearlyLost) return [...new Array<number>(most).fill(0), best]
  }
  for (let blocks = 1; blocks <= most; blocks++) {
    const before = all.at(-1) ?? 0
    // More work never lowers a chance: what does is the scatter of so many futures.
    all.push(before >= nearlySure ? before : Math.max(before, having(blocks)))
  }
  return all
}

/** The futures that everything else is held against. */
export interface Asked {
  readonly input: ForecastInput
  readonly n: number
  readonly seed: number
  readonly home: number
  readonly futures: Futures
  /** Of the futures that are ready in time, as they were played. */
  readonly share: number
  readonly bend: Bend
}

/** Of what was said: each promise's chance, and the command that comes last most often. */
interface Told {
  readonly legs: readonly { readonly command: string; readonly rungId: RungId; readonly chance: number }[]
  readonly binds: { readonly command: string } | null
}

const sooners: readonly (readonly [WhatIf['kind'], Sooner])[] = [
  ['handler', 'people'],
  ['place', 'places'],
  ['both', 'both'],
]

/** Design choice: days that a stay is made longer by. */
export const daysMore = 4

/**
 * What would change the chance: the same futures with a block a day more, a longer stay, the second day of what is
 * learned with another person or in another place, and the promise that comes last most often one rung lower, or gone.
 */
export function whatWould(
  { input, n, seed, home, futures, share, bend }: Asked,
  { legs: toCome, binds }: Told,
  openDays: number,
): WhatIf[] {
  const all: WhatIf[] = []
  if (share >= nearlySure) return all
  const add = (kind: WhatIf['kind'], ready: Int16Array, until: number, more: Partial<WhatIf> = {}) =>
    all.push({
      kind,
      ...compared(share, futures.ready, home, ready, until, bend),
      ...more,
    })
  if (input.blocksADay + 0.5 < input.mostBlocks && openDays > 0)
    add('block', played(input, n, seed, { more: 1 }).futures.ready, home, {
      blocks: openDays,
      reps: Math.round(openDays * input.held.things * input.held.sets * input.repsASet),
    })
  add('days', futures.ready, home + daysMore)
  for (const [kind, sooner] of sooners) {
    const { legs: goals, futures: other } = played(input, n, seed, { sooner })
    if (goals.some((goal) => goal.sooner)) add(kind, other.ready, home)
  }
  const bound = toCome
    .filter((leg) => leg.command === binds?.command && leg.chance < 1)
    .sort((a, b) => a.chance - b.chance)[0]
  if (bound && bound.chance < 0.98) {
    const at = ownRung(input.curriculum, bound.rungId)
    const below = at?.ladder.rungs[at.index - 1]
    if (below)
      add(
        'lower',
        played(input, n, seed, {
          promises: input.promises.map((p) => (p.rungId === bound.rungId ? { ...p, rungId: below.id } : p)),
        }).futures.ready,
        home,
        { rungId: bound.rungId, to: below.id },
      )
    if (input.promises.length > 1)
      add(
        'drop',
        played(input, n, seed, { promises: input.promises.filter((p) => p.rungId !== bound.rungId) }).futures.ready,
        home,
        { rungId: bound.rungId },
      )
  }
  return all
}

/**
 * A chance by its difference to the one of the same futures as things are, and how sure that is: pairs scatter less
 * than two shares would.
 */
function compared(
  share: number,
  was: Int16Array,
  wasBy: number,
  is: Int16Array,
  by: number,
  bend: Bend,
): Pick<WhatIf, 'chance' | 'scatter'> {
  let [changes, squares] = [0, 0]
  for (let f = 0; f < is.length; f++) {
    const change = Number((is[f] ?? unreachedDay) < by) - Number((was[f] ?? unreachedDay) < wasBy)
    changes += change
    squares += change * change
  }
  const n = is.length
  return {
    chance: bend(Math.min(1, Math.max(0, share + changes / n))),
    scatter: Math.sqrt(Math.max(0, squares / n - (changes / n) ** 2) / n),
  }
}

/** Design choice: a difference is told from none beyond so many standard errors. */
const tellingErrors = 2
/** Whether two chances of the same futures differ by more than their scatter. */
export const differs = (from: number, to: Pick<WhatIf, 'chance' | 'scatter'>): boolean =>
  Math.abs(to.chance - from) > Math.max(0.005, tellingErrors * to.scatter)
