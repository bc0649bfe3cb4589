import type { Told } from '../told'

export type Send = (raw: unknown) => Promise<Told>

/** What is done to the books of a dog. */
export interface BookActions {
  readonly putBooksRight: Send
  readonly swapRuns: Send
  readonly changeStay: Send
  readonly cancelBooking: Send
}
