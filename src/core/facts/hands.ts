import type { OwnersHand } from './words'

/** Trade: common practice. `short` is for a thumb, the others for a sentence. */
export const ownersHands = {
  side: {
    short: 'Side, leash hand',
    right: 'dog and leash each on its side',
    wrong: 'the dog was on the wrong side or the leash in the wrong hand',
  },
  slack: { short: 'Slack leash', right: 'slack leash', wrong: 'the leash was tight' },
  'one-cue': { short: 'One cue', right: 'one cue', wrong: 'the cue was said more than once' },
  calm: { short: 'Calm voice', right: 'calm voice', wrong: 'the voice was not calm' },
  straight: { short: 'Straight back', right: 'straight back', wrong: 'the back was bent over the dog' },
  fist: { short: 'Closed fist', right: 'closed fist, low', wrong: 'the fist was not closed and low' },
  pay: { short: 'Rewarded in place', right: 'rewarded in position', wrong: 'the dog was not rewarded in position' },
  release: { short: 'Release given', right: 'release given', wrong: 'no release was given' },
  'no-pull': {
    short: 'No pulling back',
    right: 'no pulling back to the side',
    wrong: 'the dog was pulled back to the side',
  },
  'called-once': { short: 'Called once', right: 'called once', wrong: 'the dog was called more than once' },
} as const satisfies Record<OwnersHand, { readonly short: string; readonly right: string; readonly wrong: string }>
