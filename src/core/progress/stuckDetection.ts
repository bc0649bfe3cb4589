import { figures } from '../figures'
import { rungIndex } from '../curriculum/lookup'
import type { Ladder } from '../curriculum/types'
import { msPerDay } from '../days'
import type { RungTally, LadderState, Tallies } from './state'
import type { BlockId, RungId } from '../ids'
import type { EpochMs } from '../epochMs'

/** Design choice: three drops at one rung within seven days, or three blocks that worked it without a pass. */
const stuckRule = {
  drops: figures.stuckDrops.value,
  withinMs: figures.stuckDays.value * msPerDay,
  blocks: figures.stuckBlocks.value,
} as const

/** A rung passed settles what went wrong there and below, and nothing above. */
export function clearStuck(ladder: Ladder, runState: LadderState, tallies: Tallies, index: number): void {
  for (let i = 0; i <= index; i++) {
    const tally = tallies[i]
    if (!tally) continue
    if (tally.drops.length > 0) tally.drops = []
    tally.blocks = 0
    tally.countedBlock = tally.openBlock
  }
  if (runState.stuck && rungIndex(ladder, runState.stuck.rung) <= index) runState.stuck = undefined
}

/** Counts a drop from this rung. */
export function noteDrop(tally: RungTally, runState: LadderState, rungId: RungId, at: EpochMs): void {
  tally.drops = [...tally.drops.filter((t) => at - t <= stuckRule.withinMs), at]
  if (tally.drops.length >= stuckRule.drops) runState.stuck = { rung: rungId, why: 'three-drops' }
}

/** A block counts once for a rung: at the end of its first set there, or when the next block begins. */
export function noteBlock(tally: RungTally, blockId: BlockId): void {
  if (tally.openBlock === blockId) {
    // The same words from another set: taking these makes the next comparison one of identity.
    tally.openBlock = blockId
    return
  }
  if (tally.openBlock !== '') countBlock(tally)
  tally.openBlock = blockId
}

/** Counts the block in hand, once. */
export function countBlock(tally: RungTally): void {
  if (tally.countedBlock === tally.openBlock) return
  tally.countedBlock = tally.openBlock
  tally.blocks++
}

/** Stuck when too many blocks worked the rung in hand without a pass; the top of a ladder is no place to be stuck. */
export function markStuckByBlocks(ladder: Ladder, runState: LadderState, tally: RungTally, index: number): void {
  if (tally.blocks < stuckRule.blocks || runState.stuck || index !== runState.position) return
  const rung = ladder.rungs[index]
  if (rung && index < ladder.rungs.length - 1) runState.stuck = { rung: rung.id, why: 'three-blocks' }
}
