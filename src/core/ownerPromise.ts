/** What the owner was promised: a rung held, in so many recorded places, with so many people on the leash. */
export interface OwnerPromise {
  readonly rungId: string
  readonly places: number
  readonly people: number
}
