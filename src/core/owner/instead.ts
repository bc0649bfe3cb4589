import type { Curriculum } from '../curriculum/types'
import { insteadOf } from '../promise/instead'
import type { OwnerPromise } from '../promise/ownerPromise'
import { ownersName, ownerSees, type OwnersDog } from './does'
import { subject } from './dog'

/** What the owner reads of promises that the dog’s own curriculum does not have: what the dog learns in their place. */
export const insteadForOwner = (
  house: Curriculum,
  dogs: Curriculum,
  promises: readonly OwnerPromise[],
  dog: OwnersDog,
): readonly string[] =>
  insteadOf(house, dogs, promises).map(({ asked, learns }) => {
    const was = `“${ownersName(asked.command)}”`
    if (!learns) return `We do not train ${was} with ${dog.name}, because it is not right for ${dog.pronouns.them}.`
    const now = `“${ownersName(learns.command)}”`
    const sees = ownerSees(learns.rung, learns.command, dog)
    const learning =
      was === now ? `${dog.name} learns an easier form of ${now}.` : `${dog.name} learns ${now} instead of ${was}.`
    return sees === undefined ? learning : `${learning} ${subject(dog)} ${sees}.`
  })
