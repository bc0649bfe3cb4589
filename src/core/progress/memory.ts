import { msPerDay } from '../days'

/** One time a held command was asked for cold: how long it had rested, and whether it came. */
export interface Showing {
  readonly restedDays: number
  readonly clean: boolean
  /** Something else was asked for, and only one outcome of it would have been noted: no measure of a prediction. */
  readonly other?: true
}

/**
 * What is remembered of a run once something in it is held. Half-lives are not stored: they follow from the showings.
 */
export interface Memory {
  /** When it was last worked well enough to count, ms since the epoch. */
  readonly since: number
  /** Refreshers and first reps of a day so far, oldest first. */
  readonly shown: readonly Showing[]
}

/** How half-lives start and change. */
export interface Forgetting {
  readonly firstHalfLifeDays: number
  /** Factor of a clean refresher that was due, and of a failed one. */
  readonly cleanFactor: number
  readonly failedFactor: number
}

/** House defaults; a kennel's own are fitted once it has enough refreshers. */
export const houseForgetting: Forgetting = { firstHalfLifeDays: 3, cleanFactor: 2, failedFactor: 0.5 }
/** House: a half-life is never shorter than this; a refresher is due when retention has fallen to `dueAt`. */
export const shortestHalfLifeDays = 1
export const dueAt = 0.8

/** Share still there after so many days: 2^(−days / half-life). Half-life regression, Settles & Meeder, ACL 2016. */
export const retained = (days: number, halfLifeDays: number): number => 2 ** (-Math.max(0, days) / halfLifeDays)

/**
 * The half-life after all showings, in days. A clean refresher lengthens it only when it was due (two in an hour teach
 * nothing about Tuesday), a failed one shortens it, never under a day.
 */
export const halfLifeDays = (memory: Pick<Memory, 'shown'>, model: Forgetting = houseForgetting): number =>
  memory.shown.reduce((h, showing) => nextHalfLife(h, showing, model), model.firstHalfLifeDays)

/** The half-life after one more showing. */
export function nextHalfLife(h: number, showing: Showing, model: Forgetting): number {
  if (!showing.clean) return Math.max(shortestHalfLifeDays, h * model.failedFactor)
  return retained(showing.restedDays, h) <= dueAt ? h * model.cleanFactor : h
}

/** Predicted share still there at `now`. */
export const retention = (memory: Memory, now: number, model: Forgetting = houseForgetting): number =>
  retained((now - memory.since) / msPerDay, halfLifeDays(memory, model))

/** Days after `since` at which retention falls to the level where a refresher is due. */
export const daysUntilDue = (halfLife: number): number => halfLife * Math.log2(1 / dueAt)

/** True from the moment a refresher is due. */
export const isDue = (memory: Memory, now: number, model: Forgetting = houseForgetting): boolean =>
  retention(memory, now, model) <= dueAt

/** House: where so little is left, a first rep is as likely to fail as to come off, and a list says so. */
export const staleAt = 0.5
export const isStale = (memory: Memory, now: number, model: Forgetting = houseForgetting): boolean =>
  retention(memory, now, model) <= staleAt

/** The memory after a refresher at this moment. */
export const afterRefresher = (memory: Memory, at: number, clean: boolean): Memory => ({
  since: at,
  shown: [...memory.shown, { restedDays: Math.max(0, (at - memory.since) / msPerDay), clean }],
})

/** The memory after a first rep of ordinary work: one that failed shortens the half-life, and brings nothing back. */
export function afterCold(memory: Memory, at: number, clean: boolean, asHeld: boolean): Memory {
  const restedDays = Math.max(0, (at - memory.since) / msPerDay)
  return {
    since: clean ? at : memory.since,
    shown: [...memory.shown, { restedDays, clean, ...(asHeld ? {} : { other: true as const }) }],
  }
}
