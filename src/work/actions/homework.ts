import { readHouse } from '@/store/house'
import { z } from 'zod'
import { homeworkChange, plainHomework } from '@/core/demonstration/homeworkChange'
import {
  impossibleIn,
  mostDaysAtHome,
  mostLetters,
  readPractice,
  type PracticeAtHome,
  type PracticeEntry,
} from '@/core/demonstration/practiceLog'
import { addDays } from '@/core/days'
import type { Db } from '@/store/database'
import { appendPractice, homeworkChanges, readPracticeLog } from '@/store/homework'
import { findResident, type Resident } from '@/store/residents'
import { fromOf, homeworkFor } from '../context/homework'
import { nobody, whoField, worksHere } from '../base/who'
import { reject, type ActionResult } from './actionResult'
import { keepVersion } from './versions'
import type { EpochMs } from '@/core/epochMs'

export const homeworkForm = z.object({
  residencyId: z.uuid(),
  /** The version this one was made from; empty for none. */
  from: z.string().max(40),
  change: homeworkChange,
  recordedBy: whoField,
})

/** Keeps what a person made of the homework. */
export const changeHomework = (db: Db, form: z.infer<typeof homeworkForm>, now: EpochMs): ActionResult =>
  keepVersion(db, homeworkChanges, 'homework', form, now, {
    plain: plainHomework,
    parse: (raw) => homeworkChange.safeParse(raw).data,
  })

export const practiceForm = z.object({
  residencyId: z.uuid(),
  text: z.string().max(mostLetters, 'This is far too long for a practice log. Nothing was read.'),
  recordedBy: whoField,
})

/**
 * Reads a practice log that came back: each entry once, all of it or nothing, another dog’s refused by name. It is read
 * before anything is locked.
 */
export function readBackPractice(
  db: Db,
  form: z.infer<typeof practiceForm>,
  now: EpochMs,
): ActionResult<{ readonly read: number; readonly fresh: number }> {
  const resident = findResident(db, form.residencyId)
  if (!resident) return reject('dog-not-found', 'Dog not found.')
  if (!worksHere(db, form.recordedBy)) return reject('not-staff', nobody)
  const log = readPractice(form.text, form.residencyId)
  if (!log.ok) return reject('unreadable', log.why)
  const impossible = impossibleIn(log.entries, atHome(db, resident, log.entries, now), readHouse(db).dates)
  if (impossible !== undefined) return reject('not-possible', impossible)
  return db
    .transaction((): ActionResult<{ readonly read: number; readonly fresh: number }> => {
      const fresh = appendPractice(db, form.residencyId, log.entries, { at: now, by: form.recordedBy })
      return { ok: true, read: log.entries.length, fresh }
    })
    .immediate()
}

/** What can have been practiced with this dog at home, beside the entries that came now. */
function atHome(db: Db, resident: Resident, came: readonly PracticeEntry[], now: EpochMs): PracticeAtHome {
  const { shown, homework, versions } = homeworkFor(db, resident, now)
  const names = new Set(came.map((e) => e.entry))
  const repsOn = new Map<string, number>()
  const saved = readPracticeLog(db, resident.residencyId)
  for (const e of saved) if (!names.has(e.entry)) repsOn.set(e.day, (repsOn.get(e.day) ?? 0) + e.reps)
  const from = fromOf(db, resident, shown)
  const home = from < resident.leavesOn ? from : resident.leavesOn
  return {
    from: home,
    until: addDays(from > resident.leavesOn ? from : resident.leavesOn, mostDaysAtHome),
    commands: new Set([
      ...homework.weeks.flatMap((w) => w.lines.map((l) => (l.command === '' ? l.id : l.command))),
      // A line that was left out since stands in the file that the owner has.
      ...homework.dropped.map((l) => l.command),
      ...versions.flatMap((v) => v.change.added.map((a) => a.id)),
      ...saved.map((e) => e.command),
    ]),
    repsOn,
  }
}
