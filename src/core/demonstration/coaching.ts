import { does, type Pronouns } from '../dog/pronouns'
import { capitalized, inWords, longText } from '../wording'
import { postures } from './homeLine'
import type { ItemKind } from './items'

/** What is told to an owner, and what is done when an item fails, is told of this. */
export interface Coached {
  readonly name: string
  readonly pronouns: Pronouns
  readonly side: 'left' | 'right'
  /** The hand that has the leash: the one away from the dog. */
  readonly far: 'left' | 'right'
  /** Nothing is asked for: an owner waits for it. */
  readonly unasked: boolean
  /** What is said, as it stands between quotation marks; empty where nothing is. */
  readonly word: string
  /** What keeps it where it is until it is called. */
  readonly stayWord: string
  /** What ends a hold, as it is said or shown. */
  readonly release: string
  readonly deaf: boolean
  readonly blind: boolean
  /** The hand alone asks for it, and for the stay it is called out of. */
  readonly byHand: boolean
  readonly stayByHand: boolean
  readonly toys: boolean
  readonly seconds: number | undefined
  /** Steps before the word of a walk is said; 0 where it comes before the first. */
  readonly wordAfterSteps: number
  /** The hand it comes in to, as the house has it. */
  readonly target: 'closed' | 'open'
  /** How it rests while it is held. */
  readonly posture: keyof typeof postures | undefined
  /** What a rep of something without an item of its own is. */
  readonly asks: 'rep' | 'hold' | 'walk' | 'calm' | 'call'
  /** What the dog does, as its owner can picture it: a verb and what goes with it; undefined where nobody wrote it. */
  readonly sees: string | undefined
  /** It is the marker itself: how it is said or shown. */
  readonly marks: string | undefined
  /** At halts it sits by itself, has to be asked, or, a stiff dog, stands. */
  readonly atHalts: 'sits' | 'asked' | 'stands'
  /** It is walked around; else the handler stays before it. */
  readonly round: boolean
}

type Said = (c: Coached) => string

/** The form of a verb that goes with the dog’s pronoun. */
const they = ({ pronouns }: Coached, one: string, many: string): string =>
  `${pronouns.they} ${does(pronouns, one, many)}`

const ask = (c: Coached, word = c.word, byHand = c.byHand): string =>
  byHand ? 'Show the signal once' : word === '' ? 'Ask once' : `Say “${word}” once`

/** How it is rewarded, as a verb; `where` for food. */
const give = ({ toys, pronouns: { them, their } }: Coached, where = ''): string =>
  toys ? `give ${them} ${their} toy and play a short game` : `give ${them} a treat${where}`

const quiet: Said = (c) => (c.deaf ? 'Give no signal.' : 'Say nothing.')
const then: Said = (c) => `Then ${c.release}.`

/** Holds, then is paid where it is, and only then let go; a toy comes after the release. */
const heldFor: Said = (c) => {
  const still = c.posture === undefined ? '' : ` while ${c.pronouns.they} ${postures[c.posture].still(c.pronouns)}`
  const after = `After ${longText(c.seconds ?? 0)}, `
  return c.toys ? `${after}${c.release}. Then ${give(c)}.` : `${after}${give(c)}${still}. ${then(c)}`
}

const stay: Said = (c) =>
  [
    `${ask(c)}, then keep ${c.byHand ? 'still' : 'quiet'}.`,
    c.round
      ? `Stand for a moment. Walk once around ${c.name}, slowly. Come back to where ${they(c, 'is', 'are')} at your ` +
        `${c.side}.`
      : `Stand in front of ${c.name}, within reach. Keep your hands still.`,
    heldFor(c),
  ].join(' ')

const callIt: Said = (c) =>
  [
    c.byHand
      ? `Then show the signal once, when ${they(c, 'looks', 'look')} at you.`
      : `Then say “${c.word}!” once, in a bright voice.`,
    c.byHand || c.blind ? 'Stand up straight.' : `Hold your ${c.target} hand low and stand up straight.`,
    `When ${they(c, 'reaches', 'reach')} you, ${give(c)}.`,
    `If ${they(c, 'does', 'do')} not come, do not call again. Your trainer will tell you what to do.`,
  ].join(' ')

