import { commandOf, findRung } from '../curriculum/lookup'
import { metresOff, stepMetres } from '../curriculum/reach'
import { is, type Role } from '../curriculum/roles'
import type { Axis, Command, Curriculum, Ladder, Rung } from '../curriculum/types'
import type { Finish } from '../dog/finish'
import type { Pronouns } from '../dog/pronouns'
import type { DogTraits } from '../dog/traits'
import type { DogWords } from '../method/instruct'
import type { Method } from '../method/method'
import type { DogState } from '../progress/state'
import type { OwnerPromise } from '../promise/ownerPromise'
import { capitalized } from '../wording'
import { highestMastered, masteredWith, type MasteredRung } from './masteredRungs'
import type { ItemKind } from './items'
import type { CommandId } from '../ids'

export interface ScriptDog {
  readonly name: string
  readonly pronouns: Pronouns
  readonly side: 'left' | 'right'
  readonly traits: DogTraits
  readonly finish: Finish | undefined
  readonly words: (commandId: CommandId) => DogWords
  readonly signal: (commandId: CommandId) => string
}

export interface ScriptQuestion {
  /** The ladder this dog climbs. */
  readonly curriculum: Curriculum
  readonly state: DogState
  readonly promises: readonly OwnerPromise[]
  readonly method: Method
  readonly dog: ScriptDog
  /** By item: a hold is shown at no more seconds than these, though more is held. */
  readonly most?: Readonly<Record<string, number>>
}

/** Stays are shown at 30 to 45 s and grow at home. Common practice. */
export const mostShownSeconds = 45
/** Design choice: a down at a distance begins no further off than this; 0.3 to 0.6 m is common practice. */
export const firstFarDown = 0.6
/** Design choice: called over at most so many steps while people look on. */
const mostCallSteps = 15
/** Design choice: what has no item of its own, such as a place, is shown for at most so long. */
const mostAlsoSeconds = 60

/** What is shown of one item. */
export interface Made {
  /** In place of the item’s usual one, where less is shown than that says. */
  readonly title?: string
  readonly command?: Command
  readonly mastered: readonly MasteredRung[]
  readonly seconds?: number | undefined
  readonly metres?: number | undefined
  readonly steps?: number | undefined
  readonly shows: string
  readonly walk: string
  readonly minutes: number
  /** The command that keeps it in place until it is called. */
  readonly stay?: Command
  /** It is walked round. */
  readonly round?: boolean
}

/** Why an item is not shown. */
export type Nothing = {
  readonly why: string
  /** The promised command of which this is said. */
  readonly of?: string
  /** It was neither promised nor taken out by anybody. */
  readonly unasked?: boolean
}

type Maker = (q: ScriptQuestion) => Made | Nothing

/** What is shown of each item, or why it is not. */
export const makers: Readonly<Record<Exclude<ItemKind, 'also'>, Maker>> = {
  equipment: ({ dog }) => ({
    mastered: [],
    shows: 'The 1.8 m leash and the collar: how they lie, and how to put them on and take them off.',
    walk:
      `The bulk of the leash folded in the ${dog.side === 'left' ? 'right' : 'left'} hand, a slack ` +
      `bow on the ${dog.side}.`,
    minutes: 2,
  }),
  seated: (q) => seated(q),
  heel: (q) => walked(q, q.dog.traits.stiff ? 1 : 3),
  'sit-round': (q) => stayed(q, 'sit-round', 'sitting-stay', false),
  'sit-come': (q) => called(q, 'sit-come', 'sitting-stay'),
  'heel-again': (q) => walked(q, 1),
  down: (q) => lain(q),
  'down-round': (q) => stayed(q, 'down-round', 'lying-stay', true),
  'down-come': (q) => called(q, 'down-come', 'lying-stay'),
  'far-down': (q) => farDown(q),
  questions: () => ({
    mastered: [],
    shows: 'What the owner wants to know: the side, the collar, the words, and what to do if something goes wrong.',
    walk: 'The dog lies at your feet or rests in the run.',
    minutes: 5,
  }),
}

