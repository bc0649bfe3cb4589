import { is } from '../curriculum/roles'
import { isWaitedOut } from '../curriculum/waitsOut'
import { markSign, releaseSign } from '../dog/deaf'
import { capitalized } from '../wording'
import type { DogTraits } from '../dog/traits'
import { reachingKit } from '../curriculum/reach'
import { noKit, type Command, type Kit, type Rung } from '../curriculum/types'
import { hasBowl } from './call'
import { holdPaid, holdSeconds, mayEndInCall } from './hold'
import { holdInterval, paySchedule } from './pay'
import { settleIntervals } from './settle'
import { markLine, sayLine } from './card'
import { craftOf } from './craft'
import { chosen, type Method } from './method'

/** The dog's own words and side, for prompts. */
export interface DogWords {
  readonly name: string
  /** Its own cue for this command, or undefined. */
  readonly cue: string | undefined
  readonly release: string
  readonly marker: string
  readonly side: 'left' | 'right'
  readonly traits: DogTraits
  /** Under six months: nobody presses it by the leash. */
  readonly young: boolean
}

/** What a trainer reads before and during a set. Empty lines are left out by the screens. */
export interface Prompt {
  readonly cue: string
  /** What is asked, with the hand this house has a dog come in to. */
  readonly criterion: string
  readonly say: string
  readonly dontSay: string
  readonly mark: string
  /** The moment that the marker belongs to. */
  readonly markWhen: string
  /** What to do when the rep fails. */
  readonly ifNot: string
  readonly payWhere: string
  readonly payWhen: string
  readonly side: 'left' | 'right'
  readonly kit: string
  /** How hands do it. */
  readonly how: readonly string[]
  /** Further lines of the house's method, in order. */
  readonly notes: readonly string[]
}

interface Situation {
  readonly rung: Rung
  readonly command: Command
  readonly dog: DogWords
  readonly held: boolean
  /** On the long line or further: there may be no time to wait for a look. */
  readonly leashStage: boolean
}

type Line = string | ((s: Situation) => string)
interface Instruction {
  readonly row: string
  readonly applies: (s: Situation) => boolean
  readonly words: Readonly<Record<string, Line>>
}

/** The row of the method that says what follows a miss. */
const missRow = 'no-word'

const isRecall = (s: Situation): boolean => s.rung.kind === 'recall'
const isStay = (s: Situation): boolean => s.rung.kind === 'timed'
const isHeel = (s: Situation): boolean => s.rung.kind === 'heel' || is(s.rung, 'walking')
const plays = (s: Situation): boolean => s.dog.traits.toys
const releaseOf = (dog: DogWords): string => (dog.traits.deaf ? releaseSign(dog.traits) : `“${dog.release}”`)
const tossed = (s: Situation): string =>
  capitalized(`${releaseOf(s.dog)} and ${plays(s) ? 'a toy' : 'a treat'} tossed away.`)
const dull = (s: Situation): string =>
  plays(s)
    ? capitalized(`${releaseOf(s.dog)}, dull; then a toy, where the dog stayed.`)
    : capitalized(`${releaseOf(s.dog)}, dull, no treat: staying earns the reward.`)

/** Whether the rung is about what the dog does unasked: nobody calls, turns or helps it there. */
const isUnasked = ({ rung }: Situation): boolean => rung.kind === 'uncued'

const turnsAway = 'Pulling: turn away as the dog passes your knee.'
const stops = ({ dog: { traits } }: Situation): string =>
  `Pulling: stop; ${traits.deaf ? '' : 'a kiss sound, '}a crouch or a step back, until the dog is beside you.`
/** A rung about turning away, or about coming back unasked, has its own answer to pulling. */
const whenPulling = (s: Situation, line: string): string =>
  isUnasked(s)
    ? 'Pulling: stand still, and wait until the dog comes back unasked.'
    : /\bturn away\b/.test(s.rung.criterion.words)
      ? turnsAway
      : line

