import { changeCommands, changeRungs } from '../curriculum/change'
import { commandOf, rungsOf } from '../curriculum/lookup'
import { is } from '../curriculum/roles'
import { spanOf, type Rule } from '../rule/rule'
import type { Command, Curriculum, Rung } from '../curriculum/types'
import { forHand } from './byHand'
import { forDeaf } from './deaf'
import type { Finish } from './finish'
import { say } from './say'
import { longestYoungHold } from './ageLimits'
import type { DogTraits } from './traits'

export interface AdaptedFor {
  readonly traits: DogTraits
  readonly side: 'left' | 'right'
  /** Under six months on the day the ladder is made for. */
  readonly young: boolean
  /** How its owner wants a recall to end; the house’s way where nothing was said. */
  readonly finish?: Finish | undefined
}

/** Design choice: a set of a young or stiff dog has at most this many reps where its rule allows it. */
const shortSet = 5

/**
 * The ladder for one dog: what is left out, changed or mirrored because of what the dog is. Common practice: deaf, hand
 * or vibration instead of words and check-in before anything off leash; blind, voice and touch; young, shorter and no
 * long holds; stiff, down-stay instead of sit-stay and fewer rises; giant, slower sits; hiding games not with anxious
 * dogs; owner's right side, everything mirrored.
 */
export function adaptCurriculum(curriculum: Curriculum, dog: AdaptedFor): Curriculum {
  const { traits } = dog
  const steps: ((c: Curriculum) => Curriculum)[] = []
  const own = traits.signs?.of
  if (own)
    steps.push((c) => changeCommands(c, (command) => ({ ...command, signal: own[command.id] ?? command.signal })))
  if (traits.deaf) steps.push((c) => forDeaf(c, traits))
  const byHand = traits.deaf || traits.blind ? [] : (traits.byHand ?? [])
  if (byHand.length > 0) steps.push((c) => forHand(c, byHand))
  if (traits.blind) steps.push(forBlind)
  if (traits.stiff) steps.push(forStiff)
  if (dog.young) steps.push(forYoung)
  if (traits.giant || traits.shy) steps.push(notUnderLegs)
  if (traits.giant) steps.push(forGiant)
  if (traits.shy) steps.push(forShy)
  if (traits.fond) steps.push(forFond)
  if (traits.anxious || traits.shy) steps.push(withoutHiding)
  if (traits.toys) steps.push(forToys)
  if (dog.side === 'right') steps.push(mirrored)
  return steps.reduce((c, step) => step(c), curriculum)
}

/** A key under which ladders alike are alike. */
export const adaptationKey = (dog: AdaptedFor): string => JSON.stringify([dog.traits, dog.side, dog.young, dog.finish])

/** What has to be seen, in words that a dog can follow that does not see. */
const unseen = (words: string): string =>
  words
    .replace(/\bthe empty hand\b(.*)\brewarded from the other$/, 'the touch$1rewarded from the other hand')
    .replace(/\bthe empty hand\b/g, 'the touch')
    .replace(/\ban empty hand\b/g, 'a touch')
    .replace(/\b(the|its) hand a breath later\b/g, 'a touch a breath later')
    .replace(/\bthen half the hand movement\b/g, 'then a lighter touch')
    .replace(/, (flat palm|(left|right) hand)\b/g, '')
    .replace(/\bsniffs or looks away\b/g, 'sniffs or is busy')
    .replace(/\blooks away\b/g, 'is busy')
    .replace(/\blooks back at you\b/g, 'turns back to you')
    .replace(/\bstares at you\b/g, 'waits for you')
    .replace(/\bno food in sight\b/g, 'no food at hand')
    .replace(/\bwhen you are out of sight\b/g, 'when you are out of the dog’s reach')

/** Voice and touch: nothing that has to be seen. */
function forBlind(curriculum: Curriculum): Curriculum {
  const felt = changeRungs(curriculum, (rung): Rung | undefined => {
    if (is(rung, 'by-eye') || rung.stage === 'smaller-signal' || rung.criterion.handler === 'turned away')
      return undefined
    const isNear = rung.kind !== 'recall' && (rung.criterion.metres ?? 0) === 0 && !is(rung, 'far-down')
    if (rung.cue === 'signal')
      return say(rung, {
        say: isNear ? 'A touch on the shoulder, or the dog’s sound.' : 'The dog’s sound.',
        dontSay: 'No hand signal for a blind dog.',
      })
    if (rung.criterion.help === 'full-signal' && rung.cue === 'word' && isNear && is(rung, 'rises'))
      return say(rung, { say: `${rung.say}, then a touch` })
    if (rung.criterion.help === 'lure')
      return say(rung, { say: 'Nothing. Hold food at the nose, to be followed by smell.' })
    return rung
  })
  const heard = changeRungs(felt, (rung) =>
    say(rung, {
      name: unseen(rung.name),
      say: unseen(rung.say),
      dontSay: unseen(rung.dontSay),
      criterion: unseen(rung.criterion.words),
    }),
  )
  return changeCommands(heard, (c) => ({
    ...c,
    signal: 'voice and touch',
    caution: `Blind: speak before you touch, clear the floor. ${c.caution}`,
  }))
}

