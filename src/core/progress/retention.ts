import { figures } from '../figures'
import { msPerDay } from '../days'
import type { EpochMs } from '../epochMs'

/** One time a held command was asked for cold: how long it had rested, and whether it came. */
export interface RetentionTest {
  readonly restedDays: number
  readonly clean: boolean
  /**
   * A refresher where nothing is said; else the first rep of a day: of what is held, or of something else, of which
   * only one outcome would have been noted and which is no measure of a prediction.
   */
  readonly kind?: 'first' | 'other'
}

/**
 * What is remembered of a run once something in it is held. Half-lives are not stored: they follow from the showings.
 */
export interface Memory {
  /** When it was last worked well enough to count, ms since the epoch. */
  readonly since: EpochMs
  /** Refreshers and first reps of a day so far, oldest first. */
  readonly shown: readonly RetentionTest[]
}

/** How half-lives start and change. */
export interface Forgetting {
  readonly firstHalfLifeDays: number
  /** Factor of a clean refresher that was due, and of a failed one. */
  readonly cleanFactor: number
  readonly failedFactor: number
  /** How often a cold rep of what is wholly there works; always, where nothing was fitted. */
  readonly sure?: number
}

/** House defaults; a kennel's own are fitted once it has enough refreshers. */
export const houseForgetting: Forgetting = {
  firstHalfLifeDays: figures.firstHalfLife.value,
  cleanFactor: 2,
  failedFactor: 0.5,
}
/** Design choice: a half-life is never shorter than this; a refresher is due when retention has fallen to `dueAt`. */
export const shortestHalfLifeDays = 1
export const dueAt = figures.refresherDue.value

/** Share still there after so many days: 2^(−days / half-life). Half-life regression, Settles & Meeder, ACL 2016. */
export const retained = (days: number, halfLifeDays: number): number => 2 ** (-Math.max(0, days) / halfLifeDays)

/**
 * The half-life after all showings, in days. A clean refresher lengthens it only when it was due (two in an hour teach
 * nothing about Tuesday), a failed one shortens it, never under a day.
 */
export const halfLifeDays = (memory: Pick<Memory, 'shown'>, model: Forgetting = houseForgetting): number =>
  memory.shown.reduce((h, test) => nextHalfLife(h, test, model), model.firstHalfLifeDays)

/** The half-life after one more showing. */
export function nextHalfLife(h: number, test: RetentionTest, model: Forgetting): number {
  if (!test.clean) return Math.max(shortestHalfLifeDays, h * model.failedFactor)
  return retained(test.restedDays, h) <= dueAt ? h * model.cleanFactor : h
}

/** Predicted share still there at `now`. */
export const retention = (memory: Memory, now: EpochMs, model: Forgetting = houseForgetting): number =>
  retained((now - memory.since) / msPerDay, halfLifeDays(memory, model))

/** Design choice: the kennel's figure weighs as much as so many cold reps of the run itself. */
const ownWeight = 20

/**
 * The chance that a cold rep works after so many days: what is left of it, by a dog that also misses at times what
 * it knows (the slip of knowledge tracing, Corbett & Anderson 1995). How often is the kennel's figure, drawn toward
 * what came of this run's own cold reps.
 */
export function coldChance(days: number, shown: readonly RetentionTest[], model: Forgetting = houseForgetting): number {
  const left = retained(days, halfLifeDays({ shown }, model))
  if (model.sure === undefined) return left
  const own = shown.filter((s) => s.kind !== 'other')
  const clean = own.filter((s) => s.clean).length
  return (left * (clean + ownWeight * model.sure)) / (own.length + ownWeight)
}

/** Days after `since` at which retention falls to the level where a refresher is due. */
export const daysUntilDue = (halfLife: number): number => halfLife * Math.log2(1 / dueAt)

/** Whether a refresher is due where this share is predicted to be left. */
export const isDueAt = (kept: number): boolean => kept <= dueAt

/** True from the moment a refresher is due. */
export const isDue = (memory: Memory, now: EpochMs, model: Forgetting = houseForgetting): boolean =>
  isDueAt(retention(memory, now, model))

/** Design choice: lists call a run stale where half is left or less, since its first rep is then likely to fail. */
export const staleAt = figures.stale.value
export const isStale = (memory: Memory, now: EpochMs, model: Forgetting = houseForgetting): boolean =>
  retention(memory, now, model) <= staleAt

/** The memory with one more showing at this moment; it dates from now on only where the run was brought back by it. */
const withShowing = (
  memory: Memory,
  at: EpochMs,
  since: EpochMs,
  shown: Omit<RetentionTest, 'restedDays'>,
): Memory => ({
  since,
  shown: [...memory.shown, { restedDays: Math.max(0, (at - memory.since) / msPerDay), ...shown }],
})

/** The memory after a refresher at this moment. */
export const afterRefresher = (memory: Memory, at: EpochMs, clean: boolean): Memory =>
  withShowing(memory, at, at, { clean })

/** The memory after a first rep of ordinary work: one that failed shortens the half-life, and brings nothing back. */
export const afterCold = (memory: Memory, at: EpochMs, clean: boolean, kind: 'first' | 'other'): Memory =>
  withShowing(memory, at, clean ? at : memory.since, { clean, kind })
