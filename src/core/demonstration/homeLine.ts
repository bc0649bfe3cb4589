import { letGo, markOf, type HomeDog } from '../owner/dog'
import { hasRole } from '../curriculum/lookup'
import type { Command, Rung } from '../curriculum/types'
import { does, type Pronouns } from '../dog/pronouns'
import type { OwnersHand } from '../facts/words'
import { capitalized, inWords, longText } from '../wording'
import { isWalk, type PracticeKind } from './practice'

/** One command as it goes home. */
export interface GoesHome {
  readonly command: string
  readonly name: string
  readonly kind: PracticeKind
  /** What is said, as it stands between quotation marks; empty where nothing is. */
  readonly word: string
  /** The hand that is shown; empty where there is none or it cannot be seen. */
  readonly hand: string
  /** The hand alone asks for it. */
  readonly byHand: boolean
  /** What the dog does, as its owner can picture it: a verb and what goes with it; undefined where nobody wrote it. */
  readonly sees?: string
  /** Nothing is said or shown for it. */
  readonly unasked?: boolean
  /** It is paid now and then while it stays calm, and nothing ends it. */
  readonly calm?: boolean
  /** What a position or a hold is, where there is a plain verb for it. */
  readonly posture?: 'sits' | 'lies'
  /** Steps before the word is said; 0 where it comes before the first. */
  readonly wordAfterSteps?: number
  /** Steps of a stretch, where it is no walk at heel with its halts. */
  readonly steps?: number
  /** It comes in to this hand. */
  readonly target?: 'closed' | 'open'
  /** It is the release itself, which nothing ends. */
  readonly isRelease?: boolean
  /** It is the marker itself. */
  readonly isMarker?: boolean
  /** When there is a chance for it, where nobody can bring it about. */
  readonly whenever?: string
  /** It is called from further off than the leash is long. */
  readonly longLine?: boolean
  /** Seconds that were shown, of what is held; left out where time is not what is practiced. */
  readonly shownSeconds?: number
  /** Listed seconds of its ladder for this dog, in order. */
  readonly listedSeconds: readonly number[]
  /** Seconds to which it grows at home; never more than is listed. */
  readonly goalSeconds?: number
  /** Share lost between trainer and owner, 0–1; 0 where there is none or it was not tried. */
  readonly gap: number
  /** What of the owner's hands went with most misses. */
  readonly watch?: OwnersHand
  /** It is walked or called on both sides. */
  readonly bothSides?: boolean
}

const times = (n: number): string => (n === 1 ? 'once' : n === 2 ? 'twice' : `${inWords(n)} times`)

const steps = (n: number): string => `${inWords(n)} ${n === 1 ? 'step' : 'steps'}`

/** Common practice: an owner calls five to ten times on a walk, and most calls end in a reward and more freedom. */
export const callsAWalk = { least: 5, most: 10 } as const

/** What a dog that was asked for this does until it is let go, where there is a plain verb for it. */
export const postureOf = (command: Command): GoesHome['posture'] =>
  hasRole(command, 'sits') || hasRole(command, 'sitting-stay')
    ? 'sits'
    : hasRole(command, 'lies') || hasRole(command, 'lying-stay')
      ? 'lies'
      : undefined

const nth = ['first', 'second', 'third']
/** Steps after which the word of a walk is said, as the rung has it: none where it comes before the first. */
export function wordAfter({ say }: Pick<Rung, 'say'>): number {
  if (/before the first step/.test(say)) return 0
  const [, which = 'second'] = /after the (first|second|third) step/.exec(say) ?? []
  return nth.indexOf(which) + 1
}

/** What an owner does of one command in one week, sentence by sentence in the order in which hands do it. */
export function homeLine(
  c: GoesHome,
  dog: HomeDog,
  { seconds, reps, week }: { readonly seconds: readonly number[]; readonly reps: number; readonly week: number },
): string {
  const made = lines[c.kind](c, dog, seconds, reps, week)
  const side = c.bothSides === true && week >= 3 && isWalk(c.kind) ? ['Now practice on the other side too.'] : []
  return [...made, ...side, ...(c.watch ? [mindful(c.watch, c, dog)] : [])].join(' ')
}

