import { changeCommands, changeRungs } from '../curriculum/change'
import { hasRole } from '../curriculum/lookup'
import type { Command, Curriculum, Rung } from '../curriculum/types'
import { say } from './say'
import type { DogTraits } from './traits'

/**
 * Whether a command can be asked for with the hand alone. Common practice: not where the dog is called or walks and
 * looks elsewhere, nor where the word is the whole of it.
 */
export function canBeByHand(command: Command): boolean {
  const kinds = command.runs.flatMap((ladder) => ladder.rungs).map((rung) => rung.kind)
  if (hasRole(command, 'releases')) return false
  const hasHand = command.signal !== '' && command.signal !== 'none'
  return hasHand && kinds.every((kind) => kind === 'position' || kind === 'timed')
}

/** Whether this dog is shown this command and told nothing: a deaf dog all of them, others what the owner asks so. */
export const isByHand = (dog: Pick<DogTraits, 'deaf' | 'blind' | 'byHand'>, command: string | undefined): boolean =>
  dog.deaf || (!dog.blind && command !== undefined && (dog.byHand?.includes(command) ?? false))

interface Told {
  readonly word: string
  readonly signal: string
}
/** The word and the hand of a command, as far as this dog hears the one and sees the other; empty where it does not. */
export const toldAs = (
  dog: Pick<DogTraits, 'deaf' | 'blind' | 'byHand'>,
  command: string,
  { word, signal }: Told,
): Told => ({
  word: isByHand(dog, command) ? '' : word,
  signal: dog.blind || signal === 'none' ? '' : signal,
})

/**
 * The ladder of a dog whose owner asks for these commands with the hand alone: the rungs that lead from the hand to a
 * word fall away, and no card of theirs asks for a word. Markers and releases are said as ever.
 */
export function forHand(curriculum: Curriculum, byHand: readonly string[]): Curriculum {
  const asked = new Set(curriculum.commands.filter((c) => byHand.includes(c.id) && canBeByHand(c)).map((c) => c.id))
  const shown = changeRungs(curriculum, (rung, command): Rung | undefined => {
    if (!asked.has(command.id)) return rung
    if (leadsToWord(rung)) return undefined
    return rung.cue === 'word' ? cued(rung, command) : unworded(rung)
  })
  return changeCommands(shown, (c) => (asked.has(c.id) ? { ...c, roads: c.roads.filter((r) => !hasWord(r.words)) } : c))
}

/** The steps from the hand to the word, which a hand that stays the cue does not need. */
export const leadsToWord = (rung: Rung): boolean =>
  rung.kind === 'position' && (rung.stage === 'word-before-signal' || rung.stage === 'smaller-signal')

const hasWord = (words: string): boolean => /\bwords?\b/.test(words)

/** A hand that is the cue cannot be kept still, or behind the back. */
export const freeHands = (criterion: string): string => criterion.replace(/, hands (still|behind you)\b/g, '')

function cued(rung: Rung, command: Command): Rung {
  const { dontSay } = rung
  const ends = rung.say.includes('{release}') ? '; {release} ends it' : ''
  return say(
    { ...rung, cue: 'signal' },
    {
      say: `The hand, once: ${command.signal}${ends}`,
      dontSay: /^Once only\b/.test(dontSay) ? 'No word with it, and the hand not twice.' : `No word. ${dontSay}`,
      name: signalName(rung, command),
      criterion: freeHands(rung.criterion.words).replace(/\bword\b/g, 'signal'),
    },
  )
}

const unworded = (rung: Rung): Rung =>
  /^No (word|“stay”) yet\b/i.test(rung.dontSay) ? say(rung, { dontSay: 'No cue word: the hand is its cue.' }) : rung

/** The rung’s name with its signal for its word; never the name of another rung of the command. */
export function signalName(rung: Rung, command: Command): string {
  const name = rung.name
    .replace(/\bWord while\b/g, 'While')
    .replace(/\bWord\b/g, 'Signal')
    .replace(/\bword\b/g, 'signal')
    .replace(/, silent\b/g, '')
  return command.runs.some((r) => r.rungs.some((g) => g.id !== rung.id && g.name === name))
    ? `${name} for coming`
    : name
}
