import type { ResidencyId } from '@/core/ids'

/** A dog that every screen leads to. */
export interface JumpDog {
  readonly residencyId: ResidencyId
  readonly runNumber: string
  readonly name: string
  /** Rewarded with play: what is given for a small thing is no food. */
  readonly toys: boolean
}

/** Whether what was typed means this dog: figures a run, anything else a part of its name or run. */
export function isFound(dog: JumpDog, typed: string): boolean {
  const wanted = typed.trim().toLowerCase()
  return /^\d+$/.test(wanted)
    ? dog.runNumber.toLowerCase().startsWith(wanted)
    : `${dog.runNumber} ${dog.name}`.toLowerCase().includes(wanted)
}

/** What the box that lists needs: it takes over from the plain one, with what was typed by then. */
export interface JumpProps {
  readonly dogs: readonly JumpDog[]
  readonly text: string
  readonly setText: (text: string) => void
  readonly go: (residencyId: ResidencyId) => void
  /** Enter on what was typed, with no list open: the first dog it means. */
  readonly goToFirst: () => void
  readonly focused: boolean
}
