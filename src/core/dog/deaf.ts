import { changeCommands, changeRungs } from '../curriculum/change'
import { hasRole, withRole } from '../curriculum/lookup'
import { is } from '../curriculum/roles'
import type { Command, Curriculum, Rung } from '../curriculum/types'
import { freeHands, leadsToWord, signalName } from './byHand'
import { feltText, type FeltSignal } from './felt'
import type { DogTraits } from './traits'
import { say } from './say'

/** What only a dog that hears can be told. */
export const heard = /\b(words?|names?|sounds?|voice|whistles?|clicks?|louder|hears?|say|said|silent(ly)?|silence)\b/i

/** What ends a hold and what marks for a dog that does not hear, unless its owner shows otherwise. Common practice. */
const usualRelease = 'an open hand swept away'
const usualMark = 'a flash of the hand'

type Signed = Pick<DogTraits, 'signs'>
/** What a deaf dog is shown to let it go: its owner’s own sign, else the open hand. */
export const releaseSign = ({ signs }: Signed): string => signs?.release ?? usualRelease
/** What a deaf dog is shown to mark: its owner’s own sign, else a flash of the hand. */
export const markSign = ({ signs }: Signed): string => signs?.mark ?? usualMark

/** What a kennel shows every deaf dog in place of release and marker; empty where it has no sign of its own. */
export interface HouseSigns {
  readonly deafRelease: string
  readonly deafMark: string
}

/**
 * The traits of a dog as the books take them: one that does not hear is shown the signs of the house from then on,
 * where its owner has none. A dog in training keeps its signs, whatever the house shows later.
 */
export function withHouseSigns<Traits extends Pick<DogTraits, 'deaf' | 'signs'>>(
  traits: Traits,
  { deafRelease, deafMark }: HouseSigns,
): Traits {
  if (!traits.deaf || (deafRelease === '' && deafMark === '')) return traits
  const { release = deafRelease, mark = deafMark } = traits.signs ?? {}
  return {
    ...traits,
    signs: { ...traits.signs, ...(release === '' ? {} : { release }), ...(mark === '' ? {} : { mark }) },
  }
}

interface Worded {
  readonly traits: Pick<DogTraits, 'deaf' | 'signs'>
  readonly releaseWord: string
  readonly markerWord: string
}
/** Release and marker as they are shown beside a dog’s name: its words, or what a deaf dog sees. */
export const releaseText = ({ traits, releaseWord }: Worded): string =>
  traits.deaf ? (traits.signs?.release ?? 'open hand') : `“${releaseWord}”`
export const markText = ({ traits, markerWord }: Worded): string =>
  traits.deaf ? (traits.signs?.mark ?? 'hand flash') : `“${markerWord}”`

/** What a dog does not hear or see, for whoever comes to its run. */
export const sensesText = ({ deaf, blind }: Pick<DogTraits, 'deaf' | 'blind'>): readonly string[] => [
  ...(deaf ? ['This dog is deaf. Come from the front and use hand signals.'] : []),
  ...(blind ? ['This dog is blind. Speak before you touch.'] : []),
]

const neverWake = 'Never wake or touch the dog from behind.'

/**
 * The ladder of a deaf dog: the hand is the cue, so the rungs that lead from hand to word fall away; wherever it may be
 * looking elsewhere, what it feels comes before the hand; it finds nobody whose hand it cannot see; nothing off leash
 * before it checks in. Common practice.
 */
