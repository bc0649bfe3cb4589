import { z } from 'zod'
import { ownRung } from '../curriculum/lookup'
import type { Curriculum } from '../curriculum/types'
import { addDays, daysBetween } from '../days'
import type { SetFact } from '../facts/fact'
import type { OwnerPromise } from '../promise/ownerPromise'
import type { Regimes } from '../progress/regime'
import type { DogState } from '../progress/state'
import { chanceBy, futuresOf, type Futures } from './futures'
import { never, wantedSets, type Plan } from './play'
import { daysLeftShare, planOf, usualSets, type Stay } from './plan'
import type { Rates } from './rates'
import { speedFrom, type Speed } from './speed'
import { asPlayed, bentBy, type Stack } from './stack'
import { pastOf, type Past } from './stretches'
import { workLeft, type Leg, type Sooner } from './workLeft'

/** Raised whenever a forecast of the same facts would come out otherwise. */
export const forecastModel = 3
/** Futures played for one forecast: its scatter is below one in a hundred. */
export const usualFutures = 4000
/** Of which so many are played on beyond going home, and again for each thing that could be done otherwise. */
const playedAgain = 1000
/** Shares of the futures whose day is told: the middle 80 and 50 in a hundred lie between them. */
export const shares = [0.1, 0.25, 0.5, 0.75, 0.9] as const

/** House: minutes that a block takes of whoever works it, the way there and back counted in. */
export const minutesABlock = 15

/** House: so many days beyond going home are played, to say by when it would be ready. */
const daysBeyond = 28
/** House: useful sets of a block, and of so many blocks, before a dog’s own are known. */
const usualBlock = { sets: usualSets.weekday / 3, blocks: 6 } as const
/** House: reps of a set, and of so many sets, before a dog’s own are known. */
const usualSet = { reps: 7, sets: 10 } as const
/** House: share of the sets of a day that bring something nearer. */
const usualShare = 0.6
/** House: below so many sets at frontiers little is known of a dog, and it is said. */
export const fewSets = 12

/** All that a forecast rests on. */
export interface ForecastGround {
  readonly curriculum: Curriculum
  readonly state: DogState
  readonly promises: readonly OwnerPromise[]
  readonly rates: Rates
  readonly past: Past
  readonly speed: Speed
  readonly stay: Stay
  /** Useful sets that a block of this dog has. */
  readonly setsABlock: number
  /** Reps that a set of it has. */
  readonly repsASet: number
  /** Blocks it had a day on the days on which it was worked. */
  readonly blocksADay: number
  /** As many as it may have. */
  readonly mostBlocks: number
  /** Some promise can never be met here: whatever is worked, it is not ready. */
  readonly impossible: boolean
  /** How chances are bent by what came of those before; as they were played where left out. */
  readonly stack?: Stack
}

