import { commandOf, findRung } from '../curriculum/lookup'
import { metresOff, stepMetres } from '../curriculum/reach'
import { is, type Role } from '../curriculum/roles'
import type { Axis, Command, Curriculum, Run, Rung } from '../curriculum/types'
import type { Finish } from '../dog/finish'
import type { Pronouns } from '../dog/pronouns'
import type { DogTraits } from '../dog/traits'
import type { DogWords } from '../method/instruct'
import type { Method } from '../method/method'
import type { DogState } from '../progress/state'
import type { OwnerPromise } from '../promise/ownerPromise'
import { highestHeld, heldWith, type Held } from './held'
import type { ItemKind } from './items'

export interface ScriptDog {
  readonly name: string
  readonly pronouns: Pronouns
  readonly side: 'left' | 'right'
  readonly traits: DogTraits
  readonly finish: Finish | undefined
  readonly words: (commandId: string) => DogWords
  readonly signal: (commandId: string) => string
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
/** House: a down at a distance begins no further off than this; 0.3 to 0.6 m is common practice. */
export const firstFarDown = 0.6
/** House: called over at most so many steps while people look on. */
const mostCallSteps = 15
/** House: what has no item of its own, such as a place, is shown for at most so long. */
const mostAlsoSeconds = 60

/** What is shown of one item. */
export interface Made {
  /** In place of the item’s usual one, where less is shown than that says. */
  readonly title?: string
  readonly command?: Command
  readonly held: readonly Held[]
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
    held: [],
    shows: 'The 1.8 m leash and the collar it wears: how they lie, how they are put on and off.',
    walk:
      `The bulk of the leash folded in the ${dog.side === 'left' ? 'right' : 'left'} hand, a slack ` +
      `bow on the ${dog.side}.`,
    minutes: 2,
  }),
  seated: (q) => seated(q),
  heel: (q) => walked(q, q.dog.traits.stiff ? 1 : 3),
  'sit-round': (q) => stayed(q, 'sit-round', 'sitting-stay', 'sits'),
  'sit-come': (q) => called(q, 'sit-come', 'sitting-stay'),
  'heel-again': (q) => walked(q, 1),
  down: (q) => lain(q),
  'down-round': (q) => stayed(q, 'down-round', 'lying-stay', 'lies'),
  'down-come': (q) => called(q, 'down-come', 'lying-stay'),
  'far-down': (q) => farDown(q),
  questions: () => ({
    held: [],
    shows: 'What the owner wants to know: the side, the collar, the words, what to do when it goes wrong.',
    walk: 'The dog lies at your feet or rests in its run.',
    minutes: 5,
  }),
}

const runAlong = (command: Command, axis: Axis): Run | undefined =>
  command.runs.find((run) => run.rungs[0]?.axis === axis)

const isPromised = (q: ScriptQuestion, command: Command): boolean =>
  q.promises.some((p) => findRung(q.curriculum, p.rungId)?.command.id === command.id)

/** Why nothing of a command is shown. */
function nothing(q: ScriptQuestion, command: Command | undefined, what: string): Nothing {
  if (command === undefined) return { why: `Its ladder has no ${what}.` }
  return isPromised(q, command)
    ? { why: `Promised, and nothing of ${command.name} that can be shown is held yet.`, of: command.id }
    : { why: `Nothing of ${command.name} is held, and it was not promised.`, unasked: true }
}

function seated(q: ScriptQuestion): Made | Nothing {
  const command = commandOf(q.curriculum, 'sits')
  if (q.dog.traits.stiff)
    return {
      held: [],
      shows: 'Stands quietly at the side: rising and sitting hurts a stiff dog.',
      walk: `It stands at your ${q.dog.side}, its shoulder at your hip.`,
      minutes: 1,
    }
  const held = command && firstRun(command, q, (r) => r.kind === 'position' && r.axis !== 'distance')
  if (!command || !held) return nothing(q, command, 'sit')
  return {
    command,
    held: [held],
    shows:
      held.rung.criterion.help === 'none' ? 'Sits on one cue and waits for the release.' : `Sits: ${held.rung.name}.`,
    walk: `It sits at your ${q.dog.side}, its shoulder at your hip.`,
    minutes: 1,
  }
}

const firstRun = (command: Command, q: ScriptQuestion, may?: (rung: Rung) => boolean): Held | undefined => {
  for (const run of command.runs) {
    const held = highestHeld(command, run, q.state, may)
    if (held) return held
  }
  return undefined
}

