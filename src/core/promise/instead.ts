import { findRung, ownRung } from '../curriculum/lookup'
import type { Curriculum } from '../curriculum/types'
import type { OwnerPromise } from './ownerPromise'

/**
 * What a dog’s own curriculum, adapted to a puppy, a deaf or a stiff dog, makes of promises from the house’s: each that
 * it has not itself, in a sentence with what the dog learns in its place.
 */
export const saidInstead = (
  house: Curriculum,
  dogs: Curriculum,
  promises: readonly OwnerPromise[],
  name: string,
): readonly string[] =>
  promises.flatMap(({ rungId }) => {
    if (ownRung(dogs, rungId)) return []
    const [asked, learns] = [ownRung(house, rungId), findRung(dogs, rungId)]
    if (!asked) return []
    const of = ({ command, rung }: typeof asked) => `${command.name} “${rung.name}”`
    return [
      learns
        ? `${name} learns ${of(learns)} instead of ${of(asked)}.`
        : `${name}’s curriculum does not have ${of(asked)}. It cannot be promised.`,
    ]
  })
