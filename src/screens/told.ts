import type { Deed } from '@/work/do/deed'

/** What an action answers: done, or why not. */
export type Told = Deed
