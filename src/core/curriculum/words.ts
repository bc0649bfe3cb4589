/** Words that a curriculum file is written in; apart from its schema, so that a screen shows them without a parser. */

export const stages = [
  'shape',
  'empty-hand',
  'word-before-signal',
  'smaller-signal',
  'word-alone',
  'duration',
  'distance',
  'generalise',
  'place',
  'hands',
] as const
export const repKinds = ['position', 'timed', 'uncued', 'heel', 'recall', 'settle'] as const
/**
 * How a hold is paid: at each interval of one hold, released after the last; inside at an interval of its own; or on
 * return, where the dog is.
 */
export const holdPays = ['each-interval', 'inside', 'on-return'] as const
export const holdPayWords: Readonly<Record<(typeof holdPays)[number], string>> = {
  'each-interval': 'rewarded at each interval, then one release',
  inside: 'rewarded inside, at an interval of its own',
  'on-return': 'rewarded on return, where the dog is',
}
/** When a dog is called: the moment belongs to the rung. */
export const callMoments = ['finishes-bowl', 'picks-up', 'from-stay', 'looks-away', 'looks-up', 'in-turn'] as const
export const callMomentWords: Readonly<Record<(typeof callMoments)[number], string>> = {
  'finishes-bowl': 'as the dog finishes the bowl',
  'picks-up': 'as the dog picks up the tossed piece',
  'from-stay': 'from the stay, at a moment the dog cannot foresee',
  'looks-away': 'while the dog sniffs or looks away',
  'looks-up': 'as the dog looks up unasked',
  'in-turn': 'once the other person has rewarded the dog',
}
/** How much help the dog gets, least first. */
export const promptLevels = ['none', 'smaller-signal', 'full-signal', 'voice', 'body', 'lure', 'leash'] as const
/** What help is where the dog walks or comes: no signal is shown twice there. */
export const movingHelp = ['leash', 'voice', 'body', 'lure'] as const satisfies readonly (typeof promptLevels)[number][]
export const axes = ['help', 'start', 'handler', 'duration', 'distance', 'place', 'pay', 'pattern'] as const
/** Leash and collar a set is worked on. */
export const kits = [
  '1.2 m leash',
  '1.8 m leash',
  'long line',
  'self-winding leash',
  'tether',
  'flat collar',
  'harness',
  'none',
] as const
export const placeKinds = ['room', 'corridor', 'yard', 'open', 'street', 'square'] as const