function walked(q: ScriptQuestion, halts: number): Made | Nothing {
  const command = commandOf(q.curriculum, 'walking')
  const held = command && firstRun(command, q, (r) => r.kind === 'heel')
  if (!command || !held) return nothing(q, command, 'walking')
  const { stiff } = q.dog.traits
  const halt = stiff ? undefined : heldWith(command, 'halt', q.state)
  const steps = 10 * (halts + 1)
  const most = `About ${steps} steps on a slack leash`
  return {
    command,
    held: halt && halt.rung.id !== held.rung.id ? [held, halt] : [held],
    steps,
    shows: stiff
      ? `${most}; it stands at the halt.`
      : halt
        ? `${most}, head to shoulder in line with your hip; ` +
          `${halts === 1 ? 'one halt, and it sits' : `${halts} halts, and it sits at each`} by itself.`
        : `${most}. It does not sit at halts by itself yet: stop, and ask for the sit.`,
    walk: `Straight, one turn each way, back; the dog at your ${q.dog.side}.`,
    minutes: halts > 1 ? 3 : 1,
  }
}

/** How long a stay is held, shown at no more than is shown to owners. */
const holdOf = (q: ScriptQuestion, kind: ItemKind, command: Command): Held | undefined => {
  const run = runAlong(command, 'duration')
  const most = Math.min(mostShownSeconds, q.most?.[kind] ?? mostShownSeconds)
  return run && highestHeld(command, run, q.state, (r) => (r.criterion.seconds ?? 0) <= most)
}

function stayed(q: ScriptQuestion, kind: ItemKind, role: Role, does: 'sits' | 'lies'): Made | Nothing {
  const command = commandOf(q.curriculum, role)
  const hold = command && holdOf(q, kind, command)
  if (!command && q.dog.traits.stiff) return { why: 'A stiff dog is not kept sitting: its stay is shown lying.' }
  if (!command || !hold) return nothing(q, command, does === 'sits' ? 'sit-stay' : 'down-stay')
  const away = runAlong(command, 'distance')
  const last = away?.rungs.findLastIndex((r) => is(r, 'walks-round')) ?? -1
  const walk = away && highestHeld(command, away, q.state, (r) => away.rungs.indexOf(r) <= last)
  const { seconds } = hold.rung.criterion
  const round = walk !== undefined && is(walk.rung, 'walks-round')
  return {
    command,
    held: walk ? [hold, walk] : [hold],
    seconds,
    metres: walk?.rung.criterion.metres,
    round,
    ...(round ? {} : { title: command.name }),
    shows: `${does === 'sits' ? 'Sits' : 'Lies'} ${seconds ?? 0} s until the release.`,
    walk:
      walk === undefined
        ? 'You stand before it within reach; nothing further off is held yet.'
        : round
          ? `You walk once right round it, back to where it is at your ${q.dog.side}.`
          : `Not round it yet: ${walk.rung.criterion.words}.`,
    minutes: 2,
  }
}

/** How far somebody walks from a dog that is called from no further than the leash reaches. */
const nearSteps = (held: number): string => (held >= 2 ? 'To the end of the 1.8 m leash' : 'One step away')

