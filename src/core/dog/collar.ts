import type { DogTraits } from './traits'

/** What every house may put on a dog; whatever else is the house’s own list of devices. */
const usual = ['flat collar', 'harness'] as const
/** A cue that a deaf dog feels; never a correction. */
const vibration = 'vibration collar'

/** Collars to choose from for this dog: the usual ones, the house’s devices, and what a deaf dog is called by. */
export const collarsFor = (devices: readonly string[], traits: Pick<DogTraits, 'deaf'>): readonly string[] => [
  ...new Set([...usual, ...devices, ...(traits.deaf ? [vibration] : [])]),
]

/** Whether this is a device, which policy, consent and age decide over, and not what any dog may wear. */
export const isDevice = (collar: string, traits: Pick<DogTraits, 'deaf'>): boolean =>
  !(usual as readonly string[]).includes(collar) && !(traits.deaf && collar === vibration)

/** Common practice: what runs shut round the neck is fitted and checked before it is used. */
export const asksForFit = (collar: string | undefined): boolean => collar !== undefined && /slip/i.test(collar)

/** How a slip lead lies, as it is looked at from in front of the dog. Common practice. */
export const fitWords = (side: 'left' | 'right'): string =>
  `High behind the ears, above the windpipe; from its front like a ${side === 'left' ? 'P' : 'q'}, so that it ` +
  `opens by itself on your ${side}`
