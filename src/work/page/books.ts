import { dayWords } from '../base/dayWords'
import { findCommand } from '@/core/curriculum/lookup'
import { booksFields, booksTyped } from '@/core/dog/booksForm'
import type { Typed } from '@/core/fields'
import { cancelFields, stayFields, swapFields } from '@/core/intake/stayForms'
import type { FieldSpec } from '@/core/form'
import type { Curriculum } from '@/core/curriculum/types'
import { firstRecorded, readBookChanges, type ToldBookChange } from '@/store/books'
import type { Db } from '@/store/database'
import { residentsOn, type Resident } from '@/store/residents'
import { readStayChanges } from '@/store/stay'
import { asCounted } from '@/core/inOrder'
import type { EpochMs } from '@/core/epochMs'

/** What was changed of a dog in the books, as it is said, newest first. */
export interface BooksView {
  readonly changes: readonly { readonly id: string; readonly says: string; readonly by: string; readonly at: EpochMs }[]
  /** What their form asks, and holds. */
  readonly fields: readonly FieldSpec[]
  readonly typed: Typed
  /** What the forms of a stay, of a booking that comes to nothing and of another run ask. */
  readonly stayFields: readonly FieldSpec[]
  readonly cancelFields: readonly FieldSpec[]
  readonly swapFields: readonly FieldSpec[]
  /** Nothing was recorded yet, so that its booking can be canceled. */
  readonly mayCancel: boolean
  /** Dogs here it could change runs with. */
  readonly others: readonly { readonly id: string; readonly name: string }[]
}

const kindWords: Readonly<Record<ToldBookChange['what'], string>> = {
  name: 'Name',
  owner: 'Owner',
  run: 'Run',
  arrives: 'Arrives',
  release: 'Release word',
  marker: 'Marker',
  word: 'word',
  spelling: 'word, spelling',
}

/** How the books of a dog came to say what they say, and whom it could change runs with today. */
export function booksOf(db: Db, resident: Resident, ladder: Curriculum, today: string): BooksView {
  const dayText = dayWords(db)
  const changeText = (c: ToldBookChange): string =>
    c.of === '' ? kindWords[c.what] : `${findCommand(ladder, c.of)?.name ?? c.of}, ${kindWords[c.what]}`
  const stays = readStayChanges(db, resident.residencyId).map((s) => ({
    id: `stay ${s.at}`,
    says: `Goes home: ${dayText(s.was)} became ${dayText(s.leavesOn)}. “${s.reason}”`,
    by: s.by,
    at: s.at,
  }))
  const changes = readBookChanges(db, resident.residencyId, resident.dogId).map((c) => ({
    id: c.id,
    says: `${changeText(c)}: ${c.was === '' ? 'none' : c.was} became ${c.becomes === '' ? 'none' : c.becomes}.`,
    by: c.by,
    at: c.at,
  }))
  const others = residentsOn(db, today)
    .filter((r) => r.residencyId !== resident.residencyId && r.runNumber !== resident.runNumber)
    .map((r) => ({ id: r.residencyId, name: `${r.runNumber} ${r.name}` }))
    .sort((a, b) => asCounted(a.name, b.name))
  return {
    changes: [...changes, ...stays].sort((a, b) => b.at - a.at),
    fields: booksFields,
    typed: booksTyped(resident),
    mayCancel: resident.leavesOn >= today && firstRecorded(db, resident.residencyId) === null,
    stayFields,
    cancelFields: cancelFields(resident.name),
    others,
    swapFields: others.length > 0 ? swapFields(others) : [],
  }
}
