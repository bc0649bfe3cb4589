import { sum } from 'simple-statistics'
import { z } from 'zod'
import type { Futures } from './futures'
import type { ForecastInput } from './forecastInput'
import { unreachedDay, wantedSets } from './simulation'
import type { Plan } from './plan'
import { daysLeftShare, setsOf } from './plan'
import { uncalibrated, calibratedBy } from './chanceCalibration'
import { chancesByBlocks, played, playedAgain, readyBefore, whatIfShape, whatWould, type Bend } from './whatIf'
import type { GoalWork } from './workLeft'
import type { ResidencyId } from '../ids'

/** Raised whenever a forecast of the same facts would come out otherwise. */
export const forecastModel = 6
/** Most futures played for one forecast: its scatter is below one in a hundred. */
export const usualFutures = 4000
/** Shares of the futures whose day is told: the bounds of the 80% and of the 50% interval. */
export const shares = [0.1, 0.25, 0.5, 0.75, 0.9] as const

/** Design choice: minutes that a block takes of whoever works it, the way there and back counted in. */
export const minutesABlock = 15

/** Design choice: so many days beyond going home are played, to say by when it would be ready. */
const daysBeyond = 28
/** Design choice: below so many sets at frontiers little is known of a dog, and it is said. */
export const fewSets = 12

const day = z.number().int().nullable()
const days = z.tuple([day, day, day, day, day])
const legShape = z.object({ command: z.string(), rungId: z.string(), chance: z.number(), days })
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

/** The chance that it is ready when it goes home, the days by which it is, and what decides it. */
export function forecast(
  input: ForecastInput,
  n: number,
  seed: number,
  /**
   * What else is calculated: all that could be done otherwise, what blocks bring alone, or nothing; and whether no more
   * futures are played than the chance asks for.
   */
  { ifs = 'all', sparing = false }: { readonly ifs?: 'all' | 'blocks' | 'none'; readonly sparing?: boolean } = {},
): Forecast {
  const { stay, past, impossible } = input
  const { home, plan, legs: goals, futures } = played(input, n, seed, { beyond: daysBeyond }, sparing)
  const done = goals.every((goal) => goal.steps.length === 0 && goal.days === 0 && goal.contexts.length === 0)
  const by = (ready: Int16Array) => (home === 0 ? Number(done) : readyBefore(ready, home))
  const share = by(futures.ready)
  const toCome = plan.days.slice(0, home)
  const setsSeen = sum(past.exposures.map((s) => s.sets))
  const { load, openDays, ownDays, bend } = benderOf(input, { home, plan, goals }, share)
  const byDay = (ready: Int16Array) => sharesBy(ready, plan.days.length, bend)
  const whole = byDay(futures.ready)
  const base: Forecast = {
    model: forecastModel,
    futures: futures.n,
    today: stay.today,
    leavesOn: stay.leavesOn,
    chance: impossible ? 0 : bend(share),
    days: impossible ? [null, null, null, null, null] : daysOf(whole),
    by: impossible ? [] : toThousandths(whole),
    legs: futures.legs.map((leg) => ({
      command: leg.command,
      rungId: leg.rungId,
      chance: bend(by(leg.ready)),
      days: daysOf(byDay(leg.ready)),
    })),
    binds: bindingOf(futures),
    plan: {
      setsADay: openDays === 0 ? 0 : futures.setsADay,
      openDays,
      ownDays,
      byFood: toCome.some((blocks) => blocks * setsOf(plan.held) > (plan.mostSets ?? Number.POSITIVE_INFINITY)),
    },
    played: { chance: share, load },
    known: { sets: setsSeen, speed: Math.exp(input.speed.mean) },
    impossible,
    byBlocks: [],
    whatIfs: [],
    trend: null,
  }
  if (ifs === 'none' || impossible || done || home === 0) return base
  const asked = { input, n: Math.min(n, playedAgain), seed, home, futures, share, bend }
  const withBlocks = { ...base, byBlocks: chancesByBlocks(asked) }
  return ifs === 'blocks' ? withBlocks : { ...withBlocks, whatIfs: whatWould(asked, base, openDays) }
}

