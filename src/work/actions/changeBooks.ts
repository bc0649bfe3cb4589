import { v7 } from 'uuid'
import { appendBookChange, insertBookChange, type BookKind, type PlainKind } from '@/store/books'
import type { Db } from '@/store/database'
import type { Resident } from '@/store/residents'
import type { PersonId } from '@/core/ids'
import type { EpochMs } from '@/core/epochMs'

/** Keeps that something in the books of a dog is otherwise from now on; nothing where it is the same. */
export function changeBooks(
  db: Db,
  resident: Resident,
  what: PlainKind,
  becomes: string,
  { recordedBy, now }: { readonly recordedBy: PersonId; readonly now: EpochMs },
): void {
  const was = { name: resident.name, owner: resident.ownerName, run: resident.runNumber, arrives: resident.arrivesOn }
  if (was[what] !== becomes)
    appendBookChange(db, { ...changeOf(resident, what, recordedBy, now), what, was: was[what], becomes })
}

const changeOf = (resident: Resident, what: BookKind, recordedBy: PersonId, at: EpochMs) => ({
  id: v7(),
  residencyId: resident.residencyId,
  dogId: resident.dogId,
  what,
  of: '',
  at,
  recordedBy,
})

/** Keeps that a word said to a dog is another from now on. */
export function noteWord(
  db: Db,
  resident: Resident,
  word: { readonly what: BookKind; readonly of?: string; readonly was: string; readonly becomes: string },
  { recordedBy, now }: { readonly recordedBy: PersonId; readonly now: EpochMs },
): void {
  if (word.was !== word.becomes) insertBookChange(db, { ...changeOf(resident, word.what, recordedBy, now), ...word })
}
