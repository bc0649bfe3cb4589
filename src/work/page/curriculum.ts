import { curriculumIn } from '@/core/curriculum/lengths'
import { readDraftText, toFile } from '@/core/curriculum/read'
import { differInWordsOnly, ownTexts, type OwnText } from '@/core/curriculum/reworded'
import { houseVersionFour } from '@/core/curriculum/earlier'
import { houseCurriculum } from '@/core/curriculum/house'
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
import type { EpochMs } from '@/core/epochMs'

export interface CurriculumPage {
  readonly curriculum: Curriculum
  readonly versions: readonly (CurriculumVersion & {
    /** It asks for the same as the version before it, and differs in its wording only. */
    readonly wordsOnly: boolean
  })[]
  /** Texts of the version shown that this house wrote, which no change of the shipped wording touches. */
  readonly own: readonly OwnText[]
  readonly draft: { readonly basedOn: string; readonly changedAt: EpochMs } | undefined
  /** When the draft was changed last that was discarded and can be taken back; undefined for none. */
  readonly discardedAt: EpochMs | undefined
}

/** The curriculum to read: a version by name, or the newest; undefined when that version is not kept here. */
export function loadCurriculum(db: Db, name: CurriculumName | undefined): CurriculumPage | undefined {
  const shown = name ? findCurriculum(db, name) : newestCurriculum(db)
  const curriculum = shown && curriculumIn(shown, readHouse(db).lengths)
  if (!curriculum) return undefined
  const draft = readDraft(db)
  return {
    curriculum,
    versions: withWordsOnly(db, listCurricula(db)),
    own: shown.id === houseCurriculum.id ? [] : ownTexts(shown, [houseCurriculum, houseVersionFour()]),
    draft: draft && { basedOn: draft.basedOn, changedAt: draft.changedAt },
    discardedAt: discardedDraft(db)?.changedAt,
  }
}

/** Whether two versions ask for the same: nothing changes for a dog that is moved from one to the other. */
export function askForTheSame(db: Db, one: CurriculumName, other: CurriculumName): boolean {
  if (one.id !== other.id) return false
  if (one.version === other.version) return true
  const [a, b] = [findCurriculum(db, one), findCurriculum(db, other)]
  return a !== undefined && b !== undefined && differInWordsOnly(a, b)
}

/**
 * Marks each shipped version that differs from the one before it in its wording only. Those of the house are not read
 * for it: there may be hundreds.
 */
const withWordsOnly = (db: Db, versions: readonly CurriculumVersion[]): CurriculumPage['versions'] =>
  versions.map((version) => {
    const shipped = versions.filter((v) => v.id === houseCurriculum.id && v.version < version.version)
    const last = shipped.sort((a, b) => b.version - a.version)[0]
    return { ...version, wordsOnly: last !== undefined && askForTheSame(db, version, last) }
  })

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
