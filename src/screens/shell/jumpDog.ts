/** A dog that every screen leads to. */
export interface JumpDog {
  readonly residencyId: string
  readonly runNumber: string
  readonly name: string
  /** Paid in play: what is given for a small thing is no food. */
  readonly toys: boolean
}
