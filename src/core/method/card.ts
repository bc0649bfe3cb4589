import type { Command, Rung } from '../curriculum/types'
import { is } from '../curriculum/roles'
import { isByHand } from '../dog/byHand'
import type { DogTraits } from '../dog/traits'
import { holdPaid } from './hold'

/** The lines of a rung card, in the order in which hands need them. Every card has this shape. */
export const cardLabels = ['Do', 'Say', 'Mark when', 'Reward', 'If not'] as const
export type CardLabel = (typeof cardLabels)[number]

/** What is said at a rung, for the line *Say*: the cue, or that there is none yet. `whole` has the dog’s own words. */
export function sayLine(rung: Rung, command: Command, traits: DogTraits, whole: string): string {
  // The line *Mark when* has the moment.
  const say = whole.replace(/(?<=\.) Mark [^.]*\.$/, '')
  if (/^nothing\b/i.test(say)) return `Give no cue.${say.replace(/^nothing\b[.,;:]?/i, '')}`
  if (traits.deaf || (rung.cue === 'signal' && isByHand(traits, command.id))) return `Signal: ${say}`
  if (rung.cue === 'word') return say
  return rung.cue === 'signal' ? `No word yet. Signal: ${say}` : `No cue word yet. ${say}`
}

/**
 * The moment that the marker belongs to, for the line *Mark when*. Common practice: within half a second of what was
 * asked, and at the end of what lasts. `called`: the dog is called out of its stay.
 */
export function markLine(rung: Rung, marker: string, called: boolean): string {
  if (is(rung, 'marks')) return `Any moment, then reward at once (${marker})`
  const seconds = rung.criterion.seconds
  switch (rung.kind) {
    case 'position':
      return `The dog is in position (${marker})`
    case 'timed':
      if (called) return `The dog reaches you (${marker})`
      if (holdPaid(rung) === 'on-return') return `You are back and the dog is still there (${marker})`
      if (seconds === undefined) return `The dog has stayed to the end (${marker})`
      return holdPaid(rung) === 'each-interval'
        ? `Each ${seconds} s are over and the dog is still there (${marker})`
        : `The ${seconds} s are over and the dog is still there (${marker})`
    case 'heel':
      return `The dog is at your side and the leash is loose (${marker})`
    case 'recall':
      return `The dog reaches you (${marker})`
    case 'settle':
      return 'Do not mark. Keep the dog calm.'
    default:
      return `The dog does it unasked (${marker})`
  }
}
