import { findRung, ownRung } from '../curriculum/lookup'
import type { Curriculum } from '../curriculum/types'
import type { OwnerPromise } from '../promise/ownerPromise'
import { ownersName, ownerSees, type OwnersDog } from './does'
import { subject } from './dog'

/**
 * What a dog’s own curriculum, adapted to a puppy, a deaf or a stiff dog, makes of promises from the house’s, as its
 * owner reads it: what it learns in the place of each that it has not itself.
 */
export const insteadForOwner = (
  house: Curriculum,
  dogs: Curriculum,
  promises: readonly OwnerPromise[],
  dog: OwnersDog,
): readonly string[] =>
  promises.flatMap(({ rungId }) => {
    if (ownRung(dogs, rungId)) return []
    const [asked, learns] = [ownRung(house, rungId), findRung(dogs, rungId)]
    if (!asked) return []
    const was = `“${ownersName(asked.command)}”`
    if (!learns) return [`We do not train ${was} with ${dog.name}, because it is not right for ${dog.pronouns.them}.`]
    const now = `“${ownersName(learns.command)}”`
    const sees = ownerSees(learns.rung, learns.command, dog)
    const learning =
      was === now ? `${dog.name} learns an easier form of ${now}.` : `${dog.name} learns ${now} instead of ${was}.`
    return [sees === undefined ? learning : `${learning} ${subject(dog)} ${sees}.`]
  })
