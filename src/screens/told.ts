import type { ActionResult } from '@/work/actions/actionResult'

/** Said where what was sent did not arrive, or its answer did not. */
export const noConnection = 'No connection. Your change was not saved. Try again.'

/** What an action answers: done, or why not. */
export type Told = ActionResult
