import type { OwnersHand } from './words'

/**
 * What may be looked at in a rep beside how it went; apart from its schema, so that a screen shows it without a
 * parser. All of it is optional.
 */
export const lookedWords = {
  /** The helper dog. */
  helperDog: ['still', 'moving', 'crated'],
  voice: ['quiet', 'usual', 'loud'],
  /** What a struggle on the tether was. */
  struggle: ['pulled', 'barked', 'chewed', 'climbed'],
  /** How a recall came in. */
  speed: ['kept', 'slowed', 'walked in'],
  /** Which of the dog’s paws went first, or which hand of the handler led it. */
  led: ['left paw', 'right paw', 'left hand', 'right hand'],
  toy: ['ball', 'tug', 'soft', 'other'],
  keen: ['little', 'fairly', 'very'],
} as const

type Words = { readonly [K in keyof typeof lookedWords]?: (typeof lookedWords)[K][number] | undefined }

export type Looked = Words & {
  /** Distraction level of this one rep, where something came into the middle of a set. */
  readonly level?: number | undefined
  /** Meters to the distraction. */
  readonly metres?: number | undefined
  /** Looks up that nobody asked for, in a stretch. */
  readonly lookUps?: number | undefined
  readonly playMinutes?: number | undefined
  /** The handler moved the leash by mistake. */
  readonly leashMoved?: boolean | undefined
  /** What of the handler’s own hands was not as an owner is asked to have them. */
  readonly hands?: readonly OwnersHand[] | undefined
  /** From the call to the feet. */
  readonly arriveSeconds?: number | undefined
  /** Degrees off straight of a front. */
  readonly angle?: number | undefined
}

export type LookedField = keyof Looked
