import { suspectText, suspectsIn } from '@/core/evidence/looked'
import type { Summary } from '@/core/promise/summary'
import type { Db } from '@/store/database'
import { readNoted } from '@/store/facts/read'
import type { ResidencyId } from '@/core/ids'

/** Of each command that is stuck, what its misses share, in sentences; from what was looked at beside its reps. */
export const sharedOf = (
  db: Db,
  residencyId: ResidencyId,
  { commands }: Pick<Summary, 'commands'>,
): Readonly<Record<string, readonly string[]>> =>
  Object.fromEntries(
    commands.flatMap((c) => {
      if (c.stuck === undefined) return []
      const suspects = suspectsIn(readNoted(db, residencyId, c.command)).map(suspectText)
      return suspects.length > 0 ? [[c.command, suspects] as const] : []
    }),
  )
