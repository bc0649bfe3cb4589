/** The parts of a block, in order. */
export const roles = ['warm-up', 'work', 'finish'] as const
export type Role = (typeof roles)[number]