const runAlong = (command: Command, axis: Axis): Ladder | undefined =>
  command.runs.find((run) => run.rungs[0]?.axis === axis)

const isPromised = (q: ScriptQuestion, command: Command): boolean =>
  q.promises.some((p) => findRung(q.curriculum, p.rungId)?.command.id === command.id)

/** Why nothing of a command is shown. */
function nothing(q: ScriptQuestion, command: Command | undefined, what: string): Nothing {
  if (command === undefined) return { why: `${q.dog.name}’s curriculum has no ${what}.` }
  return isPromised(q, command)
    ? { why: `Promised. No rung of ${command.name} that can be shown is mastered yet.`, of: command.id }
    : { why: `No rung of ${command.name} is mastered, and it was not promised.`, unasked: true }
}

function seated(q: ScriptQuestion): Made | Nothing {
  const command = commandOf(q.curriculum, 'sits')
  if (q.dog.traits.stiff)
    return {
      mastered: [],
      shows: 'Stands quietly at your side. Rising and sitting hurts a stiff dog.',
      walk: `${q.dog.name} stands at your ${q.dog.side}, with ${q.dog.pronouns.their} shoulder at your hip.`,
      minutes: 1,
    }
  const mastered = command && firstRun(command, q, (r) => r.kind === 'position' && r.axis !== 'distance')
  if (!command || !mastered) return nothing(q, command, 'sit')
  return {
    command,
    mastered: [mastered],
    shows:
      mastered.rung.criterion.help === 'none'
        ? 'Sits on one cue and waits for the release.'
        : `Sits: ${mastered.rung.name}.`,
    walk: `${q.dog.name} sits at your ${q.dog.side}, with ${q.dog.pronouns.their} shoulder at your hip.`,
    minutes: 1,
  }
}

const firstRun = (command: Command, q: ScriptQuestion, may?: (rung: Rung) => boolean): MasteredRung | undefined => {
  for (const run of command.runs) {
    const mastered = highestMastered(command, run, q.state, may)
    if (mastered) return mastered
  }
  return undefined
}

function walked(q: ScriptQuestion, halts: number): Made | Nothing {
  const command = commandOf(q.curriculum, 'walking')
  const mastered = command && firstRun(command, q, (r) => r.kind === 'heel')
  if (!command || !mastered) return nothing(q, command, 'walking')
  const { stiff } = q.dog.traits
  const halt = stiff ? undefined : masteredWith(command, 'halt', q.state)
  const steps = 10 * (halts + 1)
  const most = `About ${steps} steps on a slack leash`
  return {
    command,
    mastered: halt && halt.rung.id !== mastered.rung.id ? [mastered, halt] : [mastered],
    steps,
    shows: stiff
      ? `${most}. ${q.dog.name} stands at the halt.`
      : halt
        ? `${most}, head to shoulder in line with your hip. ` +
          `${q.dog.name} sits unasked at ${halts === 1 ? 'the halt' : `each of ${halts} halts`}.`
        : `${most}. At a halt, ask for the sit.`,
    walk: `Straight, one turn each way, back; the dog at your ${q.dog.side}.`,
    minutes: halts > 1 ? 3 : 1,
  }
}

/** How long a stay is held, shown at no more than is shown to owners. */
const holdOf = (q: ScriptQuestion, kind: ItemKind, command: Command): MasteredRung | undefined => {
  const run = runAlong(command, 'duration')
  const most = Math.min(mostShownSeconds, q.most?.[kind] ?? mostShownSeconds)
  return run && highestMastered(command, run, q.state, (r) => (r.criterion.seconds ?? 0) <= most)
}