export function forDeaf(
  curriculum: Curriculum,
  { felt: chosen, signs }: Pick<DogTraits, 'felt' | 'signs'>,
): Curriculum {
  const felt = feltText(chosen)
  const looksBack = withRole(curriculum, 'looks-back')[0]
  const own = changeCommands(curriculum, (c) =>
    signs?.release !== undefined && hasRole(c, 'releases') ? { ...c, signal: signs.release } : c,
  )
  const signals = changeRungs(own, (rung, command): Rung | undefined => {
    if (leadsToWord(rung) || isHandOfWord(rung)) return undefined
    if (is(rung, 'hold-word') || (rung.hides === true && rung.cue !== 'none')) return undefined
    const gated =
      looksBack !== undefined && rung.gate !== undefined && rung.command !== looksBack.command
        ? { ...rung, needs: [...rung.needs, looksBack.id] }
        : rung
    return unheard(cued(gated, command, felt), command, chosen)
  })
  return changeCommands(signals, (c) => ({
    ...c,
    caution: `Deaf: get the dog’s eyes first. ${c.caution.replace(/\bsaid\b/g, 'shown')}`,
    signal: heard.test(c.signal) ? 'the dog’s own signal' : c.signal,
    roads: c.roads.filter((r) => !heard.test(r.words)),
  }))
}

/** A walk or a call by hand alone beside the same one by word: the word’s rung is the hand’s here. */
const isHandOfWord = (rung: Rung): boolean =>
  (rung.kind === 'heel' || rung.kind === 'recall') && rung.cue === 'signal' && is(rung, 'by-eye')

/** What is shown instead of said. */
function cued(rung: Rung, command: Command, felt: string): Rung {
  if (is(rung, 'sound')) return say(rung, { say: `${felt}.`, dontSay: neverWake })
  if (rung.cue !== 'word') return rung
  const hand = command.signal === 'none' || command.signal === '' ? 'the dog’s own signal' : command.signal
  const elsewhere = rung.kind === 'recall' || is(rung, 'sprung') || rung.callWhen !== undefined
  return say(
    { ...rung, cue: 'signal' },
    {
      say: elsewhere ? `${felt}; as the dog looks, the hand, once: ${hand}` : `The hand, once: ${hand}`,
      dontSay: elsewhere
        ? `No hand signal while the dog looks away. ${neverWake}`
        : 'Not twice, and only when the dog looks.',
      name: signalName(rung, command),
    },
  )
}

/** Nothing left of it that has to be heard. */
function unheard(rung: Rung, command: Command, chosen: FeltSignal | undefined): Rung {
  // What was chosen is on the card: there is nothing left to choose from.
  const open = (way: string) => !heard.test(way) && (chosen === undefined || !/for a deaf dog/.test(way))
  const quiet = { ...rung, ways: rung.ways.filter(open) }
  return say(quiet, {
    say: (heard.test(rung.say)
      ? rung.cue === 'none'
        ? 'Nothing. The hand waits.'
        : 'The hand speaks.'
      : rung.say
    ).replace(markedAway, atTheEdge),
    dontSay: heard.test(rung.dontSay) ? hush(rung) : rung.dontSay,
    name: signalName(rung, command),
    criterion: freeHands(
      rung.say.includes('{marker}') ? rung.criterion.words.replace(markedAway, atTheEdge) : rung.criterion.words,
    )
      .replace(/\bthe sound or name\b/g, 'the dog’s attention signal')
      .replace(/\bword said\b/g, 'signal shown')
      .replace(/\bword\b/g, 'signal')
      .replace(/\bsilent\b/g, 'still'),
  })
}

/** A flash that marks has to be seen: not where it looks away, but at the edge of its eye. */
const markedAway = /\b(once, )?while (the dog looks|looking) away\b/
const atTheEdge = 'at the edge of the dog’s sight'

/** In place of “no word yet”. */
const hush = (rung: Rung): string =>
  rung.say.includes('{marker}') ? 'Use one mark and no second hand signal, then reward.' : hushOf(rung)
const hushOf = (rung: Rung): string =>
  rung.kind === 'settle' || rung.stage === 'generalise' || is(rung, 'looks-back')
    ? 'No signal at all. The dog finds this alone.'
    : rung.cue === 'none'
      ? 'No signal yet: shown over a half-made behavior the signal stands for the half.'
      : 'Not twice, and only when the dog looks.'
