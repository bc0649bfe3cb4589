import { addDays, dayIn } from '@/core/days'
import { findCommand } from '@/core/curriculum/lookup'
import { lastBooklet } from '@/store/booklets'
import type { Db } from '@/store/database'
import { readKennel } from '@/store/kennel'
import type { Resident } from '@/store/residents'
import { homeworkFor } from './homework'
import { shownOf } from './shown'

/** Ids of the commands that a residency’s homework has in any of its weeks. */
export const practicedAtHome = (db: Db, resident: Resident, now: number): readonly string[] => [
  ...new Set(homeworkFor(db, resident, now).homework.weeks.flatMap((w) => w.lines.flatMap((l) => l.command || []))),
]

/**
 * Names of commands that an owner is to practice and whose booklet lacks them; none before the demonstration, nor once
 * its weeks are over. A booklet of which nobody said that it was given had what was shown.
 */
export function notInBooklet(db: Db, resident: Resident, now: number): readonly string[] {
  const last = shownOf(db, resident.residencyId).findLast((s) => s.what === 'demonstration')
  if (!last) return []
  const { curriculum, change } = homeworkFor(db, resident, now)
  if (dayIn(readKennel(db).timeZone, now) > addDays(last.day, 7 * change.weeks)) return []
  const had = new Set(
    lastBooklet(db, resident.residencyId) ?? last.items.flatMap((i) => (i.rungId === null ? [] : (i.command ?? []))),
  )
  return practicedAtHome(db, resident, now)
    .filter((id) => !had.has(id))
    .flatMap((id) => findCommand(curriculum, id)?.name ?? [])
}
