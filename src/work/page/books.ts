import { dayWords } from '../scene/dayWords'
import { findCommand } from '@/core/curriculum/lookup'
import type { Curriculum } from '@/core/curriculum/types'
import { firstRecorded, readBookChanges, type ToldBookChange } from '@/store/books'
import type { Db } from '@/store/database'
import { residentsOn, type Resident } from '@/store/residents'
import { readStayChanges } from '@/store/stay'
import { asCounted } from '@/core/inOrder'

/** What was changed of a dog in the books, as it is said, newest first. */
export interface BooksView {
  readonly changes: readonly { readonly id: string; readonly says: string; readonly by: string; readonly at: number }[]
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
  const sayDay = dayWords(db)
  const said = (c: ToldBookChange): string =>
    c.of === '' ? kindWords[c.what] : `${findCommand(ladder, c.of)?.name ?? c.of}, ${kindWords[c.what]}`
  const stays = readStayChanges(db, resident.residencyId).map((s) => ({
    id: `stay ${s.at}`,
    says: `Goes home: ${sayDay(s.was)} became ${sayDay(s.leavesOn)}. “${s.reason}”`,
    by: s.by,
    at: s.at,
  }))
  const changes = readBookChanges(db, resident.residencyId, resident.dogId).map((c) => ({
    id: c.id,
    says: `${said(c)}: ${c.was === '' ? 'none' : c.was} became ${c.becomes === '' ? 'none' : c.becomes}.`,
    by: c.by,
    at: c.at,
  }))
  return {
    changes: [...changes, ...stays].sort((a, b) => b.at - a.at),
    mayCancel: resident.leavesOn >= today && firstRecorded(db, resident.residencyId) === null,
    others: residentsOn(db, today)
      .filter((r) => r.residencyId !== resident.residencyId && r.runNumber !== resident.runNumber)
      .map((r) => ({ id: r.residencyId, name: `${r.runNumber} ${r.name}` }))
      .sort((a, b) => asCounted(a.name, b.name)),
  }
}
