import { pronounsOf } from '@/core/dog/pronouns'
import type { OwnersDog } from '@/core/owner/does'
import type { Db } from '@/store/database'
import { readEntry } from '@/store/intake'
import type { Resident } from '@/store/residents'
import { favoriteFood, favoriteToy } from './favorite'
import { wordsOf } from './words'

/** The dog as everything that its owner reads speaks of it. */
export function ownersDog(db: Db, resident: Resident): OwnersDog {
  const { residencyId, name, side, traits, releaseWord, markerWord } = resident
  const words = wordsOf(db, resident)
  return {
    name,
    pronouns: pronounsOf(readEntry(db, residencyId, 'arrival')?.entry.sex),
    side,
    traits,
    release: releaseWord,
    marker: markerWord,
    favorite: (traits.toys ? favoriteToy : favoriteFood)(db, residencyId),
    wordOf: (command) => (traits.deaf ? '' : words.word(command)),
  }
}
