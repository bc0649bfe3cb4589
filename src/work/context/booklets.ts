import { addDays, dayIn } from '@/core/days'
import { findCommand } from '@/core/curriculum/lookup'
import { lastBooklet } from '@/store/booklets'
import type { Db } from '@/store/database'
import { demonstrationsOf } from '@/store/demonstrations'
import { readKennel } from '@/store/kennel'
import type { Resident } from '@/store/residents'
import { homeworkFor, type HomeworkScene } from './homework'
import type { EpochMs } from '@/core/epochMs'

/** Ids of the commands that homework has in any of its weeks. */
export const practicedAtHome = ({ homework }: Pick<HomeworkScene, 'homework'>): readonly string[] => [
  ...new Set(homework.weeks.flatMap((w) => w.lines.flatMap((l) => l.command || []))),
]

/**
 * Names of commands that an owner is to practice and whose booklet lacks them; none before the demonstration, nor once
 * its weeks are over. A booklet of which nobody said that it was given had what was shown.
 */
export function notInBooklet(db: Db, resident: Resident, now: EpochMs): readonly string[] {
  // Most dogs have none yet, and what goes home is dear to make.
  if (!demonstrationsOf(db, resident.residencyId).some((d) => d.what === 'demonstration')) return []
  const scene = homeworkFor(db, resident, now)
  const last = scene.shown.findLast((s) => s.what === 'demonstration')
  if (!last || dayIn(readKennel(db).timeZone, now) > addDays(last.day, 7 * scene.change.weeks)) return []
  const had = new Set(
    lastBooklet(db, resident.residencyId) ?? last.items.flatMap((i) => (i.rungId === null ? [] : (i.command ?? []))),
  )
  return practicedAtHome(scene)
    .filter((id) => !had.has(id))
    .flatMap((id) => findCommand(scene.curriculum, id)?.name ?? [])
}
