import { unstable_isUnrecognizedActionError } from 'next/navigation'
import type { ActionResult } from '@/work/actions/actionResult'

/** Said where what was sent did not arrive, or its answer did not. */
export const noConnection = 'No connection. Your change was not saved. Try again.'

/** Said where the page is of an earlier version of Kibou than the one that was asked. */
export const updatedMeanwhile =
  'Kibou was updated after this page was opened. Your change was not saved. Load the page again.'

/** Said where a form is left to the page that comes after. */
export const updatedAndKept =
  'Kibou was updated after this page was opened. Load the page again: what you typed comes back.'
/** Said where it came back. */
export const backAfterUpdate = 'Kibou was updated. This is what you typed before. Check it and save.'

/** Whether a page is from before an upgrade: the kennel no longer knows what it asks for. */
export const isOldPage = (error: unknown): boolean => unstable_isUnrecognizedActionError(error)

/** Why something that was sent got no answer, as it is said. */
export const whyNotSent = (error: unknown): string => (isOldPage(error) ? updatedMeanwhile : noConnection)

/** What an action answers: done, or why not. */
export type Told = ActionResult
