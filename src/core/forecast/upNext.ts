import { usualRepsPerDay, type Need } from '../promise/need'

export interface Candidate {
  readonly residencyId: string
  readonly runNumber: string
  /** Calendar days until the dog goes home; today counts, the day of going home does not. */
  readonly daysLeft: number
  /** How much of today's working hours is still to come, 0–1. */
  readonly shareOfToday: number
  /** Reps this dog does on a day on which it is worked; undefined while too few days are known. */
  readonly repsPerDay: number | undefined
  readonly needs: readonly NeedOfCommand[]
  /** Why no block of it can begin now; empty when one can. */
  readonly not: string
}

export interface NeedOfCommand extends Pick<Need, 'command' | 'reps' | 'days'> {
  /** A refresher is due: one more set of this many reps. */
  readonly refresher: number
  /**
   * The command to work for it today; undefined while another promised command must come first, or until another day.
   */
  readonly work: string | undefined
}

export type Reach = 'in hand' | 'tight' | 'out of reach'

export interface UpNext {
  readonly residencyId: string
  /** The command to work now; undefined when there is none today. */
  readonly command: string | undefined
  /** Expected reps still needed for all that is promised. */
  readonly needed: number
  readonly neededHere: number
  /** Reps that what is left of today and the remaining days allow at this dog's pace. */
  readonly allowed: number
  /** needed ÷ allowed; Infinity when no time is left. */
  readonly ratio: number
  readonly repsPerDay: number
  readonly reach: Reach
  /** Share of simulated dogs with this ratio that made their date, 0–1; 0 where the days themselves do not fit. */
  readonly chance: number
  /** Days needed at the least, for the second day of what is not yet held. */
  readonly daysNeeded: number
  /** Why no block of it can begin now; empty when one can. */
  readonly not: string
}

/**
 * Share of simulated dogs (three learning laws, three tempers; bench/reach.ts) that were ready in time, by reps to go
 * over reps that the days allow. Below an even ratio days run out before reps do: what is held asks for a second one.
 */
const madeIt: readonly (readonly [ratio: number, share: number])[] = [
  [0, 1],
  [0.2, 0.98],
  [0.3, 0.92],
  [0.4, 0.87],
  [0.5, 0.75],
  [0.6, 0.53],
  [0.7, 0.34],
  [0.8, 0.17],
  [0.9, 0.11],
  [1, 0.06],
  [1.2, 0.01],
  [1.5, 0],
]

/** House: tight when fewer than nine in ten made it, out of reach when no more than about one in ten did. */
export const tightFrom = 0.34
export const outFrom = 0.9
/**
 * House: a dog whose own pace is not known yet is called out of reach only where none of the simulated dogs made it.
 */
export const outFromUnknown = 1.5

/** The chance to be ready in time at this ratio, by the table above, in a straight line between its rows. */
export function chanceInTime(ratio: number): number {
  for (let i = 1; i < madeIt.length; i++) {
    const [from, to] = [madeIt[i - 1], madeIt[i]]
    if (from && to && ratio <= to[0])
      return from[1] + ((Math.max(from[0], ratio) - from[0]) / (to[0] - from[0])) * (to[1] - from[1])
  }
  return 0
}

/**
 * Those that can still be saved first, then those in hand, then those that cannot make it: their owner is to be rung.
 */
const turns: Readonly<Record<Reach, number>> = { tight: 0, 'in hand': 1, 'out of reach': 2 }

/**
 * Who most needs a block: for each dog reps still expected over the reps that its days allow, and the command that
 * needs most of them and can be worked today. Dogs that can still be saved come first, the one with most at stake at
 * the head; dogs that need nothing are left out.
 */
export function upNext(candidates: readonly Candidate[]): readonly UpNext[] {
  const rows = candidates.flatMap((c) => {
    const cost = (n: NeedOfCommand) => n.reps + n.refresher
    const needed = c.needs.reduce((sum, n) => sum + cost(n), 0)
    if (needed <= 0) return []
    const worst = c.needs
      .filter((n) => n.work !== undefined && cost(n) > 0)
      .sort((a, b) => Number(b.refresher > 0) - Number(a.refresher > 0) || cost(b) - cost(a))[0]
    const repsPerDay = c.repsPerDay ?? usualRepsPerDay
    const allowed = c.daysLeft <= 0 ? 0 : (c.daysLeft - 1 + c.shareOfToday) * repsPerDay
    const ratio = allowed > 0 ? needed / allowed : Number.POSITIVE_INFINITY
    const daysNeeded = Math.max(0, ...c.needs.map((n) => n.days))
    const fits = daysNeeded <= c.daysLeft
    const reach: Reach =
      ratio > (c.repsPerDay === undefined ? outFromUnknown : outFrom) || !fits
        ? 'out of reach'
        : ratio >= tightFrom
          ? 'tight'
          : 'in hand'
    const row: UpNext = {
      residencyId: c.residencyId,
      command: worst?.work,
      needed,
      neededHere: worst ? cost(worst) : 0,
      allowed,
      ratio,
      repsPerDay,
      reach,
      chance: fits ? chanceInTime(ratio) : 0,
      daysNeeded,
      not: c.not !== '' ? c.not : worst ? '' : 'all that is promised waits for another day',
    }
    return [{ row, run: c.runNumber, daysLeft: c.daysLeft }]
  })
  return rows
    .sort(
      (a, b) =>
        turns[a.row.reach] - turns[b.row.reach] ||
        (a.row.ratio === b.row.ratio
          ? a.daysLeft - b.daysLeft || a.run.localeCompare(b.run, 'en', { numeric: true })
          : b.row.ratio - a.row.ratio),
    )
    .map((r) => r.row)
}