/** The instructing rows that become a line of their own. The others change a field of the prompt itself. */
const instructions: readonly Instruction[] = [
  {
    row: 'before-recall',
    applies: (s) => isRecall(s) && s.rung.cue === 'word',
    words: {
      sound: (s) => (s.leashStage ? 'Do not wait for the dog to turn to you.' : ''),
      look: '',
      breath: 'Never wait for the dog to turn to you.',
    },
  },
  {
    row: 'lure-recall',
    applies: (s) => isRecall(s) && s.rung.stage !== 'shape',
    words: {
      never: (s) => `${plays(s) ? 'The toy' : 'Food'} stays out of sight until the dog has come.`,
      shown: (s) =>
        comesToFist(s.rung) || hasBowl(s.rung) ? '' : `${plays(s) ? 'The toy' : 'Food'} shown in the hand as you call.`,
    },
  },
  {
    row: 'release',
    applies: (s) => isStay(s) || is(s.rung, 'bed'),
    words: {
      'by-command': (s) => (is(s.rung, 'bed') ? tossed(s) : dull(s)),
      dull: (s) => (isTossed(s.rung) ? tossed(s) : dull(s)),
      tossed,
    },
  },
  {
    row: 'repeat',
    applies: (s) => s.rung.cue !== 'none',
    words: {
      once: 'Give the cue once a rep. After that, help.',
      between: 'Give the cue once a rep. Give it again only as the next rep.',
    },
  },
  {
    row: 'corrections',
    applies: isHeel,
    words: {
      none: 'No correction. Stop, reset, and make it easier.',
      'after-teaching': (s) =>
        s.dog.young
          ? 'No leash pressure under six months. Stop, reset, and make it easier.'
          : s.held
            ? 'Use leash pressure only as policy, consent and law allow. Time it, release at once, and log it.'
            : 'No leash pressure before the command is mastered.',
    },
  },
  {
    row: 'stuck-in-rep',
    applies: (s) => s.rung.kind === 'position' || (isUnasked(s) && !is(s.rung, 'marks')),
    words: {
      'wait-then-help': (s) => waitText(s) ?? 'Stuck: wait up to 3 s, then prompt, and log the prompt.',
      wait: (s) => waitText(s) ?? 'Stuck: wait it out.',
      help: (s) => waitText(s) ?? 'Stuck: prompt at once, and log the prompt.',
    },
  },
  {
    row: 'end-of-stay',
    applies: (s) => mayEndInCall(s.rung),
    words: {
      mostly: 'In three of four, return. In one of four, call the dog out.',
      returns: 'Always return to the dog.',
      called: 'Call the dog out of the stay, once that call is known.',
    },
  },
  {
    row: 'pulling',
    applies: isHeel,
    words: {
      'per-dog': (s) => whenPulling(s, s.dog.traits.puller ? turnsAway : stops(s)),
      stop: (s) => whenPulling(s, stops(s)),
      knee: (s) => whenPulling(s, `${turnsAway.slice(0, -1)}, each time.`),
      turns: (s) => whenPulling(s, 'Pulling: make many quick turns.'),
    },
  },
  {
    row: 'side',
    applies: (s) => isHeel(s) && s.dog.young,
    words: { owner: '', left: '', right: '', 'puppy-both': 'A puppy: every other stretch on the other side.' },
  },
  {
    row: 'no-word',
    applies: () => true,
    words: {
      silence: (s) => (s.dog.traits.deaf ? 'Do nothing. Reset, then make the next try easier.' : silence),
      calm: (s) =>
        s.dog.traits.deaf
          ? 'Drop your hand, then reset.'
          : s.rung.kind === 'settle' || isUnasked(s)
            ? silence
            : 'Say one calm no-reward word, then reset.',
    },
  },
  {
    row: 'emergency',
    applies: (s) => (s.rung.gate !== undefined && s.rung.criterion.place !== 'room') || is(s.rung, 'in-danger'),
    words: {
      both: (s) =>
        s.dog.traits.deaf
          ? 'In danger: the sit signal.'
          : asksToSit(s)
            ? 'In danger, far off: this sit.'
            : 'In danger: “sit” when the dog is far off, “come” when the dog is near.',
      sit: (s) => `In danger: ${s.dog.traits.deaf ? 'the sit signal' : 'sit'}.`,
      come: (s) =>
        asksToSit(s) ? '' : `In danger: ${s.dog.traits.deaf ? 'the attention signal, then the hand' : 'come'}.`,
    },
  },
]

const silence = 'Say nothing. Reset, then make the next try easier.'
/** Where the dog has to find it by itself, whatever the house does elsewhere. */
const waitText = (s: Situation): string | undefined =>
  isUnasked(s) || isWaitedOut(s.rung) ? 'Do not prompt. Wait, and make the next rep easier.' : undefined
