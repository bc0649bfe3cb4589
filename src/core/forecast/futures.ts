import { drawsOfFuture } from '../seeded'
import { unreachedDay } from './simulation'
import { FutureSimulator } from './futureSimulator'
import type { Plan } from './plan'
import type { Speed } from './speed'
import type { GoalWork } from './workLeft'
import type { RungId } from '../ids'

export interface Futures {
  /** How many there are. */
  readonly n: number
  /**
   * So many of them, the first, were played to the last day; of the others, those not ready by `until` borrow their
   * days beyond it from these.
   */
  readonly full: number
  /** By future the number of the first day (0 today) at whose end everything is met; `unreachedDay` where it is not. */
  readonly ready: Int16Array
  /** By future the number of the first day on which each promised goal is met, in the order of the goals. */
  readonly legs: readonly { readonly rungId: RungId; readonly command: string; readonly ready: Int16Array }[]
  /** Useful sets of a day on which it was worked, until all was met. */
  readonly setsADay: number
}

/** Until which day all futures are played; beyond it, only the first so many. */
export interface Onward {
  readonly until: number
  readonly full: number
  /**
   * After so many, no more futures than the chance to be ready by then asks for, so that it scatters as one half of all
   * would; all where left out.
   */
  readonly least?: number | undefined
}

/** So many of `n` futures as a share near this one asks for: what is nearly sure scatters little. */
const asManyAs = (share: number, n: number): number => Math.ceil(4 * share * (1 - share) * n)

/** What one share of the futures is played from. */
export interface Source {
  /** Its share of all. */
  readonly share: number
  readonly goals: readonly GoalWork[]
  readonly speed: Speed
  readonly plan: Plan
}

/** The fractional part of the golden ratio: its multiples fill any stretch evenly (Weyl). */
const golden = (Math.sqrt(5) - 1) / 2

/** Which source a future is played from: each has its share of the first so many, however many they are. */
function sourceOf(sources: readonly Source[], future: number): number {
  let at = (0.5 + future * golden) % 1
  for (let k = 0; k < sources.length - 1; k++) {
    at -= (sources[k] as Source).share
    if (at < 0) return k
  }
  return sources.length - 1
}

/**
 * Plays the days to come again and again: one speed of the dog a future, so that its commands go together; a command's
 * own around it; a waiting time for each rung; turns of blocks dealt out to what needs most. The sources have the same
 * goals at other rates; their shares add up to one.
 */
export function futuresOf(
  sources: readonly [Source, ...Source[]],
  n: number,
  seed: number,
  onward: Onward = { until: sources[0].plan.days.length, full: n },
): Futures {
  const [{ goals, plan }] = sources
  const promised = goals.flatMap((goal, i) => (goal.promised ? [i] : []))
  const all = new Int16Array(n).fill(unreachedDay)
  const allOf = promised.map(() => new Int16Array(n))
  const plays = sources.map((of) => new FutureSimulator(of.goals, of.speed, of.plan))
  const full = Math.min(n, onward.full)
  let played = n
  for (let f = 0; f < played; f++) {
    if (f === onward.least) {
      played = Math.max(f, asManyAs(chanceBy(all.subarray(0, f), onward.until - 1), n))
      if (f === played) break
    }
    const last = f < full ? plan.days.length : Math.min(onward.until, plan.days.length)
    const play = plays[sourceOf(sources, f)] as FutureSimulator
    // Each future has chances of its own, so that a day more, or another goal, changes it and none after it.
    play.begin(drawsOfFuture(seed, f))
    for (let day = 0; day < last; day++) {
      if (!play.playDay(day)) continue
      all[f] = day
      break
    }
    for (let k = 0; k < promised.length; k++) {
      const of = allOf[k] as Int16Array
      of[f] = play.firstMet(promised[k] as number)
    }
  }
  const ready = all.subarray(0, played)
  const readyOf = allOf.map((of) => of.subarray(0, played))
  if (full < played && onward.until < plan.days.length)
    for (const of of [ready, ...readyOf]) lendBeyond(of, full, onward.until)
  const summed = (of: (play: FutureSimulator) => number) => plays.reduce((sum, play) => sum + of(play), 0)
  return {
    n: played,
    full,
    ready,
    setsADay:
      summed((play) => play.dealt) /
      Math.max(
        1,
        summed((play) => play.workedDays),
      ),
    legs: promised.map((i, k) => ({
      rungId: goals[i]?.rungId ?? '',
      command: goals[i]?.command ?? '',
      ready: readyOf[k] as Int16Array,
    })),
  }
}

/** Those not played beyond a day come out as those that were, one after the other; `unreachedDay` where none was. */
function lendBeyond(ready: Int16Array, full: number, until: number): void {
  const late = ready.subarray(0, full).filter((day) => day >= until)
  if (late.length === 0) return
  for (let f = full, lent = 0; f < ready.length; f++)
    if ((ready[f] ?? unreachedDay) >= until) ready[f] = late[lent++ % late.length] ?? unreachedDay
}

/** Share of futures that are ready by the end of this day. */
export function chanceBy(ready: Int16Array, day: number): number {
  let done = 0
  for (const on of ready) if (on <= day) done++
  return done / ready.length
}