function called(q: ScriptQuestion, kind: ItemKind, role: Role): Made | Nothing {
  const [stay, command] = [commandOf(q.curriculum, role), commandOf(q.curriculum, 'comes')]
  if (!stay && q.dog.traits.stiff) return { why: 'A stiff dog is not kept sitting: it is called from lying.' }
  const hold = stay && holdOf(q, kind, stay)
  if (!command || !stay || !hold)
    return command && stay
      ? {
          why: `${stay.name} is not held yet, so that ${command.name} is not called out of it.`,
          unasked: !isPromised(q, stay),
        }
      : nothing(q, stay ? command : stay, 'stay to be called from')
  const out = heldWith(command, 'called-out', q.state)
  if (!out)
    return firstRun(command, q)
      ? { why: `${command.name} out of a stay is not held yet.` }
      : nothing(q, command, 'call')
  // Nobody walks further off than the stay is held, nor calls from further than the call is.
  const stays = firstRun(stay, q, (r) => r.axis === 'distance' && !is(r, 'walks-round'))
  if (!stays) return { why: `${stay.name} is not held at a distance yet, so that nobody walks off and calls.` }
  const heldSteps = Math.floor(metresOff(stays.rung) / stepMetres)
  const most = Math.min(mostCallSteps, heldSteps)
  const far = firstRun(command, q, (r) => r.axis === 'distance' && (r.criterion.steps ?? 0) <= most)
  const { stiff } = q.dog.traits
  const front = stiff ? undefined : heldWith(command, 'front', q.state)
  const ends =
    q.dog.finish === 'steps-in' && front
      ? 'sits, and you step in beside it'
      : q.dog.finish === 'touch' && front
        ? 'touches your palm'
        : front
          ? 'sits in front'
          : stiff
            ? 'comes to your feet and stands'
            : 'comes to your feet; it does not sit in front yet'
  const back = front && q.dog.finish !== 'steps-in' ? backToSide(q) : undefined
  const steps = far?.rung.criterion.steps
  return {
    command,
    stay,
    held: [out, ...(far ? [far] : []), ...(front ? [front] : []), hold, stays, ...(back ? [back] : [])],
    steps,
    shows:
      `Held until it is called, then straight in on one call; ${ends}` +
      `${back ? `, and comes round to your ${q.dog.side} on one cue` : ''}.`,
    walk:
      steps === undefined
        ? `${nearSteps(heldSteps)}, turn, wait, call at a moment it cannot foresee.`
        : `${steps} steps off on the long line, turn, wait, call at a moment it cannot foresee.`,
    minutes: 2,
  }
}

/** The way from the front round to the side, once it needs no help. */
const backToSide = (q: ScriptQuestion): Held | undefined => {
  const command = commandOf(q.curriculum, 'to-side')
  return command && firstRun(command, q, (r) => r.criterion.help === 'none' && r.axis !== 'distance')
}

function lain(q: ScriptQuestion): Made | Nothing {
  const command = commandOf(q.curriculum, 'lies')
  const held = command && firstRun(command, q, (r) => r.kind === 'position')
  if (!command || !held) return nothing(q, command, 'down')
  return {
    command,
    held: [held],
    shows: `Lies down on one cue: ${held.rung.criterion.words}.`,
    walk: `It is at your ${q.dog.side}; you stay where you are.`,
    minutes: 1,
  }
}

function farDown(q: ScriptQuestion): Made | Nothing {
  const command = commandOf(q.curriculum, 'far-down')
  const near = command && firstRun(command, q, (r) => (r.criterion.metres ?? 0) <= firstFarDown)
  if (!command || !near) return nothing(q, command, 'down at a distance')
  const top = firstRun(command, q, (r) => r.kind === 'position') ?? near
  const beyond = top.index > near.index ? ` Then as far as it is held: ${top.rung.criterion.metres ?? 0} m.` : ''
  return {
    command,
    held: top.index > near.index ? [near, top] : [near],
    metres: near.rung.criterion.metres,
    shows: `Goes down where it ${q.dog.traits.stiff ? 'stands' : 'sits'}, with no step toward you.${beyond}`,
    walk: `You face it, ${near.rung.criterion.metres ?? 0} m off.`,
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
  const held = call
    ? [call]
    : command.runs.flatMap((run) => {
        const h = highestHeld(command, run, q.state, (r) => maySee(r) && (r.criterion.seconds ?? 0) <= mostAlsoSeconds)
        return h ? [h] : []
      })
  // A hold says most of a command: that is what is asked for, and what grows at home.
  const ordered = [...held].sort((a, b) => Number(b.rung.kind === 'timed') - Number(a.rung.kind === 'timed'))
  const [first] = ordered
  if (!first) return nothing(q, command, command.name)
  return {
    command,
    held: ordered,
    seconds: first.rung.criterion.seconds,
    metres: first.rung.criterion.metres,
    steps: first.rung.criterion.steps,
    shows: `${held.map((h) => h.rung.criterion.words).join('; ')}.`,
    walk:
      metresOff(first.rung) > leashMetres
        ? 'It is on the long line, free to sniff.'
        : `It is at your ${q.dog.side} on the 1.8 m leash.`,
    minutes: 2,
  }
}
/** An attention signal is no command yet, and is not shown as one. */
const maySee = (rung: Rung): boolean => !is(rung, 'sound')
/** A call over some distance, as it is shown while people look on. */
const calledFar = (rung: Rung): boolean => rung.axis === 'distance' && (rung.criterion.steps ?? 0) <= mostCallSteps
/** Metres of the leash that owners use. */
export const leashMetres = 1.8
