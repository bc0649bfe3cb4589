import type { Typed } from '@/core/fields'
import { sideText } from '@/core/dog/side'
import { traitNames } from '@/core/dog/traits'
import type { Db } from '@/store/database'
import { dogsKnown, newestStayOf, readCueWords } from '@/store/residents'

export interface KnownDog {
  readonly id: string
  readonly name: string
  readonly ownerName: string
  readonly lastLeft: string
  /** What is known of it, as the booking form types it. */
  readonly typed: Typed
}

/** Every dog that ever was here, by name, with what is known of it. */
export const loadKnownDogs = (db: Db): readonly KnownDog[] =>
  dogsKnown(db).flatMap((known): KnownDog[] => {
    const dog = newestStayOf(db, known.id)
    return dog
      ? [
          {
            ...known,
            typed: {
              name: [dog.name],
              owner: [dog.ownerName],
              releaseWord: [dog.releaseWord],
              markerWord: [dog.markerWord],
              side: [sideText(dog)],
              caution: [dog.caution],
              biteHistory: [dog.biteHistory ? 'yes' : ''],
              bornOn: [dog.traits.bornOn ?? ''],
              traits: traitNames.filter((t) => dog.traits[t]),
              ...Object.fromEntries(
                [...readCueWords(db, known.id)].map(([command, word]) => [`cue.${command}`, [word]]),
              ),
            },
          },
        ]
      : []
  })