const come: Said = (c) =>
  `${ask(c, c.stayWord, c.stayByHand)} for the stay. Walk away without looking back. Turn around and wait five ` +
  `seconds, or ten. Make it different each time. ${callIt(c)}`

const leash: Said = (c) => `Fold the leash into your ${c.far} hand. Let it hang loose on your ${c.side}.`

const setOff: Said = (c) =>
  c.unasked
    ? `${quiet(c)} Start to walk.`
    : c.byHand
      ? 'Show the signal once, then start to walk.'
      : c.wordAfterSteps > 0
        ? `Start to walk. After ${inWords(c.wordAfterSteps)} ${c.wordAfterSteps === 1 ? 'step' : 'steps'}, say ` +
          `“${c.word}” once.`
        : `Say “${c.word}” once, then start to walk.`

const atStop: Readonly<Record<Coached['atHalts'], Said>> = {
  sits: (c) => `At each stop, stand still and wait until ${they(c, 'sits', 'sit')}.`,
  asked: () => 'At each stop, stand still and ask for the sit.',
  stands: () => 'At each stop, stand still.',
}

/** What nobody asked for is paid, and praise goes with the pay. */
const lookUps: Said = (c) =>
  c.blind
    ? ''
    : ` Each time ${they(c, 'looks', 'look')} up at you, ${give(c, ` at your ${c.side} leg`)}` +
      `${c.deaf ? '' : ` and praise ${c.pronouns.them} quietly`}.`

const walk: Said = (c) =>
  `${leash(c)} ${setOff(c)} Look ahead, as if you know where you are going. ${atStop[c.atHalts](c)} If the leash ` +
  `gets tight, stop. Do not pull ${c.pronouns.them} back.${lookUps(c)}`

/** What is waited for where nothing asks for it. */
const waitFor: Said = (c) =>
  c.sees === undefined ? `Wait until ${they(c, 'gets', 'get')} it right.` : `Wait until ${c.name} ${c.sees}.`
const rightly: Said = (c) =>
  c.sees === undefined ? `When ${they(c, 'gets', 'get')} it right` : `When ${c.name} ${c.sees}`

const alsoTold: Readonly<Record<Coached['asks'], Said>> = {
  calm: (c) =>
    `${c.unasked ? quiet(c) : `${ask(c)}.`} ${capitalized(give(c))} now and then while ${they(c, 'is', 'are')} calm.`,
  hold: (c) =>
    c.unasked ? `${quiet(c)} ${heldFor(c)}` : `${ask(c)}, then keep ${c.byHand ? 'still' : 'quiet'}. ${heldFor(c)}`,
  walk: (c) =>
    `${leash(c)} ${setOff(c)} ${capitalized(give(c))} while ${they(c, 'walks', 'walk')} beside you. If the leash ` +
    'gets tight, stand still until it is loose.',
  call: (c) =>
    `Wait until ${c.blind ? they(c, 'is busy', 'are busy') : they(c, 'looks away', 'look away')}. ${callIt(c)}`,
  rep: (c) =>
    c.marks !== undefined
      ? `${capitalized(c.marks)} once. Then reward ${c.pronouns.them} right away.`
      : c.unasked
        ? `${quiet(c)} ${waitFor(c)} Then reward ${c.pronouns.them} right away.`
        : `${ask(c)}. Wait three seconds. ${rightly(c)}, ${give(c)}.`,
}

