export const signIds = ['stiff-tail', 'one-line', 'stare', 'no-food', 'yawn', 'tucked'] as const
export type SignId = (typeof signIds)[number]
/** Signs that a dog is over threshold. Common practice. */
export const signs: readonly { readonly id: SignId; readonly name: string }[] = [
  { id: 'stiff-tail', name: 'Stiff tail' },
  { id: 'one-line', name: 'Body in one line' },
  { id: 'stare', name: 'Frozen stare' },
  { id: 'no-food', name: 'Takes no food' },
  { id: 'yawn', name: 'Stress yawn' },
  { id: 'tucked', name: 'Tucked body' },
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