/** Down-stay instead of sit-stay, fewer rises, soft floor. */
function forStiff(curriculum: Curriculum): Curriculum {
  const [sitting, lying] = [commandOf(curriculum, 'sitting-stay'), commandOf(curriculum, 'lying-stay')]
  const downs = new Set((lying ? rungsOf(lying) : []).map((r) => r.id))
  const instead: Record<string, string> = {}
  // A rung of the one goes by the same name as its like of the other.
  for (const rung of sitting ? rungsOf(sitting) : []) {
    const same = `${lying?.id ?? ''}${rung.id.slice(sitting?.id.length)}`
    if (downs.has(same)) instead[rung.id] = same
  }
  const gentle = changeRungs(
    curriculum,
    (rung): Rung | undefined => {
      if (is(rung, 'sitting-stay') || is(rung, 'hard-on-joints')) return undefined
      const starts =
        sitting && lying && rung.criterion.start === sitting.id
          ? {
              ...rung,
              criterion: {
                ...rung.criterion,
                start: lying.id,
                words: rung.criterion.words.replace(sitting.id, lying.id),
              },
            }
          : rung
      return is(rung, 'rises') ? { ...starts, setReps: Math.min(starts.setReps, shortSet) } : starts
    },
    instead,
  )
  return changeCommands(gentle, (c) => ({
    ...c,
    caution: `Stiff: soft, dry floor, few rises; stop at any sign of pain. ${c.caution}`,
  }))
}

/** Design choice: the rules by which a young dog is shaped, on the way and on the last step before its word. */
const shapingRules = {
  onTheWay: { kind: 'window', k: 4, n: 5 },
  beforeTheWord: { kind: 'window', k: 8, n: 10 },
} as const satisfies Record<string, Rule>

/**
 * Many wins on easy steps, and no ten in a row, while a young dog is shaped; strict is only the last step before the
 * word, which waits until the behavior is there. Common practice.
 */
function shapedYoung(rung: Rung, next: Rung | undefined): Rule {
  const ofKind = rung.kind === 'position' || rung.kind === 'heel' || rung.kind === 'uncued'
  if (!ofKind || rung.stage !== 'shape' || rung.cue !== 'none' || is(rung, 'marks')) return rung.rule
  const isLast = next !== undefined && next.stage !== 'shape' && next.stage !== 'empty-hand'
  if (!isLast) return shapingRules.onTheWay
  return rung.rule.kind === 'row' && rung.rule.r > shortSet ? shapingRules.beforeTheWord : rung.rule
}

/** Shorter, easier while it is shaped, and no long holds. */
function forYoung(curriculum: Curriculum): Curriculum {
  const short = changeRungs(curriculum, (rung, command): Rung | undefined => {
    if (rung.kind === 'timed' && (rung.criterion.seconds ?? 0) > longestYoungHold) return undefined
    const ladder = command.runs.find((r) => r.id === rung.run)
    const rule = shapedYoung(rung, ladder?.rungs[ladder.rungs.findIndex((r) => r.id === rung.id) + 1])
    const setReps = Math.min(rung.setReps, rung.kind === 'timed' ? spanOf(rule) : shortSet)
    return { ...rung, rule, setReps }
  })
  return changeCommands(short, (c) => ({
    ...c,
    caution: `Under six months: no jerks, no long holds, short sets. ${c.caution}`,
  }))
}

/** Neither a giant, which does not fit, nor a dog that is frightened of who stands over it. Common practice. */
const notUnderLegs = (curriculum: Curriculum): Curriculum =>
  changeRungs(curriculum, (rung) => (is(rung, 'under-legs') ? undefined : rung))

function forGiant(curriculum: Curriculum): Curriculum {
  const slow = changeRungs(curriculum, (rung) =>
    rung.kind === 'position' && is(rung, 'rises')
      ? { ...rung, criterion: { ...rung.criterion, latencySeconds: (rung.criterion.latencySeconds ?? 3) + 2 } }
      : rung,
  )
  return changeCommands(slow, (c) => ({
    ...c,
    caution: `Giant: use a soft floor, and let the dog fold slowly. ${c.caution}`,
  }))
}

const awayFirst = 'Tossed, away from you. Once the dog asks to come near'

/** Consent and distance first: pay is tossed, the palm is only offered, nobody new comes close before the end. */
function forShy(curriculum: Curriculum): Curriculum {
  const far = changeRungs(curriculum, (rung): Rung | undefined => {
    if (is(rung, 'second-person')) return undefined
    const tossed =
      rung.stage === 'shape' ? say(rung, { payWhere: `${awayFirst}: ${rung.payWhere.toLowerCase()}` }) : rung
    return is(rung, 'palm') ? say(tossed, { dontSay: 'Offer your palm and look away. Let the dog choose.' }) : tossed
  })
  return changeCommands(far, (c) => ({
    ...c,
    caution: `Frightened of people: let the dog choose to come near. Distance comes before everything. ${c.caution}`,
  }))
}

