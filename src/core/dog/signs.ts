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
export const overThreshold = ['Add distance, now.', 'Something it knows well, paid.', 'Then a quiet place.'] as const

/** House: seen in so many blocks within so many days, it is no longer an accident. */
export const repeated = { blocks: 3, days: 7 } as const

/** Whether signs keep coming: then a behaviour plan with a qualified professional comes before more of the same. */
export const keepsComing = (
  seen: readonly { readonly day: string; readonly blockId: string }[],
  since: string,
): boolean => new Set(seen.filter((s) => s.day >= since).map((s) => s.blockId)).size >= repeated.blocks

/** Signs after which nothing more is asked in this block, however few they are. Common practice. */
const enough: ReadonlySet<SignId> = new Set(['stiff-tail', 'one-line', 'stare', 'shut-down'])
/** Design choice: so many signs together are as much as one of those. */
const manySigns = 3

/** `easier`: recover, then something sure, in short sets; `end`: the block is over. */
export type AfterSigns = 'easier' | 'end'

/** What follows in a block in which signs were seen. `before`: some were seen in it already, and it had recovered. */
export const afterSigns = (seen: readonly SignId[], before: boolean): AfterSigns =>
  before || seen.length >= manySigns || seen.some((s) => enough.has(s)) ? 'end' : 'easier'

/** Design choice: how long a dog is left in peace, away from what it was, before anything is asked again, minutes. */
export const recoveryMinutes = { least: 5, most: 10 } as const
/** Design choice: reps of a set for the rest of such a block. */
export const setAfterSigns = 3

/** Design choice: blocks with signs in one day, after which it is not worked until tomorrow. */
const mostBlocksWithSigns = 2
export const stopsToday = (
  seen: readonly { readonly day: string; readonly blockId: string }[],
  today: string,
): boolean => new Set(seen.filter((s) => s.day === today).map((s) => s.blockId)).size >= mostBlocksWithSigns
export const stopsTodaySaid = {
  short: 'signs of stress in two blocks today',
  said: 'Signs of stress in two blocks today: no more work until tomorrow. Walks, rest and quiet company.',
} as const
