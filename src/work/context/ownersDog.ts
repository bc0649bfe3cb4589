import { pronounsOf, type Pronouns } from '@/core/dog/pronouns'
import type { OwnersDog } from '@/core/owner/does'
import type { Db } from '@/store/database'
import { readEntry } from '@/store/intake'
import type { Resident } from '@/store/residents'
import { favoriteFood, favoriteToy } from './favorite'
import { wordsOf } from './words'
import type { ResidencyId } from '@/core/ids'

/** How a dog is spoken of: by the sex that was written down at its intake. */
export const pronounsFor = (db: Db, residencyId: ResidencyId): Pronouns =>
  pronounsOf(readEntry(db, residencyId, 'arrival')?.entry.sex)

/** The dog as everything that its owner reads speaks of it. */
export function ownersDog(db: Db, resident: Resident): OwnersDog {
  const { residencyId, name, side, traits, releaseWord, markerWord } = resident
  return {
    name,
    pronouns: pronounsFor(db, residencyId),
    side,
    traits,
    release: releaseWord,
    marker: markerWord,
    favorite: (traits.toys ? favoriteToy : favoriteFood)(db, residencyId),
    wordOf: wordsOf(db, resident).word,
  }
}
