import { topMastered } from '@/core/progress/state'
import { ladderKey } from '@/core/curriculum/lookup'
import { baselineRun } from '@/core/baseline/baseline'
import type { Db } from '@/store/database'
import { readEntry } from '@/store/intake'
import { findResident, otherResidencies, type Resident } from '@/store/residents'
import { standingOf } from '../record/standing'
import { ladderOf } from '../base/regimes'
import type { EpochMs } from '@/core/epochMs'

/** The residency of the same dog that ended last before this one began; undefined for a dog that is new. */
export function staysBefore(db: Db, resident: Resident): Resident | undefined {
  const last = otherResidencies(db, resident.dogId, resident.residencyId).find((r) => r.leavesOn <= resident.arrivesOn)
  return last && findResident(db, last.id)
}

/**
 * What this dog is said to be able to do, by command, a rung each: what the owner said for this residency; before they
 * did, for a dog that comes back, the highest rung it held when it left. Neither is trusted until it was tested.
 */
export function reportedOf(db: Db, resident: Resident, now: EpochMs): ReadonlyMap<string, string> {
  const entry = readEntry(db, resident.residencyId, 'words')
  const last = staysBefore(db, resident)
  if (entry && (entry.residencyId === resident.residencyId || !last))
    return new Map(entry.entry.cues.flatMap((c) => (c.reported === '' ? [] : [[c.command, c.reported] as const])))
  if (!last) return new Map()
  const { state } = standingOf(db, last.residencyId, now)
  const then = ladderOf(db, last.residencyId, now)
  const ladder = ladderOf(db, resident.residencyId, now)
  return new Map(
    then.commands.flatMap((command): (readonly [string, string])[] => {
      const run = baselineRun(command)
      const mastered = run && run.rungs[topMastered(run, state.runs[ladderKey(command.id, run.id)])]
      const own = ladder.commands.find((c) => c.id === command.id)
      return mastered && own?.runs.some((r) => r.rungs.some((g) => g.id === mastered.id))
        ? [[command.id, mastered.id]]
        : []
    }),
  )
}
