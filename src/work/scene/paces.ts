import { findRung } from '@/core/curriculum/lookup'
import type { Curriculum } from '@/core/curriculum/types'
import { paceOf, type Pace } from '@/core/promise/quota'
import type { Db } from '@/store/database'
import { repsByDay } from '@/store/facts/paced'
import { readPromises, type Resident } from '@/store/residents'

/** How the numbers to reach stand for one dog, by command: of those promised, and of those begun all the same. */
export function pacesOf(
  db: Db,
  resident: Pick<Resident, 'residencyId' | 'arrivesOn' | 'leavesOn'>,
  curriculum: Curriculum,
  today: string,
): Readonly<Record<string, Pace>> {
  const promised = new Set(
    readPromises(db, resident.residencyId).flatMap((p) => findRung(curriculum, p.rungId)?.command.id ?? []),
  )
  return Object.fromEntries(
    curriculum.commands.flatMap((c) => {
      const pace = c.quota && paceOf(c.quota, repsByDay(db, resident.residencyId, c.id), { ...resident, today })
      return pace && (promised.has(c.id) || pace.done > 0) ? [[c.id, pace] as const] : []
    }),
  )
}