type Made = (c: GoesHome, dog: HomeDog, seconds: readonly number[], reps: number, week: number) => readonly string[]

/** The first week that is practiced outside the house and its yard. */
const outsideFrom = 3

const lines: Readonly<Record<PracticeKind, Made>> = {
  position: (c, dog, _, reps) => {
    const { them } = dog.pronouns
    const often = c.whenever === undefined ? `Do this ${times(reps)} a day.` : `Do this when ${c.whenever}.`
    if (c.isMarker === true) return [marked(dog), `Reward ${them} right away.`, often]
    if (c.unasked === true) return [...quiet(c, dog), `Reward ${them} right away.`, often]
    const right =
      c.posture === undefined ? rightly(c, dog) : `when ${dog.pronouns.they} ${postures[c.posture].once(dog.pronouns)}.`
    return [
      asked(c, dog),
      'Wait three seconds.',
      `Reward ${them} ${right}`,
      ...(c.isRelease === true ? [] : [`Then ${letGo(dog)}.`]),
      often,
    ]
  },
  stay: (c, dog, seconds, reps) => {
    const { they, them } = dog.pronouns
    const ask = c.unasked === true ? inPosture(c, dog) : [asked(c, dog)]
    if (c.calm === true)
      return [...ask, `Reward ${them} now and then while ${they} ${does(dog.pronouns, 'is', 'are')} calm.`, much(reps)]
    const still = c.posture === undefined ? 'before' : 'while'
    const stays =
      c.posture === undefined ? does(dog.pronouns, 'moves', 'move') : postures[c.posture].still(dog.pronouns)
    const end = dog.traits.toys
      ? [`Then ${letGo(dog)} and play with ${them}.`]
      : [`Reward ${them} ${still} ${they} ${stays}.`, `Then ${letGo(dog)}.`]
    return [...ask, ...growing(seconds, c.unasked === true), ...end, much(reps)]
  },
  walk: (c, dog, _, reps) => {
    const { name, side, pronouns } = dog
    const at = `with ${name} at your ${side} side`
    const begun =
      c.unasked === true
        ? [saysNothing(dog), 'Start to walk.']
        : c.byHand
          ? [shown(c, dog), 'Then start to walk.']
          : (c.wordAfterSteps ?? 0) > 0
            ? ['Start to walk.', `After ${steps(c.wordAfterSteps ?? 1)}, ${at}, say “${c.word}” once.`]
            : [`Say “${c.word}” once, then start to walk.`]
    return [
      ...begun,
      c.steps === undefined ? 'Walk ten steps, then stop.' : `Walk ${steps(c.steps)}.`,
      `Reward ${pronouns.them} while ${pronouns.they} ${does(pronouns, 'walks', 'walk')} beside you.`,
      `Do this ${times(reps)} a day.`,
      'Keep the leash loose.',
      'If it gets tight, stand still.',
    ]
  },
  come: (c, dog, _, reps, week) => {
    const { they, them, their } = dog.pronouns
    const calls = Math.min(callsAWalk.most, Math.max(callsAWalk.least, reps))
    return [
      ...(c.byHand
        ? [`Get ${their} attention first.`, `Wait until ${they} ${does(dog.pronouns, 'looks', 'look')}.`, shown(c, dog)]
        : [
            dog.traits.blind
              ? `Wait until ${they} ${does(dog.pronouns, 'is', 'are')} busy.`
              : `Wait until ${they} ${does(dog.pronouns, 'looks', 'look')} away.`,
            `Then say “${c.word}!” once, in a bright voice.`,
            ...(dog.traits.blind || c.target === undefined ? [] : [`Hold your ${c.target} hand low.`]),
          ]),
      `Reward ${them} when ${they} ${does(dog.pronouns, 'reaches', 'reach')} you, every time and in every week.`,
      `Most times, let ${them} go again at once, so that coming to you does not end the fun.`,
      `Do this ${inWords(calls)} times ${week < outsideFrom ? 'a day' : 'on a walk'}, on the ` +
        `${c.longLine === true ? 'long line' : 'leash'}.`,
    ]
  },
}

