import { commandOf, findRung, hasRole, ladderKey } from '../curriculum/lookup'
import { is } from '../curriculum/roles'
import type { Command, Rung } from '../curriculum/types'
import { isByHand } from '../dog/byHand'
import { promptOf } from '../method/instruct'
import { chosen } from '../method/method'
import { masteredSince } from '../progress/state'
import { coaching, ownerStands, whenItFails, type Coached } from './coaching'
import type { MasteredRung } from './masteredRungs'
import { letGo, markOf } from '../owner/dog'
import { ownerSees, type OwnersDog } from '../owner/does'
import { postureOf, wordAfter } from './homeLine'
import { itemOrder, itemTitles, type ItemKind } from './items'
import { alsoPromised, alsoShown, makers, type Made, type Nothing, type ScriptQuestion } from './shown'
import type { RungId } from '../ids'

export interface ShownRung {
  readonly rungId: RungId
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
  /** The word alone, as it is said; empty where nothing is. */
  readonly word?: string
  readonly signal: string
  readonly ifFails: string
  /** What the owner is told to do, in the owner’s own words for the dog. */
  readonly tellOwner: string
  /** Where the owner stands, and which hand has the leash; empty where it is nowhere in particular. */
  readonly ownerStands?: string
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

/** Design choice: an owner’s turn takes twice the trainer’s, since it is coached. */
const ownerTakes = 2

/**
 * What is shown to the owner, from what this dog holds and nothing beyond it: what was promised and is not held is
 * shown as far as it is, and the script says so; what cannot be shown is left out with its reason. Items in the order
 * of the trade (common practice); stays at 45 s or less; nothing off leash.
 */
export function scriptOf(q: ScriptQuestion): Script {
  const items: ScriptItem[] = []
  const leftOut: LeftOut[] = []
  /** Commands that are shown, or of which it is said why they are not. */
  const introduced = new Set<string>()
  const put = (id: string, kind: ItemKind, title: string, made: Made | Nothing) => {
    const command = 'why' in made ? made.of : made.command?.id
    if (command !== undefined) introduced.add(command)
    if ('why' in made) leftOut.push({ id, kind, title, why: made.why, unasked: made.unasked === true })
    else items.push(itemOf(q, id, kind, made.title ?? title, made))
  }
  for (const kind of itemOrder) {
    if (kind === 'also')
      for (const command of alsoPromised(q, introduced))
        put(`also:${command.id}`, kind, command.name, alsoShown(q, command))
    else put(kind, kind, itemTitles[kind], makers[kind](q))
  }
  const trainer = items.reduce((sum, i) => sum + i.minutes, 0)
  return { items, leftOut, minutes: trainer * (1 + ownerTakes) }
}

function itemOf(q: ScriptQuestion, id: string, kind: ItemKind, title: string, made: Made): ScriptItem {
  const { command, seconds, metres, steps } = made
  const leading = made.mastered[0]
  const prompt =
    command && leading ? promptOf(leading.rung, command, q.method, q.dog.words(command.id), true) : undefined
  const { release } = q.dog.words(command?.id ?? '')
  const word = leading && prompt && leading.rung.cue === 'word' ? spoken(leading.rung, prompt.cue, q) : ''
  const { dog } = q
  const { traits } = dog
  const owners = ownersDogOf(q)
  const { round = false, stay } = made
  const coached: Coached = {
    name: dog.name,
    pronouns: dog.pronouns,
    side: dog.side,
    far: dog.side === 'left' ? 'right' : 'left',
    unasked: leading === undefined || leading.rung.cue === 'none',
    word,
    stayWord: stay ? (dog.words(stay.id).cue ?? stay.defaultCue) : '',
    release: letGo({ traits, release }),
    deaf: traits.deaf,
    blind: traits.blind,
    byHand: isByHand(traits, command?.id) || leading?.rung.cue === 'signal',
    stayByHand: isByHand(traits, stay?.id),
    toys: traits.toys,
    seconds,
    wordAfterSteps: leading ? wordAfter(leading.rung) : 0,
    target: chosen(q.method, 'target') === 'palm' ? 'open' : 'closed',
    posture: command && postureOf(command),
    asks: (leading && asked[leading.rung.kind]) ?? 'rep',
    sees: command && leading ? ownerSees(leading.rung, command, owners, { asked: false }) : undefined,
    marks: command && hasRole(command, 'marks') ? markOf(owners) : undefined,
    round,
    atHalts: traits.stiff ? 'stands' : made.mastered.some((h) => is(h.rung, 'halt')) ? 'sits' : 'asked',
  }
  return {
    id,
    kind,
    title,
    ...(command ? { command: command.id } : {}),
    rungs: made.mastered.map((h) => ({ rungId: h.rung.id, name: h.rung.name, level: h.level })),
    ...(seconds === undefined ? {} : { seconds }),
    ...(metres === undefined ? {} : { metres }),
    ...(steps === undefined ? {} : { steps }),
    shows: made.shows,
    walk: made.walk,
    says: prompt?.say ?? '',
    word,
    signal: command ? q.dog.signal(command.id) : '',
    ifFails: whenItFails(kind, coached),
    tellOwner: coaching(kind, coached),
    ownerStands: ownerStands(kind, coached),
    short: command ? shortOf(q, command, made.mastered) : '',
    minutes: made.minutes,
  }
}

/** The dog as its owner speaks of it. */
const ownersDogOf = ({ dog }: ScriptQuestion): OwnersDog => {
  const { release, marker } = dog.words('')
  return {
    name: dog.name,
    pronouns: dog.pronouns,
    side: dog.side,
    traits: dog.traits,
    release,
    marker,
    wordOf: (c) => dog.words(c.id).cue ?? c.defaultCue,
  }
}

/** What is said, as it stands between quotation marks: a call has the name before its word, as the house calls. */
function spoken(rung: Rung, cue: string, { method, dog, curriculum }: ScriptQuestion): string {
  // What stops it in danger is the word that it sits on.
  const sits = cue === '' ? commandOf(curriculum, 'sits') : undefined
  if (sits) return dog.words(sits.id).cue ?? sits.defaultCue
  if (rung.kind !== 'recall') return cue
  const school = chosen(method, 'called')
  if (school === 'name') return dog.name
  return school === 'cue' ? cue : `${dog.name}, ${cue.charAt(0).toLowerCase()}${cue.slice(1)}`
}

/** Every other kind is a rep. */
const asked: Partial<Record<Rung['kind'], Coached['asks']>> = {
  timed: 'hold',
  heel: 'walk',
  settle: 'calm',
  recall: 'call',
}

/** What of the promises of this command is not shown, and why. */
function shortOf(q: ScriptQuestion, command: Command, shown: readonly MasteredRung[]): string {
  const lines = q.promises.flatMap((promise): string[] => {
    const at = findRung(q.curriculum, promise.rungId)
    if (!at || at.command.id !== command.id) return []
    const own = q.state.runs[ladderKey(command.id, at.ladder.id)]
    const mastered = masteredSince(at.ladder, own, at.index) !== undefined
    const here = shown.filter((h) => h.ladder === at.ladder).sort((a, b) => b.index - a.index)[0]
    if (!mastered && !here) return [`Promised: ${at.rung.name}. No rung of that is mastered yet.`]
    if (here && here.index < at.index)
      return [
        mastered
          ? `${at.rung.name} is mastered. ${here.rung.name} is shown. Home practice goes on from there.`
          : `Promised: ${at.rung.name}. Mastered and shown: ${here.rung.name}.`,
      ]
    return masteredSince(at.ladder, own, at.index, { level: promise.level }) === undefined
      ? [`Promised: ${at.rung.name} at level ${promise.level}, not mastered there yet.`]
      : []
  })
  return lines.join(' ')
}
