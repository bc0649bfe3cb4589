import { v7 } from 'uuid'
import { z } from 'zod'
import { readCurriculum, readDraftText } from '@/core/curriculum/read'
import type { CurriculumFault } from '@/core/curriculum/validate'
import { newest } from '@/core/progress/regime'
import {
  discardedDraft,
  dropDraft,
  findCurriculum,
  insertCurriculum,
  insertMove,
  listCurricula,
  newestCurriculum,
  readDraft,
  setDiscarded,
  writeDraft,
} from '@/store/curricula'
import type { Db } from '@/store/database'
import { findResident } from '@/store/residents'
import type { Done } from './correct'
import { regimesFor } from '../base/regimes'
import { refold } from '../record/refold'
import { nobody, whoField, worksHere } from '../base/who'
import { nameOf } from '../page/curriculum'
import { reject, type ActionResult, type Rejection } from './actionResult'
import type { EpochMs } from '@/core/epochMs'

export const moveForm = z.object({
  residencyId: z.uuid(),
  curriculumId: z.string().max(80),
  version: z.number().int().min(1),
  recordedBy: whoField,
})

/** Moves a residency to another version from now on; what was recorded keeps the version it was made under. */
export function moveCurriculum(db: Db, form: z.infer<typeof moveForm>, now: EpochMs): Done {
  return db
    .transaction((): Done => {
      if (!findResident(db, form.residencyId)) return reject('dog-not-found', 'Dog not found.')
      const to = { id: form.curriculumId, version: form.version }
      if (!findCurriculum(db, to)) return reject('version-not-found', 'Version not found.')
      if (!worksHere(db, form.recordedBy)) return reject('not-staff', nobody)
      const current = newest(regimesFor(db, form.residencyId, now)).curriculum
      if (current.id === to.id && current.version === to.version)
        return reject('same', 'This dog is already on that version.')
      insertMove(db, v7(), form.residencyId, to, now, form.recordedBy)
      refold(db, form.residencyId, now)
      return { ok: true, residencyId: form.residencyId }
    })
    .immediate()
}

export type DraftKept = ActionResult<{ readonly revision: number }, { readonly revision: number }>

export const draftForm = z.object({ text: z.string().max(2_000_000), revision: z.number().int().min(0) })

/** Keeps the draft as it is, faults and all. Somebody else's newer save is not written over. */
export function saveDraft(db: Db, form: z.infer<typeof draftForm>, now: EpochMs): DraftKept {
  return db
    .transaction((): DraftKept => {
      if (!readDraftText(form.text))
        return { ...reject('unreadable', 'This is no curriculum.'), revision: form.revision }
      const had = readDraft(db)
      const revision = had?.revision ?? 0
      if (revision !== form.revision)
        return {
          ...reject('changed-meanwhile', 'Someone else changed the draft. Load their version, or export yours first.'),
          revision,
        }
      writeDraft(db, {
        basedOn: had?.basedOn ?? nameOf(newestCurriculum(db)),
        text: form.text,
        revision: revision + 1,
        changedAt: now,
      })
      return { ok: true, revision: revision + 1 }
    })
    .immediate()
}

/** Puts the draft aside; it can be taken back until another is begun. */
export function discardDraft(db: Db): void {
  setDiscarded(db, true)
}

/** Takes back the draft that was discarded. */
export function restoreDraft(db: Db): ActionResult {
  if (!discardedDraft(db)) return reject('draft-not-found', 'The discarded draft is gone. A newer draft was started.')
  setDiscarded(db, false)
  return { ok: true }
}

export type Published = ActionResult<{ readonly version: number }, { readonly faults: readonly CurriculumFault[] }>

/** Not published, with what stands where. */
export const faulty = (
  faults: readonly CurriculumFault[],
): Rejection & { readonly faults: readonly CurriculumFault[] } => ({
  ...reject('invalid', faults[0]?.reason ?? 'Something is not right.'),
  faults,
})

export const publishForm = z.object({ text: z.string(), recordedBy: z.string().min(1).max(64) })

/**
 * Publishes a curriculum as the kennel's next version, whole or not at all. Residencies begun before keep theirs; new
 * ones begin on it. An imported file takes the same way.
 */
export function publishCurriculum(db: Db, form: z.infer<typeof publishForm>, now: EpochMs): Published {
  const read = readCurriculum(form.text)
  if (!read.ok) return faulty(read.faults)
  return db
    .transaction((): Published => {
      if (!worksHere(db, form.recordedBy)) return faulty([{ where: 'file', code: 'role', reason: nobody }])
      const version = Math.max(0, ...listCurricula(db).map((v) => v.version)) + 1
      insertCurriculum(db, { ...read.curriculum, id: 'kennel', version }, now, form.recordedBy)
      dropDraft(db)
      return { ok: true, version }
    })
    .immediate()
}