/** How what was played is bent by what came of others before, and what that is told by. */
function benderOf(
  input: ForecastInput,
  { home, plan, goals }: { readonly home: number; readonly plan: Plan; readonly goals: readonly GoalWork[] },
  share: number,
) {
  const openDays = plan.days.slice(0, home).filter((blocks) => blocks > 0).length
  const load = loadOf(goals, input, plan, home)
  const ownDays = [...input.past.useful.keys()].filter((d) => d < input.stay.today).length
  const bend = calibratedBy(input.stack ?? uncalibrated, share, load, daysLeftShare({ openDays, ownDays }))
  return { load, openDays, ownDays, bend }
}

/**
 * What `forecast` of the same futures says of each promised rung, day by day: the share that has it by the end of each
 * day from today on. For who scores it; nobody is shown so much.
 */
export function legsByDay(input: ForecastInput, n: number, seed: number): ReadonlyMap<string, readonly number[]> {
  const { home, plan, legs: goals, futures } = played(input, n, seed, { beyond: daysBeyond })
  const { bend } = benderOf(input, { home, plan, goals }, readyBefore(futures.ready, home))
  return new Map(futures.legs.map((leg) => [leg.rungId, toThousandths(sharesBy(leg.ready, plan.days.length, bend))]))
}

/** Useful sets that a dog of this speed wants for what is left, over those that the days until it goes home have. */
function loadOf(goals: readonly GoalWork[], { speed }: ForecastInput, plan: Plan, home: number): number {
  const wanted = sum(goals.map((goal) => wantedSets(goal)[0] ?? 0)) / Math.exp(speed.mean)
  return wanted / Math.max(1, setsOf(plan.held) * sum(plan.days.slice(0, home)))
}

/** The share of these futures that is ready by the end of each day that is played. */
function sharesBy(ready: Int16Array, days: number, bend: Bend): readonly number[] {
  const counts = new Int32Array(days)
  for (const day of ready) if (day < days) counts[day] = (counts[day] ?? 0) + 1
  let done = 0
  return Array.from(counts, (n) => {
    done += n
    return bend(done / ready.length)
  })
}

/** The day by which each of the told shares is ready; null beyond the last that was played. */
function daysOf(by: readonly number[]): Forecast['days'] {
  const at = (share: number) => {
    const day = by.findIndex((ready) => ready >= share)
    return day < 0 ? null : day
  }
  const [a, b, c, d, e] = shares
  return [at(a), at(b), at(c), at(d), at(e)]
}

const toThousandths = (by: readonly number[]): number[] => by.map((share) => Math.round(1000 * share) / 1000)

/** Which command is ready last, and how often; what is met from the first day on never is. */
function bindingOf({ full: n, legs }: Futures): Forecast['binds'] {
  const last = new Map<string, number>()
  for (let f = 0; f < n; f++) {
    let most = 0
    for (const leg of legs) most = Math.max(most, leg.ready[f] ?? unreachedDay)
    if (most === 0) continue
    let late = 0
    for (const leg of legs) if (leg.ready[f] === most) late++
    for (const leg of legs) if (leg.ready[f] === most) last.set(leg.command, (last.get(leg.command) ?? 0) + 1 / late)
  }
  const [first] = [...last].sort((a, b) => b[1] - a[1])
  return first ? { command: first[0], share: first[1] / n } : null
}

/** A seed of a dog and a day: the same forecast whoever asks, and what-ifs that play the same futures. */
export function forecastSeed(residencyId: ResidencyId, today: string): number {
  let hash = 0x811c9dc5
  for (const letter of `${residencyId} ${today}`) hash = Math.imul(hash ^ letter.charCodeAt(0), 0x01000193)
  return hash | 0
}
