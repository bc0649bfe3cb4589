import { curriculumIn } from '@/core/curriculum/lengths'
import { readDraftText, toFile } from '@/core/curriculum/read'
import type { CurriculumFile } from '@/core/curriculum/schema'
import type { Curriculum } from '@/core/curriculum/types'
import {
  discardedDraft,
  findCurriculum,
  listCurricula,
  newestCurriculum,
  readDraft,
  type CurriculumName,
  type CurriculumVersion,
} from '@/store/curricula'
import type { Db } from '@/store/database'
import { readHouse } from '@/store/house'

export interface CurriculumPage {
  readonly curriculum: Curriculum
  readonly versions: readonly CurriculumVersion[]
  readonly draft: { readonly basedOn: string; readonly changedAt: number } | undefined
  /** When the draft was changed last that was discarded and can be taken back; undefined for none. */
  readonly discardedAt: number | undefined
}

/** The curriculum to read: a version by name, or the newest; undefined when that version is not kept here. */
export function loadCurriculum(db: Db, name: CurriculumName | undefined): CurriculumPage | undefined {
  const shown = name ? findCurriculum(db, name) : newestCurriculum(db)
  const curriculum = shown && curriculumIn(shown, readHouse(db).lengths)
  if (!curriculum) return undefined
  const draft = readDraft(db)
  return {
    curriculum,
    versions: listCurricula(db),
    draft: draft && { basedOn: draft.basedOn, changedAt: draft.changedAt },
    discardedAt: discardedDraft(db)?.changedAt,
  }
}

export interface DraftPage {
  readonly file: CurriculumFile
  readonly basedOn: string
  readonly revision: number
}

/** The draft being edited, or a fresh one from the newest version. */
export function loadDraft(db: Db): DraftPage {
  const draft = readDraft(db)
  const current = newestCurriculum(db)
  return {
    file: (draft && readDraftText(draft.text)) ?? toFile(current),
    basedOn: draft?.basedOn ?? nameOf(current),
    revision: draft?.revision ?? 0,
  }
}

export const nameOf = (c: Curriculum): string => `${c.id} ${c.version}`
