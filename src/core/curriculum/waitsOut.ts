import type { Rung } from './types'

/**
 * Whether the dog is waited out on a rung: the hand stays still, nobody helps, and two slow ones running are expected
 * (licking, pawing). As the file says, else while it is shaped by what it does unasked. Common practice.
 */
export const isWaitedOut = (rung: Pick<Rung, 'waitsOut' | 'kind' | 'stage'>): boolean =>
  rung.waitsOut ?? (rung.kind === 'uncued' && rung.stage === 'shape')
