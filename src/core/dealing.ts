import { figures } from './figures'

/** Design choice: a dog that had no block for so many days has one before anything else. */
export const longestWait = figures.longestWait.value

/** How blocks are dealt where there are fewer than dogs: where they make most dogs ready, or one each. */
export const fewDealings = ['most', 'each'] as const
export type FewDealing = (typeof fewDealings)[number]
