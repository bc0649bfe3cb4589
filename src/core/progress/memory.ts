import { msPerDay } from '../days'

/** What is remembered of a run once something in it is held. */
export interface Memory {
  readonly halfLifeDays: number
  /** When it was last worked well enough to count, ms since the epoch. */
  readonly since: number
}

/** House defaults; a kennel's own are fitted once it has enough refreshers. */
export const forgetting = { firstHalfLifeDays: 3, shortestHalfLifeDays: 1, dueAt: 0.8 } as const

/**
 * Predicted share still there at `now`: 2^(−days / half-life).
 * Half-life regression, Settles & Meeder, ACL 2016.
 */
export function retention(memory: Memory, now: number): number {
  const days = Math.max(0, (now - memory.since) / msPerDay)
  return 2 ** (-days / memory.halfLifeDays)
}

/** Days after `since` at which retention falls to the level where a refresher is due. */
export const daysUntilDue = (halfLifeDays: number): number => halfLifeDays * Math.log2(1 / forgetting.dueAt)

/** True from the moment a refresher is due. */
export const isStale = (memory: Memory, now: number): boolean => retention(memory, now) <= forgetting.dueAt

/** A clean refresher doubles the half-life, but only one that was due: two in an hour teach nothing about Tuesday. */
export const afterCleanRefresher = (memory: Memory, at: number): Memory => ({
  halfLifeDays: isStale(memory, at) ? memory.halfLifeDays * 2 : memory.halfLifeDays,
  since: at,
})

/** A failed refresher halves it, never under a day. */
export const afterFailedRefresher = (memory: Memory, at: number): Memory => ({
  halfLifeDays: Math.max(forgetting.shortestHalfLifeDays, memory.halfLifeDays / 2),
  since: at,
})
