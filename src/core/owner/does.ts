import { z } from 'zod'
import type { Command, Rung } from '../curriculum/types'
import { isByHand } from '../dog/byHand'
import { heard } from '../dog/deaf'
import { longText } from '../wording'
import { letGo, markOf, type HomeDog } from './dog'
import data from './does.json'

/**
 * What a dog does at each rung of the shipped curricula as its owner can picture it, by command. `holds`: what is true
 * of every rung that only lasts longer. Ids of rungs never change their meaning, so that the texts serve every version.
 */
const catalog = z
  .record(
    z.string(),
    z.object({ name: z.string().optional(), holds: z.string().optional(), rungs: z.record(z.string(), z.string()) }),
  )
  .parse(data)

/** A dog as its owner speaks of it, and what is said or shown for each command. */
export type OwnersDog = HomeDog & {
  /** The word of a command as this dog knows it; empty where nothing is said. */
  readonly wordOf: (command: Pick<Command, 'id' | 'defaultCue' | 'runs'>) => string
}

/** What says how it is asked for, in a template. */
const onAsking = / (?:when \{cue\}|(?:as soon as|each time) you \{(?:mark|release)\})(?: and then [^,]*)?/

/** What needs eyes. */
const seen = /\b(hands?|palm|finger|eyes|point|pat|sight)\b/i

/**
 * What the dog does at a rung, as a verb and what goes with it: “stays in a sit for 8 seconds”. Undefined for a rung of
 * the house's own, which nobody has put into an owner's words, and for what a deaf or blind dog does otherwise.
 * `asked`: with how it is asked for, where that is part of it.
 */
export function ownerSees(
  rung: Pick<Rung, 'id' | 'axis' | 'criterion'>,
  command: Pick<Command, 'id' | 'defaultCue' | 'runs'>,
  dog: OwnersDog,
  { asked = true }: { readonly asked?: boolean } = {},
): string | undefined {
  const of = catalog[command.id]
  const template = of?.rungs[rung.id] ?? (rung.axis === 'duration' ? of?.holds : undefined)
  if (template === undefined) return undefined
  const { traits, pronouns } = dog
  const word = dog.wordOf(command)
  const cue = isByHand(traits, command.id)
    ? 'you show the signal once'
    : word === ''
      ? 'you ask'
      : `you say “${word}” once`
  const fill: Readonly<Record<string, string>> = {
    cue,
    mark: markOf(dog),
    release: letGo(dog),
    long: longText(rung.criterion.seconds ?? 0),
    them: pronouns.them,
    their: pronouns.their,
  }
  const sentence = (asked ? template : template.replace(onAsking, '')).replace(
    /\{(\w+)\}/g,
    (_, name: string) => fill[name] ?? '',
  )
  const cannot = (traits.blind && seen.test(sentence)) || (traits.deaf && heard.test(sentence))
  return cannot ? undefined : sentence
}

/** What an owner calls a command, where that is not what trainers call it. */
export const ownersName = ({ id, name }: Pick<Command, 'id' | 'name'>): string => catalog[id]?.name ?? name