function stayed(q: ScriptQuestion, kind: ItemKind, role: Role, lies: boolean): Made | Nothing {
  const command = commandOf(q.curriculum, role)
  const hold = command && holdOf(q, kind, command)
  if (!command && q.dog.traits.stiff) return { why: 'A stiff dog is not kept sitting. The stay is shown lying down.' }
  if (!command || !hold) return nothing(q, command, lies ? 'down-stay' : 'sit-stay')
  const away = runAlong(command, 'distance')
  const last = away?.rungs.findLastIndex((r) => is(r, 'walks-round')) ?? -1
  const walk = away && highestMastered(command, away, q.state, (r) => away.rungs.indexOf(r) <= last)
  const { seconds } = hold.rung.criterion
  const round = walk !== undefined && is(walk.rung, 'walks-round')
  return {
    command,
    mastered: walk ? [hold, walk] : [hold],
    seconds,
    metres: walk?.rung.criterion.metres,
    round,
    ...(round ? {} : { title: command.name }),
    shows: `${lies ? 'Lies' : 'Sits'} ${seconds ?? 0} s until the release.`,
    walk:
      walk === undefined
        ? `Stand in front of ${q.dog.pronouns.them}, within reach. More distance is not mastered.`
        : round
          ? `Walk once around ${q.dog.pronouns.them}, back to ` +
            `${q.dog.pronouns.their} ${q.dog.side === 'left' ? 'right' : 'left'} side.`
          : `Do not walk around ${q.dog.pronouns.them} yet. Instead: ${walk.rung.criterion.words}.`,
    minutes: 2,
  }
}

/** How far somebody walks from a dog that is called from no further than the leash reaches. */
const nearSteps = (held: number): string => (held >= 2 ? 'Walk to the end of the 1.8 m leash' : 'Walk one step away')

function called(q: ScriptQuestion, kind: ItemKind, role: Role): Made | Nothing {
  const [stay, command] = [commandOf(q.curriculum, role), commandOf(q.curriculum, 'comes')]
  if (!stay && q.dog.traits.stiff) return { why: 'A stiff dog is not kept sitting. The call is from lying down.' }
  const hold = stay && holdOf(q, kind, stay)
  if (!command || !stay || !hold)
    return command && stay
      ? {
          why: `${stay.name} is not mastered yet, so there is no ${command.name.toLowerCase()} out of it.`,
          unasked: !isPromised(q, stay),
        }
      : nothing(q, stay ? command : stay, 'stay to be called from')
  const out = masteredWith(command, 'called-out', q.state)
  if (!out)
    return firstRun(command, q)
      ? { why: `${command.name} out of a stay is not mastered yet.` }
      : nothing(q, command, 'call')
  // Nobody walks further off than the stay is held, nor calls from further than the call is.
  const stays = firstRun(stay, q, (r) => r.axis === 'distance' && !is(r, 'walks-round'))
  if (!stays) return { why: `${stay.name} is not mastered at a distance yet, so there is no call from one.` }
  const heldSteps = Math.floor(metresOff(stays.rung) / stepMetres)
  const most = Math.min(mostCallSteps, heldSteps)
  const far = firstRun(command, q, (r) => r.axis === 'distance' && (r.criterion.steps ?? 0) <= most)
  const { stiff } = q.dog.traits
  const front = stiff ? undefined : masteredWith(command, 'front', q.state)
  const ends =
    q.dog.finish === 'steps-in' && front
      ? `sits, and you step in beside ${q.dog.pronouns.them}`
      : q.dog.finish === 'touch' && front
        ? 'touches your palm'
        : front
          ? 'sits in front'
          : stiff
            ? 'stands at your feet'
            : 'stops at your feet, without a sit'
  const back = front && q.dog.finish !== 'steps-in' ? backToSide(q) : undefined
  const steps = far?.rung.criterion.steps
  return {
    command,
    stay,
    mastered: [out, ...(far ? [far] : []), ...(front ? [front] : []), hold, stays, ...(back ? [back] : [])],
    steps,
    shows:
      `Stays until called. Comes straight in on one call and ${ends}` +
      `${back ? `, then comes around to your ${q.dog.side} on one cue` : ''}.`,
    walk:
      steps === undefined
        ? `${nearSteps(heldSteps)}, turn and wait. Call at a moment ${q.dog.pronouns.they} cannot foresee.`
        : `Walk ${steps} steps away on the long line, turn and wait. ` +
          `Call at a moment ${q.dog.pronouns.they} cannot foresee.`,
    minutes: 2,
  }
}

