import type { PlaceId } from '../ids'

/** A stretch of time, milliseconds since the epoch; its end is not part of it. */
export interface Moments {
  readonly fromMs: number
  readonly toMs: number
}

/** A location in which dogs are shown, and what is booked there. */
export interface Space {
  readonly placeId: PlaceId
  /** So many demonstrations it takes at the same time, from 1. */
  readonly capacity: number
  readonly taken: readonly Moments[]
}

/** Whether one more demonstration fits in: at no moment of it are as many there as the location takes. */
export function hasRoom({ capacity, taken }: Space, asked: Moments): boolean {
  const there = taken.filter((t) => t.fromMs < asked.toMs && asked.fromMs < t.toMs)
  // Most are there at once as one of them begins; whoever began before is there as this one begins.
  return [asked, ...there].every(
    ({ fromMs: at }) => there.filter((t) => t.fromMs <= at && at < t.toMs).length < capacity,
  )
}