/** People are the distraction: they start far off, and a helper makes the start. */
function forFond(curriculum: Curriculum): Curriculum {
  const manufactured = changeRungs(curriculum, (rung) =>
    rung.kind === 'recall' && rung.cue === 'word'
      ? say(rung, { say: `${rung.say}; a helper, over 15 m off, makes the dog look away first` })
      : rung,
  )
  return changeCommands(manufactured, (c) => ({
    ...c,
    caution: `Too fond of people: helpers start over 15 m off and come nearer with each success. ${c.caution}`,
  }))
}

/** Neither the rungs that hide nor the roads. */
const withoutHiding = (curriculum: Curriculum): Curriculum =>
  changeCommands(
    changeRungs(curriculum, (rung) => (rung.hides === true ? undefined : rung)),
    (c) => ({ ...c, roads: c.roads.filter((r) => !/\bhide\b/i.test(`${r.name} ${r.words}`)) }),
  )

/** Where play is given, by what was done: a hold is released first, since play ends it. Common practice. */
const playAt: Partial<Record<Rung['kind'], string>> = {
  timed: 'A toy, after the release: 1–2 min of play',
  settle: 'A toy, quietly, once the dog was calm for so long',
  recall: 'A toy, as the dog arrives: 1–2 min of play at your feet',
  heel: 'A toy, at the end of the stretch, on the dog’s side: 1–2 min of play',
}
const playHere = 'A toy, at once and on the spot: 1–2 min of play'

/** What is held, tossed or followed is the toy. Food that a dog has to leave stays food. */
const toyFor = (words: string): string =>
  words
    .replace(/\bfood(?= (?:in (?:the |your )?hand|at your shoulder|was tossed)\b)/g, 'toy')
    .replace(/\bFood(?= in (?:the |your )?hand\b)/g, 'Toy')
    .replace(/\bwhere toy was tossed\b/g, 'where the toy was tossed')
    .replace(/\b(?:the food|food(?= (?:drawn|tossed|at the nose)\b))/g, 'a toy')
    .replace(/(?<=\btossed )food\b/g, 'toy')
    .replace(/\ba treat(?= tossed\b)/g, 'the toy')
    .replace(/(?<=\bpicks up )the piece\b/g, 'the toy')
    .replace(/(?<=\bfrom )a piece(?= just)/g, 'the toy')
    .replace(/\bthe dog eats at once\b/g, 'the dog plays at once')
    .replace(/\brewarded at each (\d+ s) of one stay\b/g, 'praised at each $1 of one stay')
    .replace(
      /\brewarded inside, further and further apart; then the release\b/g,
      'praised inside; then the release and a toy',
    )
    .replace(/\brewarded inside and at the end; then the release\b/g, 'praised inside; then the release and a toy')
    .replace(/\bone release after the fifth\b/g, 'after the fifth the release and a toy')
    .replace(/\brewarded at the seam\b/g, 'praised at the seam')
    .replace(/\beats from the hand\b/g, 'plays with you')

/** Play is the pay, and takes a minute or two: fewer reps in a set. */
const isOwnPay = (rung: Rung): boolean => /\bsniffing is the reward\b/.test(rung.payWhere)

const forToys = (curriculum: Curriculum): Curriculum =>
  changeRungs(curriculum, (rung) =>
    say(
      { ...rung, setReps: rung.kind === 'timed' ? rung.setReps : Math.min(rung.setReps, shortSet) },
      {
        name: toyFor(rung.name),
        say: toyFor(rung.say),
        criterion: toyFor(rung.criterion.words),
        payWhere: isOwnPay(rung) ? rung.payWhere : (playAt[rung.kind] ?? playHere),
      },
    ),
  )

const swap = (text: string): string => text.replace(/\b(left|right)\b/g, (w) => (w === 'left' ? 'right' : 'left'))

/** Left and right that are no side of the dog’s: what is left, what is right, and turns both ways. */
const noSide = new RegExp(
  String.raw`(right round|left, right and about|\bthing left\b|\b(?:is|all|not|comes|comes in|half) right\b|` +
    String.raw`\bright away\b)`,
)

/**
 * The owner wants the right side: hands and sides change places. “Right round” stays as it is, and so does what is
 * right.
 */
function mirrored(curriculum: Curriculum): Curriculum {
  const mirror = (text: string) =>
    text
      .split(noSide)
      .map((part, i) => (i % 2 ? part : swap(part)))
      .join('')
  const rungs = changeRungs(curriculum, (rung) =>
    say(rung, { say: mirror(rung.say), payWhere: mirror(rung.payWhere), criterion: mirror(rung.criterion.words) }),
  )
  return changeCommands(rungs, (c: Command) => ({ ...c, signal: mirror(c.signal) }))
}