const day = z.number().int().nullable()
const days = z.tuple([day, day, day, day, day])
const legShape = z.object({ command: z.string(), rungId: z.string(), chance: z.number(), days })
export const whatIfKinds = ['block', 'days', 'handler', 'place', 'both', 'lower', 'drop'] as const
const whatIfShape = z.object({
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

const trendShape = z.object({
  /** The day of the forecast before, and what it said. */
  since: z.string(),
  was: z.number(),
  why: z.string(),
})
export type Trend = z.infer<typeof trendShape>

/** What is said of one dog on one day, as it is kept. */
export const forecastShape = z.object({
  model: z.number().int(),
  futures: z.number().int(),
  today: z.string(),
  leavesOn: z.string(),
  /** To be ready on the evening before it goes home. */
  chance: z.number().min(0).max(1),
  /** Days from today, at whose end 10, 25, 50, 75 and 90 in a hundred futures are ready; null beyond what is played. */
  days,
  /** Share of the futures that is ready by the end of each day from today on, to a thousandth. */
  by: z.array(z.number()),
  legs: z.array(legShape),
  /** The command that comes last most often, and in what share of the futures. */
  binds: z.object({ command: z.string(), share: z.number() }).nullable(),
  /** What was assumed of the days to come: useful sets a usual open day, and how many days are open. */
  plan: z.object({
    setsADay: z.number(),
    openDays: z.number(),
    ownDays: z.number(),
    /** A day’s training food pays for no more. */
    byFood: z.boolean().default(false),
  }),
  /** Before it was bent by what came of others: share of the futures, and useful sets left over those to come. */
  played: z.object({ chance: z.number(), load: z.number() }).optional(),
  /** Sets at frontiers that the dog’s speed rests on, and how fast it is beside a usual dog. */
  known: z.object({ sets: z.number(), speed: z.number() }),
  impossible: z.boolean(),
  /** The chance with no block on each open day, with one, two and so on, as many as it may have. */
  byBlocks: z.array(z.number()),
  whatIfs: z.array(whatIfShape),
  /** Which way it went since an earlier day; null where it stands. */
  trend: trendShape.nullable(),
})
export type Forecast = z.infer<typeof forecastShape>

/** What the facts of one residency say for a forecast; the rest is of the house. */
export function forecastGround(
  given: Omit<ForecastGround, 'past' | 'speed' | 'setsABlock' | 'repsASet' | 'blocksADay'> & {
    readonly regimes: Regimes
    readonly sets: readonly SetFact[]
    /** Reps that a day’s training food pays for; no bound where left out. */
    readonly paidReps?: number | undefined
  },
): ForecastGround {
  const { regimes, sets, paidReps, ...rest } = given
  const past = pastOf(regimes, sets)
  const worked = sets.filter((s) => s.purpose === 'work' && s.reps.length > 0 && s.day < rest.stay.today)
  const blocks = new Set(worked.map((s) => s.blockId)).size
  const days = new Set(worked.map((s) => s.day)).size
  const useful = [...past.useful].reduce((n, [day, sets]) => n + (day < rest.stay.today ? sets : 0), 0)
  const repsASet =
    (worked.reduce((n, s) => n + s.reps.length, 0) + usualSet.reps * usualSet.sets) / (worked.length + usualSet.sets)
  // Warm-ups, refreshers and finishes are paid out of the same bag.
  const before = sets.filter((s) => s.reps.length > 0 && s.day < rest.stay.today).length
  const usefulShare = (useful + usualShare * usualSet.sets) / (before + usualSet.sets)
  return {
    ...rest,
    stay: { ...rest.stay, mostSets: paidReps === undefined ? undefined : (paidReps / repsASet) * usefulShare },
    past,
    speed: speedFrom(past.stretches, rest.rates),
    setsABlock: (useful + usualBlock.sets * usualBlock.blocks) / (blocks + usualBlock.blocks),
    repsASet,
    blocksADay: days === 0 ? usualSets.weekday / usualBlock.sets : blocks / days,
  }
}

interface Changed {
  readonly promises?: readonly OwnerPromise[]
  readonly sooner?: Sooner
  /** Useful sets more on each open day, or so many and no others. */
  readonly more?: number
  readonly sets?: number
  readonly beyond?: number
}

function played(ground: ForecastGround, n: number, seed: number, changed: Changed = {}) {
  const { curriculum, state, rates, past, speed, stay } = ground
  const legs = workLeft(
    curriculum,
    state,
    changed.promises ?? ground.promises,
    rates,
    past.stretches,
    stay.today,
    changed.sooner,
  )
  const home = Math.max(0, daysBetween(stay.today, stay.leavesOn))
  const plan = {
    ...planOf(past.useful, { ...stay, leavesOn: addDays(stay.leavesOn, changed.beyond ?? 0) }, changed),
    elsewhere: rates.elsewhere,
  }
  return { home, plan, legs, futures: futuresOf(legs, speed, plan, n, seed, { until: home, full: playedAgain }) }
}

/** Share ready by the evening before a day this many days ahead; on the day itself what is met already. */
const readyBefore = (ready: Int16Array, home: number): number => chanceBy(ready, home - 1)

/** The chance that it is ready when it goes home, the days by which it is, and what decides it. */
export function forecast(
  ground: ForecastGround,
  n: number,
  seed: number,
  /** What else is reckoned: all that could be done otherwise, what blocks bring alone, or nothing. */
  { ifs = 'all' }: { readonly ifs?: 'all' | 'blocks' | 'none' } = {},
): Forecast {
  const { stay, past, impossible } = ground
  const { home, plan, legs, futures } = played(ground, n, seed, { beyond: daysBeyond })
  const done = legs.every((leg) => leg.steps.length === 0 && leg.days === 0 && leg.meetings.length === 0)
  const by = (ready: Int16Array) => (home === 0 ? Number(done) : readyBefore(ready, home))
  const share = by(futures.ready)
  const toCome = plan.days.slice(0, home)
  const told = past.stretches.reduce((sum, s) => sum + s.sets, 0)
  const { load, openDays, ownDays, bend } = benderOf(ground, { home, plan, legs }, share)
  const base: Forecast = {
    model: forecastModel,
    futures: n,
    today: stay.today,
    leavesOn: stay.leavesOn,
    chance: impossible ? 0 : bend(share),
    days: impossible ? [null, null, null, null, null] : daysOf(futures.ready, bend),
    by: impossible ? [] : byDay(futures.ready, plan.days.length, bend),
    legs: futures.legs.map((leg) => ({
      command: leg.command,
      rungId: leg.rungId,
      chance: bend(by(leg.ready)),
      days: daysOf(leg.ready, bend),
    })),
    binds: bindingOf(futures),
    plan: {
      setsADay: openDays === 0 ? 0 : toCome.reduce((a, b) => a + b, 0) / openDays,
      openDays,
      ownDays,
      byFood: toCome.some((sets) => sets > 0 && sets === stay.mostSets),
    },
    played: { chance: share, load },
    known: { sets: told, speed: Math.exp(ground.speed.mean) },
    impossible,
    byBlocks: [],
    whatIfs: [],
    trend: null,
  }
  if (ifs === 'none' || impossible || done || home === 0) return base
  const asked = { ground, n: Math.min(n, playedAgain), seed, home, futures, share, bend }
  const withBlocks = { ...base, byBlocks: chancesByBlocks(asked) }
  return ifs === 'blocks' ? withBlocks : { ...withBlocks, whatIfs: whatWould(asked, base, openDays) }
}

/** The same futures with so many blocks on each open day, from none to as many as it may have. */
function chancesByBlocks({ ground, n, seed, home, bend }: Asked): number[] {
  const all: number[] = []
  for (let blocks = 0; blocks <= ground.mostBlocks; blocks++) {
    const { futures } = played(ground, n, seed, { sets: blocks * ground.setsABlock })
    // More work never lowers a chance: what does is the scatter of so many futures.
    all.push(Math.max(all.at(-1) ?? 0, bend(readyBefore(futures.ready, home))))
  }
  return all
}

type Bend = (played: number) => number

/** How what was played is bent by what came of others before, and what that is told by. */
function benderOf(
  ground: ForecastGround,
  { home, plan, legs }: { readonly home: number; readonly plan: Plan; readonly legs: readonly Leg[] },
  share: number,
) {
  const openDays = plan.days.slice(0, home).filter((sets) => sets > 0).length
  const load = loadOf(legs, ground, plan, home)
  const ownDays = [...ground.past.useful.keys()].filter((d) => d < ground.stay.today).length
  const bend = bentBy(ground.stack ?? asPlayed, share, load, daysLeftShare({ openDays, ownDays }))
  return { load, openDays, ownDays, bend }
}

/**
 * What `forecast` of the same futures says of each promised rung, day by day: the share that has it by the end of each
 * day from today on. For who scores it; nobody is shown so much.
 */
export function legsByDay(ground: ForecastGround, n: number, seed: number): ReadonlyMap<string, readonly number[]> {
  const { home, plan, legs, futures } = played(ground, n, seed, { beyond: daysBeyond })
  const { bend } = benderOf(ground, { home, plan, legs }, readyBefore(futures.ready, home))
  return new Map(futures.legs.map((leg) => [leg.rungId, byDay(leg.ready, plan.days.length, bend)]))
}

/** Useful sets that a dog of this speed wants for what is left, over those that the days until it goes home have. */
function loadOf(legs: readonly Leg[], { speed }: ForecastGround, plan: Plan, home: number): number {
  const wanted = legs.reduce((sum, leg) => sum + (wantedSets(leg)[0] ?? 0), 0) / Math.exp(speed.mean)
  return (
    wanted /
    Math.max(
      1,
      plan.days.slice(0, home).reduce((a, b) => a + b, 0),
    )
  )
}

/** The day by which each of the told shares is ready; null beyond the last that was played. */
function daysOf(ready: Int16Array, bend: Bend): Forecast['days'] {
  const sorted = Int16Array.from(ready).sort()
  const at = (share: number) => {
    let [from, to] = [0, sorted.length - 1]
    while (from < to) {
      const half = (from + to) >> 1
      if (bend((half + 1) / sorted.length) >= share) to = half
      else from = half + 1
    }
    const day = sorted[from] ?? never
    return day === never ? null : day
  }
  const [a, b, c, d, e] = shares
  return [at(a), at(b), at(c), at(d), at(e)]
}

function byDay(ready: Int16Array, days: number, bend: Bend): number[] {
  const counts = new Int32Array(days)
  for (const day of ready) if (day < days) counts[day] = (counts[day] ?? 0) + 1
  let sum = 0
  return Array.from(counts, (n) => {
    sum += n
    return Math.round(1000 * bend(sum / ready.length)) / 1000
  })
}

/** Which command is ready last, and how often; what is met from the first day on never is. */
function bindingOf({ full: n, legs }: Futures): Forecast['binds'] {
  const last = new Map<string, number>()
  for (let f = 0; f < n; f++) {
    let most = 0
    for (const leg of legs) most = Math.max(most, leg.ready[f] ?? never)
    if (most === 0) continue
    let late = 0
    for (const leg of legs) if (leg.ready[f] === most) late++
    for (const leg of legs) if (leg.ready[f] === most) last.set(leg.command, (last.get(leg.command) ?? 0) + 1 / late)
  }
  const [first] = [...last].sort((a, b) => b[1] - a[1])
  return first ? { command: first[0], share: first[1] / n } : null
}

interface Asked {
  readonly ground: ForecastGround
  readonly n: number
  readonly seed: number
  readonly home: number
  readonly futures: Futures
  /** Of the futures that are ready in time, as they were played. */
  readonly share: number
  readonly bend: Bend
}

const sooners: readonly (readonly [WhatIf['kind'], Sooner])[] = [
  ['handler', 'people'],
  ['place', 'places'],
  ['both', 'both'],
]

/** House: days that a stay is made longer by. */
export const daysMore = 4

/**
 * What would change the chance: the same futures with a block a day more, a longer stay, the second day of what is
 * learned with another person or in another place, and the promise that comes last most often one rung lower, or gone.
 */
function whatWould({ ground, n, seed, home, futures, share, bend }: Asked, base: Forecast, openDays: number): WhatIf[] {
  const all: WhatIf[] = []
  const add = (kind: WhatIf['kind'], ready: Int16Array, until: number, more: Partial<WhatIf> = {}) =>
    all.push({
      kind,
      ...compared(share, futures.ready, home, ready, until, bend),
      ...more,
    })
  if (ground.blocksADay + 0.5 < ground.mostBlocks && openDays > 0)
    add('block', played(ground, n, seed, { more: ground.setsABlock }).futures.ready, home, {
      blocks: openDays,
      reps: Math.round(openDays * ground.setsABlock * ground.repsASet),
    })
  add('days', futures.ready, home + daysMore)
  for (const [kind, sooner] of sooners) {
    const { legs, futures: other } = played(ground, n, seed, { sooner })
    if (legs.some((leg) => leg.sooner)) add(kind, other.ready, home)
  }
  const bound = base.legs
    .filter((leg) => leg.command === base.binds?.command && leg.chance < 1)
    .sort((a, b) => a.chance - b.chance)[0]
  if (bound && bound.chance < 0.98) {
    const at = ownRung(ground.curriculum, bound.rungId)
    const below = at?.run.rungs[at.index - 1]
    if (below)
      add(
        'lower',
        played(ground, n, seed, {
          promises: ground.promises.map((p) => (p.rungId === bound.rungId ? { ...p, rungId: below.id } : p)),
        }).futures.ready,
        home,
        { rungId: bound.rungId, to: below.id },
      )
    if (ground.promises.length > 1)
      add(
        'drop',
        played(ground, n, seed, { promises: ground.promises.filter((p) => p.rungId !== bound.rungId) }).futures.ready,
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
  let [sum, squares] = [0, 0]
  for (let f = 0; f < is.length; f++) {
    const change = Number((is[f] ?? never) < by) - Number((was[f] ?? never) < wasBy)
    sum += change
    squares += change * change
  }
  const n = is.length
  return {
    chance: bend(Math.min(1, Math.max(0, share + sum / n))),
    scatter: Math.sqrt(Math.max(0, squares / n - (sum / n) ** 2) / n),
  }
}

/** House: a difference is told from none beyond so many standard errors. */
const tellingErrors = 2
/** Whether two chances of the same futures differ by more than their scatter. */
export const differs = (from: number, to: Pick<WhatIf, 'chance' | 'scatter'>): boolean =>
  Math.abs(to.chance - from) > Math.max(0.005, tellingErrors * to.scatter)

/** Chances as people say them: “7 in 10”, “over 19 in 20”, “under 1 in 20”. */
export function sayChance(chance: number): string {
  if (chance >= 0.95) return 'over 19 in 20'
  if (chance < 0.05) return 'under 1 in 20'
  return `${Math.min(9, Math.max(1, Math.round(chance * 10)))} in 10`
}

/** A seed of a dog and a day: the same forecast whoever asks, and what-ifs that play the same futures. */
export function forecastSeed(residencyId: string, today: string): number {
  let hash = 0x811c9dc5
  for (const letter of `${residencyId} ${today}`) hash = Math.imul(hash ^ letter.charCodeAt(0), 0x01000193)
  return hash | 0
}
