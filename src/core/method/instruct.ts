import { is } from '../curriculum/roles'
import { deafMark, deafRelease } from '../dog/deaf'
import type { DogTraits } from '../dog/traits'
import { reachingKit } from '../curriculum/reach'
import { noKit, type Command, type Kit, type Rung } from '../curriculum/types'
import { holdPaid, holdSeconds } from './hold'
import { holdInterval, paySchedule } from './pay'
import { settleIntervals } from './settle'
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
}

/** What a trainer reads before and during a set. Empty lines are left out by the screens. */
export interface Prompt {
  readonly cue: string
  readonly say: string
  readonly dontSay: string
  readonly mark: string
  readonly payWhere: string
  readonly payWhen: string
  readonly side: 'left' | 'right'
  readonly kit: string
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

const isRecall = (s: Situation): boolean => s.rung.kind === 'recall'
const isStay = (s: Situation): boolean => s.rung.kind === 'timed'
const isHeel = (s: Situation): boolean => s.rung.kind === 'heel' || is(s.rung, 'walking')
const releaseOf = (dog: DogWords): string => (dog.traits.deaf ? deafRelease : `“${dog.release}”`)
const sentence = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1)
const tossed = (s: Situation): string => sentence(`${releaseOf(s.dog)} and a treat tossed away.`)
const dull = (s: Situation): string => sentence(`${releaseOf(s.dog)}, dull, no treat: staying is what pays.`)

/** The instructing rows that become a line of their own. The others change a field of the prompt itself. */
const instructions: readonly Instruction[] = [
  {
    row: 'before-recall',
    applies: (s) => isRecall(s) && s.rung.cue === 'word',
    words: {
      sound: (s) =>
        s.leashStage ? 'One breath: do not wait for a look.' : 'Its sound first, then the word as it turns.',
      look: 'Noise, wait for the look, then call.',
      breath: 'Name and cue in one breath; never wait for a look.',
    },
  },
  {
    row: 'lure-recall',
    applies: (s) => isRecall(s) && s.rung.stage !== 'shape',
    words: { never: 'Food stays out of sight until it has come.', shown: 'Food shown in the hand as you call.' },
  },
  {
    row: 'release',
    applies: (s) => isStay(s) || is(s.rung, 'bed'),
    words: { 'by-command': (s) => (is(s.rung, 'bed') ? tossed(s) : dull(s)), dull, tossed },
  },
  {
    row: 'repeat',
    applies: (s) => s.rung.cue !== 'none',
    words: { once: 'The cue once a rep. After that, help.', between: 'The cue once; once more only between reps.' },
  },
  {
    row: 'corrections',
    applies: isHeel,
    words: {
      none: 'No correction: stop, reset, make it easier.',
      'after-teaching': (s) =>
        s.held
          ? 'Leash pressure only as policy, consent and law allow: timed, released at once, logged.'
          : 'No leash pressure before the command is held.',
    },
  },
  {
    row: 'stuck-in-rep',
    applies: (s) => s.rung.kind === 'position' || s.rung.kind === 'uncued',
    words: {
      'wait-then-help': 'Stuck: wait up to 3 s, then help, and log the help.',
      wait: 'Stuck: wait it out.',
      help: 'Stuck: help at once, and log the help.',
    },
  },
  {
    row: 'end-of-stay',
    applies: isStay,
    words: {
      mostly: 'Return in three of four; call out of one.',
      returns: 'Always return to the dog.',
      called: 'Call it out of the stay.',
    },
  },
  {
    row: 'pulling',
    applies: isHeel,
    words: {
      'per-dog': (s) =>
        s.dog.traits.puller ? 'It pulls: turn away as it passes the knee.' : 'It pulls: stop, and call it back.',
      stop: 'It pulls: stop and call back.',
      knee: 'It pulls: turn away at the knee, each time.',
      turns: 'It pulls: many quick turns.',
    },
  },
  {
    row: 'no-word',
    applies: () => true,
    words: {
      silence: (s) =>
        s.dog.traits.deaf ? 'A miss: nothing, reset, make it easier.' : 'A miss: silence, reset, make it easier.',
      calm: (s) =>
        s.dog.traits.deaf ? 'A miss: the hand drops, then reset.' : 'A miss: one calm no-reward word, then reset.',
    },
  },
  {
    row: 'emergency',
    applies: (s) => s.rung.gate !== undefined || is(s.rung, 'in-danger'),
    words: {
      both: (s) =>
        s.dog.traits.deaf ? 'In danger: the sit signal.' : 'In danger: sit when it is far off, come when it is near.',
      sit: 'In danger: sit.',
      come: 'In danger: come.',
    },
  },
]

const payAt: Readonly<Record<string, (side: string) => string>> = {
  ahead: () => 'While moving, a step ahead of you, low',
  face: (side) => `By its face, on your ${side}`,
}

/** The prompt of a rung for one dog under the house's method. `held`: the rung is held. */
export function promptOf(rung: Rung, command: Command, method: Method, dog: DogWords, held: boolean): Prompt {
  const firstLineRung = command.runs.flatMap((r) => r.rungs).findIndex((r) => r.axis === 'distance')
  const own = command.runs.flatMap((r) => r.rungs).findIndex((r) => r.id === rung.id)
  const situation: Situation = { rung, command, dog, held, leashStage: firstLineRung >= 0 && own >= firstLineRung }
  const cue = chosen(method, 'cue-words') === 'house' ? command.defaultCue : (dog.cue ?? command.defaultCue)
  const side = chosen(method, 'side') === 'left' ? 'left' : chosen(method, 'side') === 'right' ? 'right' : dog.side
  const mark = dog.traits.deaf ? deafMark : chosen(method, 'marker') === 'clicker' ? 'click' : `“${dog.marker}”`
  const fill = (text: string): string =>
    text
      .replaceAll('{cue}', `“${cue}”`)
      .replaceAll('{name}', dog.name)
      .replaceAll('{release}', releaseOf(dog))
      .replaceAll('{marker}', mark)
  return {
    cue,
    say: fill(called(rung, method)),
    dontSay: fill(rung.dontSay),
    mark,
    payWhere: is(rung, 'walking') ? (payAt[chosen(method, 'walking-pay')]?.(side) ?? rung.payWhere) : rung.payWhere,
    payWhen: payWhen(rung, method, held),
    side,
    kit: kitFor(rung, method),
    notes: instructions.flatMap((i) => {
      const line = i.applies(situation) ? i.words[chosen(method, i.row)] : undefined
      return line === undefined ? [] : [typeof line === 'string' ? line : line(situation)]
    }),
  }
}

/** What is called at a recall: the name with the cue, the cue, or the name alone. */
function called(rung: Rung, method: Method): string {
  if (rung.kind !== 'recall' || rung.cue !== 'word') return rung.say
  const school = chosen(method, 'called')
  return school === 'cue'
    ? rung.say.replace('{name}, {cue}', '{cue}')
    : school === 'name'
      ? rung.say.replace('{name}, {cue}', '{name}')
      : rung.say
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
  if (tether.length > 0) return `every ${tether.join(', ')} s, longer as it stays calm`
  const seconds = holdSeconds(rung)
  if (seconds !== undefined && holdPaid(rung) === 'each-interval') return `each ${seconds} s of one hold, then release`
  if (seconds !== undefined && holdPaid(rung) === 'inside') {
    const every = holdInterval(seconds)
    return schedule === 'variable'
      ? `inside the hold, every ${every} s on average, never evenly`
      : `inside the hold, about every ${every} s`
  }
  return schedule === 'variable' ? 'one rep in two or three, never evenly' : 'every rep'
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