/** An emergency sit sits where it is: nobody calls it in. */
const asksToSit = ({ rung }: Situation): boolean => is(rung, 'in-danger')
const comesToFist = (rung: Rung): boolean => /\bfist\b/.test(`${rung.criterion.words} ${rung.say}`)
/** A release with something tossed is what the rung is about. */
const isTossed = (rung: Rung): boolean => /\btossed away\b/.test(rung.criterion.words)

const payAt: Readonly<Record<string, (side: string) => string>> = {
  ahead: () => 'While moving, a step ahead of you, low',
  face: (side) => `By the dog’s face, on your ${side}`,
}

/** Whether a rung of this command is worked at a distance, or comes after one that is. */
function isAtLeashStage(rung: Rung, command: Command): boolean {
  let atDistance = false
  for (const ladder of command.runs)
    for (const each of ladder.rungs) {
      atDistance ||= each.axis === 'distance'
      if (each.id === rung.id) return atDistance
    }
  return false
}

/** The prompt of a rung for one dog under the house's method. `held`: the rung is held. */
export function promptOf(rung: Rung, command: Command, method: Method, dog: DogWords, held: boolean): Prompt {
  const situation: Situation = { rung, command, dog, held, leashStage: isAtLeashStage(rung, command) }
  const usual = is(rung, 'releases') ? dog.release : command.defaultCue
  const cue = chosen(method, 'cue-words') === 'house' ? usual : (dog.cue ?? usual)
  const side = sideOf(rung, method, dog)
  const mark = dog.traits.deaf
    ? markSign(dog.traits)
    : chosen(method, 'marker') === 'clicker'
      ? 'click'
      : `“${dog.marker}”`
  const fill = (text: string): string =>
    text
      .replaceAll('{cue}', `“${cue}”`)
      .replaceAll('{name}', dog.name)
      .replaceAll('{release}', releaseOf(dog))
      .replaceAll('{marker}', mark)
  return {
    cue,
    criterion: inHand(rung.criterion.words, rung, method),
    say: sayLine(rung, command, dog.traits, fill(called(situation, method))),
    dontSay: fill(rung.dontSay),
    mark,
    markWhen: markLine(rung, mark, mayEndInCall(rung) && chosen(method, 'end-of-stay') === 'called'),
    ifNot: lineOf(
      instructions.find((i) => i.row === missRow),
      situation,
      method,
    ),
    payWhere: inHand(payWhere(situation, method, side), rung, method),
    payWhen: dog.traits.toys ? playWhen(rung, method, held) : payWhen(rung, method, held),
    side,
    kit: kitFor(rung, method),
    how: craftOf(rung, dog),
    notes: instructions
      .filter((i) => i.row !== missRow)
      .map((i) => lineOf(i, situation, method))
      .filter((line) => line !== ''),
  }
}

/** What an instruction says under this method; empty where it says nothing of this rung. */
function lineOf(instruction: Instruction | undefined, situation: Situation, method: Method): string {
  if (instruction?.applies(situation) !== true) return ''
  const line = instruction.words[chosen(method, instruction.row)]
  return typeof line === 'function' ? line(situation) : (line ?? '')
}

/** The side it is worked and paid on: the house’s, else its own; where the rung changes sides, the one across. */
function sideOf(rung: Rung, method: Method, dog: Pick<DogWords, 'side'>): 'left' | 'right' {
  const house = chosen(method, 'side')
  const usual = house === 'left' || house === 'right' ? house : dog.side
  const across = usual === 'left' ? 'right' : 'left'
  return /\bon the other side\b/.test(rung.criterion.words) ? across : usual
}

/** What is called at a recall: the name with the cue, the cue, or the name alone, and what comes before it. */
function called({ rung, leashStage, dog }: Situation, method: Method): string {
  if (rung.kind !== 'recall' || rung.cue !== 'word') return rung.say
  const school = chosen(method, 'called')
  const say =
    school === 'cue'
      ? rung.say.replace('{name}, {cue}', '{cue}')
      : school === 'name'
        ? rung.say.replace('{name}, {cue}', '{name}')
        : rung.say
  const before = chosen(method, 'before-recall')
  if (before === 'look')
    return firstThen('A noise', dog.traits.blind ? 'as the head turns to you' : 'as the dog looks', say)
  if (before === 'sound' && !leashStage) return firstThen('The dog’s sound', 'as the dog turns', say)
  return say
}

