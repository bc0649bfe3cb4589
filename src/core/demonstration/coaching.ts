import { capitalized } from '../wording'
import type { ItemKind } from './items'

/** What is told to an owner, and what is done when an item fails, is told of this. */
export interface Coached {
  readonly name: string
  readonly side: 'left' | 'right'
  /** The hand that has the leash’s bulk: the one away from the dog. */
  readonly far: 'left' | 'right'
  /** What is said or shown, as the dog knows it. */
  readonly says: string
  readonly cue: string
  /** What keeps it where it is until it is called. */
  readonly stayCue: string
  /** What ends a hold, as it is said or shown. */
  readonly release: string
  readonly deaf: boolean
  readonly blind: boolean
  /** The hand alone asks for it, and for the stay it is called out of. */
  readonly byHand: boolean
  readonly stayByHand: boolean
  readonly toys: boolean
  readonly seconds: number | undefined
  /** What it comes in to, as the house has it. */
  readonly hand: 'fist closed' | 'palm open'
  readonly payWhere: string
  /** What a rep of something without an item of its own is. */
  readonly asks: 'rep' | 'hold' | 'walk' | 'calm' | 'call'
  /** Nothing is said or shown for it. */
  readonly unasked: boolean
  readonly criterion: string
  /** At halts it sits by itself, has to be asked, or, a stiff dog, stands. */
  readonly atHalts: 'sits' | 'asked' | 'stands'
  /** It is walked round; else the handler stays before it. */
  readonly round: boolean
}

type Said = (c: Coached) => string

const once = ({ byHand, cue, says }: Pick<Coached, 'byHand' | 'cue'> & { readonly says?: string }): string =>
  byHand ? 'Show the hand once' : cue === '' ? (says ?? '') : `Say “${cue}” once`
const pay: Said = ({ toys }) => (toys ? 'the toy, a short game' : 'a piece')

const stay: Said = (c) =>
  `${once(c)}, then nothing more. ${
    c.round
      ? `Stand a moment, walk right round ${c.name} without hurry, and come back to where it is at your ${c.side}.`
      : `Stand before ${c.name}, within reach, with your hands still.`
  } After ${c.seconds ?? 0} s ${pay(c)} where it is, and only then ${c.release}.`

const callIt: Said = (c) =>
  `${c.deaf ? 'its signal, once, as it looks' : `“${c.cue}”, once, bright`}, your ` +
  `${c.hand} and low at your knees, your back straight. ${capitalized(pay(c))} when it is there, and only there. ` +
  `If it does not come, do not call again: your trainer says what to do.`

const come: Said = (c) =>
  `${once({ byHand: c.stayByHand, cue: c.stayCue })} for the stay, walk off without looking back, turn, and wait: ` +
  `five seconds, or ten, never ` +
  `the same. Then ${callIt(c)}`

/** What nobody asked for is paid, and praise goes with the pay. */
const lookUps: Said = (c) =>
  c.blind
    ? ''
    : ` Each time ${c.name} looks up at you unasked, ${pay(c)} at the seam from the hand on that side` +
      `${c.deaf ? '' : ', with quiet praise'}.`

const atHalt = { sits: ' and wait for the sit', asked: ' and ask for the sit', stands: '' } as const
const walk: Said = (c) =>
  `The leash’s bulk folded in your ${c.far} hand, a slack bow on your ${c.side}. ${c.says}. Walk as if you ` +
  `knew where you are going, and look ahead. At each halt stand still${atHalt[c.atHalts]}. If the leash ` +
  `goes tight, stop; do not pull it back to your side.${lookUps(c)}`

