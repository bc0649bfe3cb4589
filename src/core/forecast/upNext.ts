import type { Need } from './need'

/** House: reps a day a dog is worked before its own pace is known. */
export const usualRepsPerDay = 60

export interface Candidate {
  readonly residencyId: string
  readonly runNumber: string
  /** Calendar days until the dog goes home; today counts, the day of going home does not. */
  readonly daysLeft: number
  /** Reps this dog does on a day on which it is worked; undefined while too few days are known. */
  readonly repsPerDay: number | undefined
  readonly needs: readonly NeedOfCommand[]
}

export interface NeedOfCommand extends Need {
  /** A refresher is due: one more set of this many reps. */
  readonly refresher: number
  /** The command to work for it now; undefined while another promised command must come first. */
  readonly work: string | undefined
}

export interface UpNext {
  readonly residencyId: string
  readonly command: string
  /** Expected reps still needed for all that is promised. */
  readonly needed: number
  readonly neededHere: number
  /** Reps that the remaining days allow at this dog's pace. */
  readonly allowed: number
  /** needed ÷ allowed; Infinity on the last day. */
  readonly ratio: number
  readonly repsPerDay: number
  readonly reach: 'in hand' | 'tight' | 'out of reach'
  /** Days needed at the least, for the second day of what is not yet held. */
  readonly daysNeeded: number
}

/** House: above this share of the reps that the days allow, the date is tight. */
export const tightFrom = 0.7

/**
 * Who most needs a block now: expected reps still needed over the reps that the remaining days allow, largest first;
 * for each dog the command that needs most of them and can be worked, or its prerequisite when nobody promised that. Dogs that need nothing are left out.
 */
export function upNext(candidates: readonly Candidate[]): readonly UpNext[] {
  const rows = candidates.flatMap((c) => {
    const cost = (n: NeedOfCommand) => n.reps + n.refresher
    const needed = c.needs.reduce((sum, n) => sum + cost(n), 0)
    const worst = c.needs.filter((n) => n.work !== undefined && cost(n) > 0).sort((a, b) => cost(b) - cost(a))[0]
    if (worst?.work === undefined || needed <= 0) return []
    const repsPerDay = c.repsPerDay ?? usualRepsPerDay
    const allowed = Math.max(0, c.daysLeft) * repsPerDay
    const ratio = allowed > 0 ? needed / allowed : Number.POSITIVE_INFINITY
    const daysNeeded = Math.max(0, ...c.needs.map((n) => n.days))
    const reach = ratio > 1 || daysNeeded > c.daysLeft ? 'out of reach' : ratio >= tightFrom ? 'tight' : 'in hand'
    const row: UpNext = { residencyId: c.residencyId, command: worst.work, needed, neededHere: cost(worst), allowed, ratio, repsPerDay, reach, daysNeeded }
    return [{ row, run: c.runNumber, daysLeft: c.daysLeft }]
  })
  return rows
    .sort((a, b) => (a.row.ratio === b.row.ratio ? a.daysLeft - b.daysLeft || a.run.localeCompare(b.run, 'en', { numeric: true }) : b.row.ratio - a.row.ratio))
    .map((r) => r.row)
}
