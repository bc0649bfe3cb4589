import type { SmallThing } from './words'
import type { ResidencyId } from '../ids'
import type { EpochMs } from '../epochMs'

/** Design choice: the same thing with the same dog within so many seconds is one tap too many, not one thing more. */
export const sameWithin: Readonly<Record<SmallThing, number>> = {
  'tether-minute': 60,
  'name-call': 3,
  'corridor-ten': 30,
  'sniff-walk': 60,
}

/** A small thing as it was kept last on this device. */
export interface LastKept {
  readonly residencyId: ResidencyId
  readonly what: SmallThing
  /** Milliseconds. */
  readonly at: EpochMs
}

/** Whether this tap means the thing that was kept a moment ago; a clock set back means another one. */
export const isSame = (last: LastKept | undefined, next: LastKept): boolean =>
  last !== undefined &&
  last.residencyId === next.residencyId &&
  last.what === next.what &&
  next.at >= last.at &&
  next.at - last.at < sameWithin[next.what] * 1000