/** A call in two: what draws it first, at its moment, and then the word. */
function firstThen(first: string, turned: string, say: string): string {
  const [word = say, how = ''] = say.split(/: one breath(?:, )?/)
  const isMoment = /^(as|at|once)\b/.test(how)
  return `${first}${isMoment ? ` ${how}` : ''}; ${turned}, ${word}${isMoment || how === '' ? '' : `, ${how}`}`
}

/** A palm or a fist, as the house has it, where the dog comes in to a hand. */
function inHand(words: string, rung: Rung, method: Method): string {
  const target = chosen(method, 'target')
  if (target === 'as-said' || !(is(rung, 'palm') || rung.kind === 'recall')) return words
  const hand = target === 'fist' ? 'closed fist' : 'open palm'
  return words.replace(/\bclosed fist or a palm\b/g, hand).replace(is(rung, 'palm') ? /\bpalm\b/g : /(?!)/, hand)
}

/** Where the pay goes: the rung’s own place, but for what the house does while walking and at the end of a stay. */
function payWhere(s: Situation, method: Method, side: 'left' | 'right'): string {
  const { rung } = s
  const here = rung.payWhere.replace(/; in three of four you return, one is called out$/, '')
  if (mayEndInCall(rung) && chosen(method, 'end-of-stay') === 'called')
    return s.dog.traits.toys ? here : 'Where it ends: at your feet, or in place'
  if (chosen(method, 'bait') === 'bait') {
    const paid = here.replace(/^From the other hand, never the thing left$/, 'The thing that was left, from your hand')
    if (paid !== here) return paid
  }
  // What is about the pay at the seam is paid there, whatever the house does later.
  if (!is(rung, 'walking') || rung.paySteps !== undefined) return here
  return payAt[chosen(method, 'walking-pay')]?.(side) ?? here
}

/**
 * How often a rep, or a hold, is paid. Common practice: every rep while new, then every 2, every 3, then variable;
 * short stays at each interval, long ones inside at an interval that stretches, distant ones on return like any rep.
 */
export function payWhen(rung: Rung, method: Method, held: boolean): string {
  const schedule = paySchedule(rung, method, held)
  // Where pay itself is what the rung makes harder, its criterion says how often.
  if (schedule === 'rung') return 'as often as the rung says'
  const tether = settleIntervals(rung)
  if (tether.length > 0) return `every ${tether.join(', ')} s, longer as the dog stays calm`
  const seconds = holdSeconds(rung)
  if (seconds !== undefined && holdPaid(rung) === 'each-interval') return `each ${seconds} s of one stay, then release`
  if (seconds !== undefined && holdPaid(rung) === 'inside') {
    const every = holdInterval(seconds)
    return schedule === 'variable'
      ? `inside the stay, every ${every} s on average, never evenly`
      : `inside the stay, about every ${every} s`
  }
  return schedule === 'variable' ? 'one rep in two or three, never evenly' : 'every rep'
}

/** How often it is played with: play ends a hold, so that it comes after the release. */
function playWhen(rung: Rung, method: Method, held: boolean): string {
  if (holdSeconds(rung) === undefined || rung.kind === 'settle') return payWhen(rung, method, held)
  return paySchedule(rung, method, held) === 'variable' ? 'one stay in two or three, never evenly' : 'every stay'
}

/** The leash that goes home with the dog, and that most is worked on. Common practice. */
const usualKit = '1.8 m leash'

/**
 * The kit to begin a rung on: the file's own, else the house's first leash for walking and the usual one for the rest;
 * a long line where that does not reach.
 */
export const kitFor = (rung: Rung, method: Method): Kit =>
  reachingKit(
    rung.kit ??
      (rung.gate !== undefined
        ? noKit
        : rung.kind === 'heel' && chosen(method, 'first-leash') !== 'long'
          ? '1.2 m leash'
          : usualKit),
    rung,
  )

/** The kit a promise is proven on: the file's own, else the leash that goes home with the dog, where it reaches. */
export const kitToProve = (rung: Rung): Kit =>
  reachingKit(rung.kit ?? (rung.gate !== undefined ? noKit : usualKit), rung)
