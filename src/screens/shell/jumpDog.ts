/** A dog that every screen leads to. */
export interface JumpDog {
  readonly residencyId: string
  readonly runNumber: string
  readonly name: string
  /** Paid in play: what is given for a small thing is no food. */
  readonly toys: boolean
}

/** Whether what was typed means this dog: figures a run, anything else a part of its name or run. */
export function isFound(dog: JumpDog, typed: string): boolean {
  const wanted = typed.trim().toLowerCase()
  return /^\d+$/.test(wanted)
    ? dog.runNumber.toLowerCase().startsWith(wanted)
    : `${dog.runNumber} ${dog.name}`.toLowerCase().includes(wanted)
}
