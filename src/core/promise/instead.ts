import { findRung, ownRung } from '../curriculum/lookup'
import type { Curriculum } from '../curriculum/types'
import type { OwnerPromise } from './ownerPromise'

type Found = NonNullable<ReturnType<typeof ownRung>>

/** A promise that a dog’s own curriculum does not have: what was asked, and what is learned instead, if anything. */
export interface Instead {
  readonly asked: Found
  readonly learns: Found | undefined
}

/** What a dog’s own curriculum, adapted to a puppy, a deaf or a stiff dog, makes of promises that it has not itself. */
export const insteadOf = (
  house: Curriculum,
  dogs: Curriculum,
  promises: readonly Pick<OwnerPromise, 'rungId'>[],
): readonly Instead[] =>
  promises.flatMap(({ rungId }) => {
    const asked = ownRung(dogs, rungId) ? undefined : ownRung(house, rungId)
    return asked ? [{ asked, learns: findRung(dogs, rungId) }] : []
  })

/** What is said of it to who promises, by the names of the rungs. */
export const saidInstead = (
  house: Curriculum,
  dogs: Curriculum,
  promises: readonly Pick<OwnerPromise, 'rungId'>[],
  name: string,
): readonly string[] =>
  insteadOf(house, dogs, promises).map(({ asked, learns }) => {
    const of = ({ command, rung }: Found) => `${command.name} “${rung.name}”`
    return learns
      ? `${name} learns ${of(learns)} instead of ${of(asked)}.`
      : `${name}’s curriculum does not have ${of(asked)}. It cannot be promised.`
  })
