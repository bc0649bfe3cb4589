import { commandOf, findRung, runKey } from '../curriculum/lookup'
import { is, type Role } from '../curriculum/roles'
import type { Axis, Command, Curriculum, Run, Rung } from '../curriculum/types'
import { deafRelease } from '../dog/deaf'
import type { Finish } from '../dog/finish'
import type { DogTraits } from '../dog/traits'
import { promptOf, type DogWords } from '../method/instruct'
import type { Method } from '../method/rows'
import { heldSince, type DogState } from '../progress/state'
import type { OwnerPromise } from '../promise/ownerPromise'
import { highestHeld, heldWith, type Held } from './held'
import { coaching, whenItFails, type Coached } from './coaching'
import { itemOrder, itemTitles, type ItemKind } from './items'

export interface ShownRung {
  readonly rungId: string
  readonly name: string
  /** The distraction-proofing level at which it is held, 0–5. */
  readonly level: number
}

export interface ScriptItem {
  /** Its kind; for what else was promised `also:` and the command. */
  readonly id: string
  readonly kind: ItemKind
  readonly title: string
  readonly command?: string
  /** What the dog holds and shows; none where the dog has nothing to do. */
  readonly rungs: readonly ShownRung[]
  readonly seconds?: number
  readonly metres?: number
  readonly steps?: number
  /** What is to be seen. */
  readonly shows: string
  /** Where the handler stands and walks. */
  readonly walk: string
  /** What is said, once; empty where nothing is. */
  readonly says: string
  readonly signal: string
  readonly ifFails: string
  /** What the owner is told to do, in the owner’s own words for the dog. */
  readonly tellOwner: string
  /** What of the promise is not shown, and why; empty when all of it is. */
  readonly short: string
  /** Whole minutes of the trainer’s turn. */
  readonly minutes: number
}

export interface LeftOut {
  readonly id: string
  readonly kind: ItemKind
  readonly title: string
  readonly why: string
  /** It was neither promised nor taken out by anybody: nobody will ask for it. */
  readonly unasked: boolean
}

export interface Script {
  readonly items: readonly ScriptItem[]
  readonly leftOut: readonly LeftOut[]
  /** Trainer’s turn and owner’s turn together, whole minutes. */
  readonly minutes: number
}

