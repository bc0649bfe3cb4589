/** A dog that every screen leads to. */
export interface JumpDog {
  readonly residencyId: string
  readonly runNumber: string
  readonly name: string
}
