import { findRung } from '@/core/curriculum/lookup'
import type { Curriculum } from '@/core/curriculum/types'
import { addDays, startOfDay } from '@/core/days'
import { newest, regimesOf, type Regimes } from '@/core/progress/regime'
import type { DatedChange } from '@/core/method/rows'
import { findCurriculum, newestCurriculum, readMoves, type CurriculumName } from '@/store/curricula'
import type { Db } from '@/store/database'
import { readKennel } from '@/store/kennel'
import { readMethodChanges } from '@/store/method'
import { findResident, type Resident } from '@/store/residents'

/** The ladders and rules that held for this residency, from its start until now. `extra`: changes as if already made. */
export function regimesFor(db: Db, residencyId: string, extra: { readonly changes?: readonly DatedChange[]; readonly move?: CurriculumName & { readonly at: number } } = {}): Regimes {
  const resident = findResident(db, residencyId)
  if (!resident) throw new Error(`no residency ${residencyId}`)
  return regimesOfResident(db, resident, extra)
}

export function regimesOfResident(db: Db, resident: Resident, extra: { readonly changes?: readonly DatedChange[]; readonly move?: CurriculumName & { readonly at: number } } = {}): Regimes {
  const { timeZone } = readKennel(db)
  // What the house changed after a dog went home means nothing for it.
  const until = startOfDay(timeZone, addDays(resident.leavesOn, 1))
  const known = (name: CurriculumName): Curriculum => findCurriculum(db, name) ?? newestCurriculum(db)
  const moves = [...readMoves(db, resident.residencyId), ...(extra.move ? [extra.move] : [])]
  const first = known({ id: resident.curriculumId, version: resident.curriculumVersion })
  return regimesOf({
    versions: [{ from: Number.NEGATIVE_INFINITY, curriculum: first }, ...moves.map((m) => ({ from: m.at, curriculum: known(m) }))],
    changes: (extra.changes ?? readMethodChanges(db)).filter((c) => c.at < until),
    traits: resident.traits,
    side: resident.side,
    startOfDay: (day) => startOfDay(timeZone, day),
  })
}

/** The ladder this dog climbs now. */
export const ladderOf = (db: Db, residencyId: string): Curriculum => newest(regimesFor(db, residencyId)).curriculum

/** The command a rung belongs to in the ladder of this dog or in the newest curriculum; facts may name either. */
export const commandOfRung = (db: Db, residencyId: string, rungId: string): string | undefined => (findRung(ladderOf(db, residencyId), rungId) ?? findRung(newestCurriculum(db), rungId))?.command.id