export interface ScriptDog {
  readonly name: string
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
/** House: an owner’s turn takes twice the trainer’s, since it is coached. */
const ownerTakes = 2

interface Made {
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
type Nothing = Pick<LeftOut, 'why'> & { readonly unasked?: boolean }

/**
 * What is shown to the owner, from what this dog holds and nothing beyond it: what was promised and is not held is
 * shown as far as it is, and the script says so; what cannot be shown is left out with its reason. Items in the order
 * of the trade (common practice); stays at 45 s or less; nothing off leash.
 */
export function scriptOf(q: ScriptQuestion): Script {
  const items: ScriptItem[] = []
  const leftOut: LeftOut[] = []
  const put = (id: string, kind: ItemKind, title: string, made: Made | Nothing) => {
    if ('why' in made) leftOut.push({ id, kind, title, why: made.why, unasked: made.unasked === true })
    else items.push(itemOf(q, id, kind, made.title ?? title, made))
  }
  for (const kind of itemOrder) {
    if (kind === 'also')
      for (const command of alsoPromised(q)) put(`also:${command.id}`, kind, command.name, alsoShown(q, command))
    else put(kind, kind, itemTitles[kind], makers[kind](q))
  }
  const trainer = items.reduce((sum, i) => sum + i.minutes, 0)
  return { items, leftOut, minutes: trainer * (1 + ownerTakes) }
}

function itemOf(q: ScriptQuestion, id: string, kind: ItemKind, title: string, made: Made): ScriptItem {
  const { command, seconds, metres, steps } = made
  const leading = made.held[0]
  const prompt =
    command && leading ? promptOf(leading.rung, command, q.method, q.dog.words(command.id), true) : undefined
  const { release } = q.dog.words(command?.id ?? '')
  const coached: Coached = {
    name: q.dog.name,
    side: q.dog.side,
    far: q.dog.side === 'left' ? 'right' : 'left',
    says: prompt?.say ?? '',
    cue: prompt?.cue ?? '',
    stayCue: made.stay ? (q.dog.words(made.stay.id).cue ?? made.stay.defaultCue) : '',
    release: q.dog.traits.deaf ? `show ${deafRelease}` : `say “${release}”`,
    deaf: q.dog.traits.deaf,
    toys: q.dog.traits.toys,
    seconds,
    payWhere: prompt?.payWhere ?? '',
    round: made.round === true,
    atHalts: q.dog.traits.stiff ? 'stands' : made.held.some((h) => is(h.rung, 'halt')) ? 'sits' : 'asked',
  }
  return {
    id,
    kind,
    title,
    ...(command ? { command: command.id } : {}),
    rungs: made.held.map((h) => ({ rungId: h.rung.id, name: h.rung.name, level: h.level })),
    ...(seconds === undefined ? {} : { seconds }),
    ...(metres === undefined ? {} : { metres }),
    ...(steps === undefined ? {} : { steps }),
    shows: made.shows,
    walk: made.walk,
    says: prompt?.say ?? '',
    signal: command ? q.dog.signal(command.id) : '',
    ifFails: whenItFails(kind, coached),
    tellOwner: coaching(kind, coached),
    short: command ? shortOf(q, command, made.held) : '',
    minutes: made.minutes,
  }
}

type Maker = (q: ScriptQuestion) => Made | Nothing

const makers: Readonly<Record<Exclude<ItemKind, 'also'>, Maker>> = {
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

/** Why nothing of a command is shown. */
function nothing(q: ScriptQuestion, command: Command | undefined, what: string): Nothing {
  if (command === undefined) return { why: `Its ladder has no ${what}.` }
  return q.promises.some((p) => findRung(q.curriculum, p.rungId)?.command.id === command.id)
    ? { why: `Promised, and nothing of ${command.name} is held yet.` }
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

function called(q: ScriptQuestion, kind: ItemKind, role: Role): Made | Nothing {
  const [stay, command] = [commandOf(q.curriculum, role), commandOf(q.curriculum, 'comes')]
  if (!stay && q.dog.traits.stiff) return { why: 'A stiff dog is not kept sitting: it is called from lying.' }
  const hold = stay && holdOf(q, kind, stay)
  if (!command || !stay || !hold) return nothing(q, stay && hold ? command : stay, 'stay to be called from')
  const out = heldWith(command, 'called-out', q.state)
  if (!out)
    return firstRun(command, q)
      ? { why: `${command.name} out of a stay is not held yet.` }
      : nothing(q, command, 'call')
  const far = firstRun(command, q, (r) => r.axis === 'distance' && (r.criterion.steps ?? 0) <= mostCallSteps)
  const { stiff } = q.dog.traits
  const front = stiff ? undefined : heldWith(command, 'front', q.state)
  const ends =
    q.dog.finish === 'steps-in' && front
      ? 'steps in to your side and sits'
      : q.dog.finish === 'touch' && front
        ? 'touches your palm'
        : front
          ? 'sits in front'
          : stiff
            ? 'comes to your feet and stands'
            : 'comes to your feet; it does not sit in front yet'
  const steps = far?.rung.criterion.steps
  return {
    command,
    stay,
    held: [out, ...(far ? [far] : []), ...(front ? [front] : []), hold],
    seconds: hold.rung.criterion.seconds,
    steps,
    shows: `Held until it is called, then straight in on one call; ${ends}.`,
    walk:
      steps === undefined
        ? 'To the end of the 1.8 m leash, turn, wait, call at a moment it cannot foresee.'
        : `${steps} steps off on the long line, turn, wait, call at a moment it cannot foresee.`,
    minutes: 2,
  }
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

const shownRoles: readonly Role[] = ['sits', 'walking', 'sitting-stay', 'lying-stay', 'comes', 'lies', 'far-down']

/** Commands that were promised and have no item of their own, in the order of the curriculum. */
const alsoPromised = (q: ScriptQuestion): readonly Command[] => {
  const own = new Set(shownRoles.flatMap((r) => commandOf(q.curriculum, r)?.id ?? []))
  const promised = new Set(q.promises.flatMap((p) => findRung(q.curriculum, p.rungId)?.command.id ?? []))
  return q.curriculum.commands.filter((c) => promised.has(c.id) && !own.has(c.id))
}

function alsoShown(q: ScriptQuestion, command: Command): Made | Nothing {
  const held = command.runs.flatMap((run) => {
    const h = highestHeld(command, run, q.state, (r) => (r.criterion.seconds ?? 0) <= mostAlsoSeconds)
    return h ? [h] : []
  })
  const [first] = held
  if (!first) return nothing(q, command, command.name)
  return {
    command,
    held,
    seconds: first.rung.criterion.seconds,
    metres: first.rung.criterion.metres,
    steps: first.rung.criterion.steps,
    shows: `${held.map((h) => h.rung.criterion.words).join('; ')}.`,
    walk: `It is at your ${q.dog.side} on the 1.8 m leash.`,
    minutes: 2,
  }
}

/** What of the promises of this command is not shown, and why. */
function shortOf(q: ScriptQuestion, command: Command, shown: readonly Held[]): string {
  const lines = q.promises.flatMap((promise): string[] => {
    const at = findRung(q.curriculum, promise.rungId)
    if (!at || at.command.id !== command.id) return []
    const own = q.state.runs[runKey(command.id, at.run.id)]
    const held = heldSince(at.run, own, at.index) !== undefined
    const here = shown.filter((h) => h.run === at.run).sort((a, b) => b.index - a.index)[0]
    if (!held && !here) return [`Promised: ${at.rung.name}. Nothing of that is held yet.`]
    if (here && here.index < at.index)
      return [
        held
          ? `${at.rung.name} is held; shown is ${here.rung.name}, and it grows at home.`
          : `Promised: ${at.rung.name}. Held and shown: ${here.rung.name}.`,
      ]
    return heldSince(at.run, own, at.index, { level: promise.level }) === undefined
      ? [`Promised: ${at.rung.name} at level ${promise.level}, and not held there yet.`]
      : []
  })
  return lines.join(' ')
}
