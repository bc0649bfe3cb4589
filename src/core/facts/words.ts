/** Words that facts are written in; apart from their schemas, so that a screen may show them without a parser. */

/** Most facts in one request; a device with more sends them in turns. */
export const mostFacts = 500

/** Numbers that a device draws when its disk gives none lie above this, and are not one after the other. */
export const spareFrom = 2 ** 39

export const distanceBands = ['over-15', '5-15', 'under-5'] as const
/** What the dog was doing when it was called. */
export const attentions = ['sniffing', 'looking away', 'looking at you'] as const
export type Attention = (typeof attentions)[number]
/** What a dog is begun from, where somebody said. */
export const startPositions = ['sit', 'down', 'stand'] as const
export type StartPosition = (typeof startPositions)[number]
/** The parts of a block, in order. */
export const blockParts = ['warm-up', 'work', 'finish'] as const
export type BlockPart = (typeof blockParts)[number]
/** What a small thing says when nobody named more. */
export const nothingSmallSaid = { command: null, outcome: null, minutes: null, payInterval: null, calm: null } as const
export const smallThings = ['tether-minute', 'name-call', 'corridor-ten', 'sniff-walk'] as const
export type SmallThing = (typeof smallThings)[number]

/** What a set and a rep say when nobody looked. */
export const nothingSaid = {
  set: {
    mealMinutesAgo: null,
    humidity: null,
    seed: null,
    helper: null,
    secondDog: null,
    road: null,
    startPosition: null,
    collar: null,
    fitted: null,
    feedId: null,
    halved: false,
    itemId: null,
    turn: null,
    beside: false,
    role: null,
    inHand: null,
  },
  rep: {
    attention: null,
    cuesSaid: null,
    sound: null,
    planned: null,
    pieces: null,
    sitPieces: null,
    payInterval: null,
    bowlGrams: null,
    payError: false,
    turns: null,
    stops: null,
    looked: null,
  },
} as const

/** What a rep says of which nothing was seen but how it went. */
export const nothingSeen = {
  prompt: null,
  latencySeconds: null,
  heldSeconds: null,
  brokeSeconds: null,
  steps: null,
  faults: Array<string>(),
  paid: null,
  ...nothingSaid.rep,
  replaces: null,
} as const

/** A rehearsal is shown to nobody; a demonstration to the owner. */
export const showings = ['rehearsal', 'demonstration'] as const
export type Showing = (typeof showings)[number]
/** Whose turn it is in a demonstration. */
export const turns = ['trainer', 'owner'] as const
export type Turn = (typeof turns)[number]
/** Whose hands were on the leash in a set of the owner’s turn, as grids and windows name them. */
export const ownerHolds = 'owner'
/** Most items of one demonstration. */
export const mostShownItems = 60
/** How a demonstration was left. Stopped ones may go on. */
export const showingEnds = ['done', 'stopped'] as const
export type ShowingEnd = (typeof showingEnds)[number]
export const itemEnds = ['shown', 'left'] as const
export type ItemEnd = (typeof itemEnds)[number]

/** What is looked at in the owner’s hands. */
export const ownersHandNames = [
  'side',
  'slack',
  'one-cue',
  'calm',
  'straight',
  'fist',
  'pay',
  'release',
  'no-pull',
  'called-once',
] as const
export type OwnersHand = (typeof ownersHandNames)[number]
