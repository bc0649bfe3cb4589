import { figures } from '../figures'
import type { EpochMs } from '../epochMs'

/** Design choice: rest between two blocks of one dog, minutes; longer after a stressful one. */
export const restMinutes = { usual: figures.restUsual.value, stressful: figures.restStressful.value } as const
/**
 * Design choice: a block is long from so many minutes, and too long from the second; shorter for a dog under six
 * months.
 */
export const blockMinutes = {
  long: figures.blockLong.value,
  most: figures.blockMost.value,
  youngMost: figures.blockYoungMost.value,
} as const
/** Design choice: blocks of one dog a day. */
export const blocksADay = { usual: figures.blocksADay.value } as const
/** Design choice: reps of a set with a dog under six months; what its rule asks for runs on across sets. */
export const youngSetReps = figures.youngSetReps.value
/** Play between two sets, minutes. Common practice: a few. */
export const breakMinutes = { least: 2, most: 4 } as const
/** Design choice: a longer one for a dog that has fallen off, minutes. */
export const longBreakMinutes = { least: 3, most: 6 } as const
/** The warm-up of a walk, back and forth over one short dull stretch, minutes. House. */
export const backAndForth = { least: 1, most: 2 } as const
/** Play as pay, minutes, for a dog that works for toys. Common practice. */
export const playMinutes = { least: 1, most: 2 } as const
/** Quiet praise at the end of a block, minutes. Common practice. */
export const praiseMinutes = { least: 5, most: 10 } as const

/** When the dog may be worked again, in milliseconds. */
export const restUntil = (endedAt: EpochMs, stressful: boolean): number =>
  endedAt + (stressful ? restMinutes.stressful : restMinutes.usual) * 60_000

/** What the length of a block says: nothing, that it is long, or that it is enough. */
export function lengthWarning(minutes: number, young: boolean): 'long' | 'enough' | undefined {
  const most = young ? blockMinutes.youngMost : blockMinutes.most
  return minutes >= most ? 'enough' : minutes >= Math.min(blockMinutes.long, most - 2) ? 'long' : undefined
}
