import type { FormAction } from '../form/state'

/** What is done to the books of a dog. */
export interface BookActions {
  readonly putBooksRight: FormAction
  readonly swapRuns: FormAction
  readonly changeStay: FormAction
  readonly cancelBooking: FormAction
}