const itemTexts: Readonly<Record<ItemKind, Said>> = {
  equipment: (c) => `Put on the collar. Two flat fingers have to fit under it. Clip on the leash. ${leash(c)}`,
  seated: (c) =>
    c.atHalts === 'stands'
      ? `Stand with ${c.name} at your ${c.side}. Wait until ${they(c, 'stands', 'stand')} quietly. ` +
        `${capitalized(give(c, `, low at ${c.pronouns.their} mouth`))}.`
      : c.unasked
        ? `Stand with ${c.name} at your ${c.side}. ${waitFor(c)} Then reward ${c.pronouns.them} right away.`
        : `Stand with ${c.name} at your ${c.side}. ${ask(c)}${c.byHand ? '' : ', in your normal voice'}. Wait three ` +
          `seconds. When ${they(c, 'sits', 'sit')}, ${give(c, ` under ${c.pronouns.their} chin`)}. ${then(c)}`,
  heel: walk,
  'heel-again': walk,
  'sit-round': stay,
  'down-round': stay,
  'sit-come': come,
  'down-come': come,
  down: (c) =>
    `${ask(c)}. Wait three seconds. Do not bend over ${c.pronouns.them}. When ${they(c, 'lies', 'lie')} down, ` +
    `${give(c, ` on the floor between ${c.pronouns.their} paws`)}. ${then(c)}`,
  'far-down': (c) =>
    `Stand one small step in front of ${c.name}. ${ask(c)}. Do not step closer. When ${they(c, 'lies', 'lie')} down, ` +
    `go to ${c.pronouns.them} and ${give(c)}.`,
  also: (c) => alsoTold[c.asks](c),
  questions: () => 'Ask what is not clear yet. You do not have to remember everything. It is all in the booklet.',
}

const beside: Said = (c) =>
  `The owner stands with ${c.name} on the ${c.side}. The ${c.far} hand holds the leash, loose.`
const before: Said = (c) =>
  `The owner stands in front of ${c.name}, within reach. The ${c.far} hand holds the leash. The other hand is still.`
const aroundOrBefore: Said = (c) =>
  c.round
    ? `The owner walks around ${c.name} once and comes back. The ${c.far} hand holds the leash, loose.`
    : before(c)
const off: Said = (c) =>
  `The owner stands away from ${c.name}, facing ${c.pronouns.them}. The ${c.far} hand holds the leash or long line, ` +
  'loose. The other hand is at the knees.'

const stands: Readonly<Record<ItemKind, Said>> = {
  equipment: (c) => `The owner stands beside ${c.name}. The ${c.far} hand holds the leash.`,
  seated: beside,
  heel: beside,
  'heel-again': beside,
  down: beside,
  'sit-round': aroundOrBefore,
  'down-round': aroundOrBefore,
  'sit-come': off,
  'down-come': off,
  'far-down': (c) =>
    `The owner stands one small step in front of ${c.name}. The ${c.far} hand holds the leash. The feet stay where ` +
    'they are.',
  also: (c) => (c.asks === 'walk' || c.asks === 'rep' ? beside(c) : c.asks === 'call' ? off(c) : before(c)),
  questions: () => '',
}

/** Where the owner stands for an item, and which hand has the leash. */
export const ownerStands = (kind: ItemKind, c: Coached): string => stands[kind](c)

/** What the owner is told to do for an item, in the words that the dog knows. */
export const coaching = (kind: ItemKind, c: Coached): string => itemTexts[kind](c)

/** After a second miss it is left. */
const secondTime = 'If it goes wrong again, do something easy.'

const tryAgain: Said = (c) =>
  'Stop and loosen the leash. Take a few steps back and forth, then start over. If it goes wrong again, end with ' +
  `${c.name} quiet at your ${c.side}.`
const shorter: Said = (c) =>
  `${quiet(c)} Put ${c.pronouns.them} back in the same spot without a treat. Ask for ` +
  `${longText(Math.max(1, Math.floor((c.seconds ?? 2) / 2)))}. ${secondTime}`
const nearer: Said = (c) =>
  `Do not call again. Go to ${c.pronouns.them}, take the leash and call from two steps away. ${secondTime}`
const easier: Said = (c) =>
  `Wait three seconds and start over. ${c.byHand ? 'Show a larger signal.' : 'Help with your hand.'} ${secondTime}`
const none: Said = () => ''

const quieter: Said = (c) => `${quiet(c)} Go further away, or somewhere quieter. ${secondTime}`
const ifAsked: Readonly<Record<Coached['asks'], Said>> = {
  hold: shorter,
  walk: tryAgain,
  call: nearer,
  calm: quieter,
  rep: (c) => (c.unasked ? quieter(c) : easier(c)),
}

const failing: Readonly<Record<ItemKind, Said>> = {
  equipment: none,
  seated: easier,
  heel: tryAgain,
  'heel-again': tryAgain,
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