/** The way from the front round to the side, once it needs no help. */
const backToSide = (q: ScriptQuestion): MasteredRung | undefined => {
  const command = commandOf(q.curriculum, 'to-side')
  return command && firstRun(command, q, (r) => r.criterion.help === 'none' && r.axis !== 'distance')
}

function lain(q: ScriptQuestion): Made | Nothing {
  const command = commandOf(q.curriculum, 'lies')
  const mastered = command && firstRun(command, q, (r) => r.kind === 'position')
  if (!command || !mastered) return nothing(q, command, 'down')
  return {
    command,
    mastered: [mastered],
    shows: `Lies down on one cue: ${mastered.rung.criterion.words}.`,
    walk: `${q.dog.name} is at your ${q.dog.side}. Stay where you are.`,
    minutes: 1,
  }
}

function farDown(q: ScriptQuestion): Made | Nothing {
  const command = commandOf(q.curriculum, 'far-down')
  const near = command && firstRun(command, q, (r) => (r.criterion.metres ?? 0) <= firstFarDown)
  if (!command || !near) return nothing(q, command, 'down at a distance')
  const top = firstRun(command, q, (r) => r.kind === 'position') ?? near
  const beyond = top.index > near.index ? ` Then as far as mastered: ${top.rung.criterion.metres ?? 0} m.` : ''
  return {
    command,
    mastered: top.index > near.index ? [near, top] : [near],
    metres: near.rung.criterion.metres,
    shows: `Goes down on the spot from a ${q.dog.traits.stiff ? 'stand' : 'sit'}, with no step toward you.${beyond}`,
    walk: `Face ${q.dog.pronouns.them} from ${near.rung.criterion.metres ?? 0} m.`,
    minutes: 2,
  }
}

/**
 * Commands that were promised and that no item shows or explains, in the order of the curriculum. `told`: the commands
 * that are shown, or of which it is said why they are not.
 */
export const alsoPromised = (q: ScriptQuestion, told: ReadonlySet<string>): readonly Command[] =>
  q.curriculum.commands.filter((c) => isPromised(q, c) && !told.has(c.id))

/** What is shown of a command that has no item of its own. */
export function alsoShown(q: ScriptQuestion, command: Command): Made | Nothing {
  const call = firstRun(command, q, (r) => is(r, 'comes') && calledFar(r))
  const mastered = call
    ? [call]
    : command.runs.flatMap((run) => {
        const h = highestMastered(
          command,
          run,
          q.state,
          (r) => maySee(r) && (r.criterion.seconds ?? 0) <= mostAlsoSeconds,
        )
        return h ? [h] : []
      })
  // A hold says most of a command: that is what is asked for, and what grows at home.
  const ordered = [...mastered].sort((a, b) => Number(b.rung.kind === 'timed') - Number(a.rung.kind === 'timed'))
  const [first] = ordered
  if (!first) return nothing(q, command, command.name)
  return {
    command,
    mastered: ordered,
    seconds: first.rung.criterion.seconds,
    metres: first.rung.criterion.metres,
    steps: first.rung.criterion.steps,
    shows: `${capitalized(mastered.map((h) => h.rung.criterion.words).join('; '))}.`,
    walk:
      metresOff(first.rung) > leashMetres
        ? `${q.dog.name} is on the long line, free to sniff.`
        : `${q.dog.name} is at your ${q.dog.side} on the 1.8 m leash.`,
    minutes: 2,
  }
}
/** An attention signal is no command yet, and is not shown as one. */
const maySee = (rung: Rung): boolean => !is(rung, 'sound')
/** A call over some distance, as it is shown while people look on. */
const calledFar = (rung: Rung): boolean => rung.axis === 'distance' && (rung.criterion.steps ?? 0) <= mostCallSteps
/** Meters of the leash that owners use. */
export const leashMetres = 1.8