const told: Readonly<Record<ItemKind, Said>> = {
  equipment: (c) =>
    `Put the collar on, two fingers flat beneath it, and clip the leash. Fold its bulk into your ` +
    `${c.far} hand, so that a ` +
    `slack bow hangs on your ${c.side}.`,
  seated: (c) =>
    c.says === ''
      ? `Stand with ${c.name} at your ${c.side} and wait until it stands quietly. ${capitalized(pay(c))} ` +
        'at its mouth, low.'
      : `${c.name} at your ${c.side}. ${once(c)}${c.byHand ? '' : ', in an ordinary voice,'} and wait ` +
        `three seconds. When it sits, ${pay(c)} under its ` +
        `chin. Then ${c.release}.`,
  heel: walk,
  'heel-again': walk,
  'sit-round': stay,
  'down-round': stay,
  'sit-come': come,
  'down-come': come,
  down: (c) =>
    `${once(c)} and wait three seconds; do not bend over it. When it lies, ${pay(c)} on the floor ` +
    `between its paws. Then ` +
    `${c.release}.`,
  'far-down': (c) =>
    `Stand half a metre before it. ${once(c)}, without a step toward it. Go to it, and ${pay(c)} where it lies.`,
  also: (c) => {
    const where = c.toys || c.payWhere === '' ? capitalized(pay(c)) : `${capitalized(pay(c))}: ${uncap(c.payWhere)}`
    const asked = c.unasked ? `Say nothing. To be seen: ${c.criterion}` : once(c)
    switch (c.asks) {
      case 'calm':
        return `${asked}. ${where}, now and then while it is calm.`
      case 'hold':
        return (
          `${asked}${c.unasked ? '' : ', then nothing more'}. After ${c.seconds ?? 0} s ${pay(c)}, ` +
          `and only then ${c.release}.`
        )
      case 'walk':
        return (
          `The leash’s bulk folded in your ${c.far} hand, a slack bow on your ${c.side}. ` +
          `${c.unasked ? asked : `${c.says}: ${c.criterion}`}. ${where}. If the leash goes tight, stand still ` +
          `until it is slack.`
        )
      case 'call':
        return `Wait until it looks away. Then ${callIt(c)}`
      case 'rep':
        return c.unasked ? `${asked}. ${where}, the moment it does.` : `${asked}, and wait. ${where}.`
    }
  },
  questions: () => 'Ask what is not clear yet. Nobody remembers everything: it is all in the booklet.',
}

const uncap = (text: string): string => text.charAt(0).toLowerCase() + text.slice(1)

const beside: Said = (c) => `Beside it, the dog on the ${c.side}. The leash in the ${c.far} hand, slack.`
const before: Said = (c) => `Before it, within reach. The leash in the ${c.far} hand, the other hand still.`
const held: Said = (c) =>
  c.round ? `Beside it, once round it, and back. The leash in the ${c.far} hand, slack.` : before(c)
const off: Said = (c) =>
  `Off from it, turned to it, the long line or leash slack in the ${c.far} hand; the other hand at the knees.`

const stands: Readonly<Record<ItemKind, Said>> = {
  equipment: (c) => `Beside it. The bulk of the leash in the ${c.far} hand.`,
  seated: beside,
  heel: beside,
  'heel-again': beside,
  down: beside,
  'sit-round': held,
  'down-round': held,
  'sit-come': off,
  'down-come': off,
  'far-down': (c) => `Half a metre before it, facing it. The leash in the ${c.far} hand; the feet stay where they are.`,
  also: (c) => (c.asks === 'walk' || c.asks === 'rep' ? beside(c) : c.asks === 'call' ? off(c) : before(c)),
  questions: () => '',
}

/** Where the owner stands for an item, and which hand has the leash. */
export const ownerStands = (kind: ItemKind, c: Coached): string => stands[kind](c)

/** What the owner is told to do for an item, in the words that the dog knows. */
export const coaching = (kind: ItemKind, c: Coached): string => told[kind](c)

const again: Said = (c) =>
  `Stop, loosen the leash, a few steps back and forth, begin again over five. A second time: leave ` +
  `it, and end with it quiet at your ${c.side}.`
const shorter: Said = (c) =>
  `No word. Put it back where it was, unpaid, and hold ` +
  `${Math.max(1, Math.floor((c.seconds ?? 2) / 2))} s. A second time: leave it, and go to ` +
  `something sure.`
const nearer: Said = () =>
  'Do not call again. Go to it, take the leash, and call from two steps. A second time: leave it, ' +
  'and go to something sure.'
const easier: Said = (c) =>
  `Wait three seconds, reset, and ${c.byHand ? 'show a larger hand' : 'help with the hand'}. A ` +
  `second time: leave it, and go to something sure.`
const none: Said = () => ''

const quieter: Said = () =>
  'No word. Make it easier: further off, or quieter. A second time: leave it, and go to something sure.'
const ifAsked: Readonly<Record<Coached['asks'], Said>> = {
  hold: shorter,
  walk: again,
  call: nearer,
  calm: quieter,
  rep: (c) => (c.unasked ? quieter(c) : easier(c)),
}

const failing: Readonly<Record<ItemKind, Said>> = {
  equipment: none,
  seated: easier,
  heel: again,
  'heel-again': again,
  'sit-round': shorter,
  'down-round': shorter,
  'sit-come': nearer,
  'down-come': nearer,
  down: easier,
  'far-down': easier,
  also: (c) => ifAsked[c.asks](c),
  questions: none,
}

/**
 * What is done when an item fails: never chanted, never scolded; after a miss it gets easier, after a second one it is
 * left. Common practice; the halves are the house’s.
 */
export const whenItFails = (kind: ItemKind, c: Coached): string => failing[kind](c)