/** How each is said of a dog. */
export const postures = {
  sits: {
    once: (p: Pronouns) => does(p, 'sits', 'sit'),
    still: (p: Pronouns) => `${does(p, 'is', 'are')} still sitting`,
  },
  lies: {
    once: (p: Pronouns) => `${does(p, 'is', 'are')} lying down`,
    still: (p: Pronouns) => `${does(p, 'is', 'are')} still lying down`,
  },
} as const

const much = (reps: number): string =>
  reps === 1 ? 'Do this once a day.' : `Do this ${times(reps)} a day, one try each time.`

/** Nothing asks for it: it is waited for. */
const quiet = (c: GoesHome, dog: HomeDog): readonly string[] => [
  saysNothing(dog),
  ...(c.sees === undefined ? [] : [`Wait until ${dog.name} ${c.sees}.`]),
]

const saysNothing = ({ traits }: HomeDog): string => (traits.deaf ? 'Give no signal.' : 'Say nothing.')

/** What a dog does at once, after its name. */
const byName = { sits: 'sits', lies: 'is lying down' } as const

/** What lasts begins with the posture, and its time comes after. */
const inPosture = (c: GoesHome, dog: HomeDog): readonly string[] =>
  c.posture === undefined || c.calm === true
    ? quiet(c, dog)
    : [saysNothing(dog), `Wait until ${dog.name} ${byName[c.posture]}.`]

const rightly = (c: GoesHome, { name, pronouns }: HomeDog): string =>
  c.sees === undefined ? `when ${pronouns.they} ${does(pronouns, 'gets', 'get')} it right.` : `when ${name} ${c.sees}.`

const shown = (c: GoesHome, { pronouns }: Pick<HomeDog, 'pronouns'>): string =>
  `Show ${pronouns.them} the signal once${c.hand === '' ? '' : `: ${c.hand}`}.`

const marked = (dog: HomeDog): string => `${capitalized(markOf(dog))} once.`

const asked = (c: GoesHome, { pronouns }: HomeDog): string =>
  c.byHand
    ? shown(c, { pronouns })
    : c.kind === 'stay' && c.hand !== ''
      ? `Say “${c.word}” once and show ${pronouns.them} the signal: ${c.hand}.`
      : `Say “${c.word}” once, in your normal voice.`

const growing = ([first, ...more]: readonly number[], waited: boolean): readonly string[] => {
  if (first === undefined) return []
  if (more.length === 0) return [`${waited ? 'Wait' : 'Ask for'} ${longText(first)}.`]
  return [`Start with ${longText(first)}.`, `After three good tries, ask for ${more.map(longText).join(', then ')}.`]
}

/** What an owner’s hands did last time, and what they do instead. */
function mindful(hand: OwnersHand, c: GoesHome, dog: HomeDog): string {
  const { them, they } = dog.pronouns
  const other = dog.side === 'left' ? 'right' : 'left'
  switch (hand) {
    case 'side':
      return (
        `Last time the sides were mixed up. Keep ${dog.name} on your ${dog.side} and the leash in your ` +
        `${other} hand.`
      )
    case 'slack':
      return 'Last time the leash was tight, so watch your hands.'
    case 'one-cue':
      return `Last time you repeated it. ${c.byHand ? 'Show' : 'Say'} it once.`
    case 'calm':
      return `Last time you were not calm. ${dog.traits.deaf ? 'Move slowly' : 'Speak quietly'}.`
    case 'straight':
      return `Last time you bent over ${them}. Stand up straight.`
    case 'fist':
      return 'Last time your hand was not closed and low. Close it, and hold it at your knees.'
    case 'pay':
      return (
        'Last time the reward came in the wrong place. ' +
        `Reward ${them} where ${they} ${does(dog.pronouns, 'is', 'are')}.`
      )
    case 'release':
      return `Last time you forgot to let ${them} go. ${capitalized(letGo(dog))} each time.`
    case 'no-pull':
      return `Last time you pulled ${them} back. Stand still instead.`
    case 'called-once':
      return 'Last time you called more than once. Call once, then wait.'
  }
}
