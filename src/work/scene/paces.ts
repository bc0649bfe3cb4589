import { paceOf, type Pace } from '@/core/promise/quota'
import type { Curriculum } from '@/core/curriculum/types'
import type { Db } from '@/store/database'
import { repsByDay } from '@/store/facts/paced'
import type { Resident } from '@/store/residents'

/** How the numbers to reach stand for one dog, by command; those of commands without one are left out. */
export const pacesOf = (
  db: Db,
  resident: Pick<Resident, 'residencyId' | 'arrivesOn' | 'leavesOn'>,
  curriculum: Curriculum,
  today: string,
): Readonly<Record<string, Pace>> =>
  Object.fromEntries(
    curriculum.commands.flatMap((c) => {
      const pace = c.quota && paceOf(c.quota, repsByDay(db, resident.residencyId, c.id), { ...resident, today })
      return pace ? [[c.id, pace] as const] : []
    }),
  )
