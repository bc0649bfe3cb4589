import { figures } from '../figures'
import type { BlockId } from '../ids'

export const signIds = [
  'stiff-tail',
  'one-line',
  'stare',
  'no-food',
  'yawn',
  'tucked',
  'wound-up',
  'shut-down',
] as const
export type SignId = (typeof signIds)[number]
/** Signs that a dog is over threshold. Common practice. */
export const signs: readonly { readonly id: SignId; readonly name: string }[] = [
  { id: 'stiff-tail', name: 'Stiff tail' },
  { id: 'one-line', name: 'Body in one line' },
  { id: 'stare', name: 'Frozen stare' },
  { id: 'no-food', name: 'Takes no food' },
  { id: 'yawn', name: 'Stress yawn' },
  { id: 'tucked', name: 'Tucked body' },
  { id: 'wound-up', name: 'Wound up' },
  { id: 'shut-down', name: 'Shut down' },
]

/** What to do at once, in order. Common practice. */
export const overThreshold = [
  'Move farther away now.',
  'Ask for something the dog knows well, and reward it.',
  'Then go somewhere quiet.',
] as const

/** Design choice: seen in so many blocks within so many days, it is no longer an accident. */
export const repeated = { blocks: figures.repeatedBlocks.value, days: figures.repeatedDays.value } as const

/** Whether signs keep coming: then a behavior plan with a qualified professional comes before more of the same. */
export const keepsComing = (
  seen: readonly { readonly day: string; readonly blockId: BlockId }[],
  since: string,
): boolean => new Set(seen.filter((s) => s.day >= since).map((s) => s.blockId)).size >= repeated.blocks

/** Signs after which nothing more is asked in this block, however few they are. Common practice. */
const enough: ReadonlySet<SignId> = new Set(['stiff-tail', 'one-line', 'stare', 'shut-down'])
/** Design choice: so many signs together are as much as one of those. */
const manySigns = figures.manySigns.value

/** `easier`: recover, then something sure, in short sets; `end`: the block is over. */
export type AfterSigns = 'easier' | 'end'

/** What follows in a block in which signs were seen. `before`: some were seen in it already, and it had recovered. */
export const afterSigns = (seen: readonly SignId[], before: boolean): AfterSigns =>
  before || seen.length >= manySigns || seen.some((s) => enough.has(s)) ? 'end' : 'easier'

/** Design choice: how long a dog is left in peace, away from what it was, before anything is asked again, minutes. */
export const recoveryMinutes = { least: figures.recoveryLeast.value, most: figures.recoveryMost.value } as const
/** Design choice: reps of a set for the rest of such a block. */
export const setAfterSigns = figures.setAfterSigns.value

/** Design choice: blocks with signs in one day, after which it is not worked until tomorrow. */
const mostBlocksWithSigns = figures.blocksWithSigns.value
export const stopsToday = (
  seen: readonly { readonly day: string; readonly blockId: BlockId }[],
  today: string,
): boolean => new Set(seen.filter((s) => s.day === today).map((s) => s.blockId)).size >= mostBlocksWithSigns
export const stopsTodaySaid = {
  short: 'signs of stress in two blocks today',
  said: 'Signs of stress in two blocks today: no more work until tomorrow. Walks, rest and quiet company.',
} as const
